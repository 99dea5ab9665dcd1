package dev.wilyferret.core.address;

import java.net.URLDecoder;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;

/** Encoding of names and values in a query string, with blanks as {@code %20} so that no reader takes a plus for a plus. */
public final class Query {

    private Query() {}

    /** A parameter as it reads. */
    public record Parameter(String name, String value) {}

    /**
     * The parameters of a query, or of a form's body, in their order.
     *
     * @param query without its question mark; what of it is not encoded properly stays as it came
     */
    public static List<Parameter> parameters(String query) {
        return Arrays.stream(query.split("&"))
                .filter(part -> !part.isEmpty())
                .map(part -> part.split("=", 2))
                .map(pair -> new Parameter(decoded(pair[0]), pair.length < 2 ? "" : decoded(pair[1])))
                .toList();
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
}
