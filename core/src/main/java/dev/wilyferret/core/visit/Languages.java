package dev.wilyferret.core.visit;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What a browser says of its reader's languages. */
public final class Languages {

    private static final Pattern QUALITY = Pattern.compile("[qQ]\\s*=\\s*(0(?:\\.\\d{0,3})?|1(?:\\.0{0,3})?)");

    private Languages() {}

    /**
     * The one that is wanted most: of the highest quality value, of several of the same the first (RFC 9110, 12.5.4). What is empty, has the
     * quality 0 or one that cannot be read is passed over.
     *
     * @param header as in {@code Accept-Language}
     * @return such as "de-AT"; empty where none is wanted
     */
    public static String first(String header) {
        String first = "";
        double most = 0;
        for (String element : header.split(",")) {
            String[] parts = element.split(";", 2);
            String language = parts[0].strip();
            double quality = parts.length == 1 ? 1 : quality(parts[1].strip());
            if (!language.isEmpty() && !language.equals("*") && quality > most) {
                first = language;
                most = quality;
            }
        }
        return first;
    }

    private static double quality(String parameter) {
        Matcher quality = QUALITY.matcher(parameter);
        return quality.matches() ? Double.parseDouble(quality.group(1)) : 0;
    }
}
