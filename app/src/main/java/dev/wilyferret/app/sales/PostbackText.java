package dev.wilyferret.app.sales;

import dev.wilyferret.core.address.Query;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** The query or body of a postback, as text: names and values as browsers write forms. */
public final class PostbackText {

    private static final String SIGNATURE = "&signature=";

    private PostbackText() {}

    private static Stream<String[]> parts(String sent) {
        return Stream.of(sent.split("&")).filter(part -> !part.isEmpty()).map(part -> part.split("=", 2));
    }

    /** Without the secret, to be kept and shown. */
    public static String withoutSecret(String sent) {
        return parts(sent)
                .filter(part -> !Query.decoded(part[0]).equals("secret"))
                .map(part -> String.join("=", part))
                .collect(Collectors.joining("&"));
    }

    /** What the signature at the end is of; all of it if there is none. */
    public static String signed(String sent) {
        int end = sent.lastIndexOf(SIGNATURE);
        return end < 0 ? sent : sent.substring(0, end);
    }

    /** The signature at the end; empty if there is none. */
    public static String signature(String sent) {
        int end = sent.lastIndexOf(SIGNATURE);
        return end < 0 ? "" : sent.substring(end + SIGNATURE.length());
    }
}
