package dev.wilyferret.core.address;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;

/** Encoding of values in a query string, with blanks as {@code %20} so that no reader takes a plus for a plus. */
public final class Query {

    private Query() {}

    public static String encode(String value) {
        return URLEncoder.encode(value, StandardCharsets.UTF_8).replace("+", "%20");
    }
}
