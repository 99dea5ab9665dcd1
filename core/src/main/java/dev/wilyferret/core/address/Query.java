package dev.wilyferret.core.address;

import java.net.URLDecoder;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;

/** Encoding of names and values in a query string, with blanks as {@code %20} so that no reader takes a plus for a plus. */
public final class Query {

    private Query() {}

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
