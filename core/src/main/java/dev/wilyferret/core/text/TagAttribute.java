package dev.wilyferret.core.text;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Takes an attribute out of a piece of HTML that was given to paste, as it is written there. */
public final class TagAttribute {

    private TagAttribute() {}

    /** The value in the first tag of that name that has the attribute; each tag is looked at once. */
    public static Optional<String> first(String html, String tag, String attribute) {
        Pattern value =
                Pattern.compile("\\b" + attribute + "\\s*+=\\s*+[\"']?+([^\"'\\s>]++)", Pattern.CASE_INSENSITIVE);
        String lower = html.toLowerCase(Locale.ROOT);
        String begin = "<" + tag;
        int end = 0;
        for (int at = lower.indexOf(begin); at >= 0; at = lower.indexOf(begin, end)) {
            int close = html.indexOf('>', at);
            end = close < 0 ? html.length() : close;
            Matcher found = value.matcher(html.substring(at + begin.length(), end));
            if (found.find()) {
                return Optional.of(found.group(1).replace("&amp;", "&"));
            }
        }
        return Optional.empty();
    }
}
