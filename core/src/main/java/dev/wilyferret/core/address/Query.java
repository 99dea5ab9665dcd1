package dev.wilyferret.core.address;

import java.net.URLDecoder;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Encoding of names and values in a query string, with blanks as {@code %20} so that no reader takes a plus for a plus. */
public final class Query {

    /** How often a text is decoded at most to see what it says: more than any chain of redirects is known to encode. */
    public static final int MOST_ROUNDS = 5;

    private static final Pattern ENCODED = Pattern.compile("(?:%[0-9A-Fa-f]{2})++");

    private Query() {}

    /** A parameter as it reads. */
    public record Parameter(String name, String value) {}

    /**
     * The parameters of a query, or of a form's body, in their order.
     *
     * @param query without its question mark; what of it is not encoded properly stays as it came
     */
    public static List<Parameter> parameters(String query) {
        List<Parameter> all = new ArrayList<>();
        for (String part : query.split("&")) {
            int is = part.indexOf('=');
            if (is >= 0) {
                all.add(new Parameter(decoded(part.substring(0, is)), decoded(part.substring(is + 1))));
            } else if (!part.isEmpty()) {
                all.add(new Parameter(decoded(part), ""));
            }
        }
        return all;
    }

    /** The same by name, in the order they came; of a name that comes twice the first counts. */
    public static Map<String, String> byName(String query) {
        Map<String, String> values = new LinkedHashMap<>();
        parameters(query).forEach(one -> values.putIfAbsent(one.name, one.value));
        return values;
    }

    public static String encode(String value) {
        return URLEncoder.encode(value, StandardCharsets.UTF_8).replace("+", "%20");
    }

    /** What a name or value says; as it stands if it is not encoded properly. */
    public static String decoded(String encoded) {
        try {
            return URLDecoder.decode(encoded, StandardCharsets.UTF_8);
        } catch (IllegalArgumentException asItStands) {
            return encoded;
        }
    }

    /**
     * What a text says that was encoded several times, at most {@value #MOST_ROUNDS}; what of it is not encoded properly stays as
     * it is, and so does a plus.
     */
    public static String decodedThroughout(String encoded) {
        String before = encoded;
        for (int round = 0; round < MOST_ROUNDS && before.indexOf('%') >= 0; round++) {
            String after = ENCODED.matcher(before)
                    .replaceAll(found ->
                            Matcher.quoteReplacement(URLDecoder.decode(found.group(), StandardCharsets.UTF_8)));
            if (after.equals(before)) {
                return after;
            }
            before = after;
        }
        return before;
    }
}
