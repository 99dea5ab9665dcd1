package dev.wilyferret.app.sales;

import dev.wilyferret.core.address.Query;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** The query or body of a postback, as text: names and values as browsers write forms. */
public final class PostbackText {

    private static final String SIGNATURE = "&signature=";

    private PostbackText() {}

    /** By name, in the order they came; of a name that comes twice the first counts. */
    public static Map<String, String> parameters(String sent) {
        Map<String, String> parameters = new LinkedHashMap<>();
        parts(sent)
                .forEach(part ->
                        parameters.putIfAbsent(Query.decoded(part[0]), part.length < 2 ? "" : Query.decoded(part[1])));
        return parameters;
    }

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
