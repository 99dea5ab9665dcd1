package dev.wilyferret.core.address;

import dev.wilyferret.core.text.PlainText;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The five tags a tracking link carries. Source, medium and campaign are needed; term and content may be empty.
 *
 * <p>Each is one line of at most 100 characters.
 */
public record Tags(String source, String medium, String campaign, String term, String content) {

    private static final int MOST = 100;

    public Tags {
        source = PlainText.line("source", source, MOST);
        medium = PlainText.line("medium", medium, MOST);
        campaign = PlainText.line("campaign", campaign, MOST);
        term = PlainText.optionalLine("term", term, MOST);
        content = PlainText.optionalLine("content", content, MOST);
    }

    /** The tags as the query parameters in which the trade passes them; empty ones left out. */
    public Map<String, String> parameters() {
        Map<String, String> parameters = new LinkedHashMap<>();
        parameters.put("utm_source", source);
        parameters.put("utm_medium", medium);
        parameters.put("utm_campaign", campaign);
        if (!term.isEmpty()) {
            parameters.put("utm_term", term);
        }
        if (!content.isEmpty()) {
            parameters.put("utm_content", content);
        }
        return parameters;
    }

    /** The address with these tags; a parameter it already carries is kept as it stands, so tagging twice equals once. */
    public String onto(String address) {
        int hash = address.indexOf('#');
        String fragment = hash < 0 ? "" : address.substring(hash);
        StringBuilder out = new StringBuilder(hash < 0 ? address : address.substring(0, hash));
        Set<String> carried = names(out.toString());
        parameters().forEach((name, value) -> {
            if (!carried.contains(name)) {
                out.append(between(out)).append(name).append('=').append(Query.encode(value));
            }
        });
        return out.append(fragment).toString();
    }

    private static String between(CharSequence address) {
        String text = address.toString();
        if (text.indexOf('?') < 0) {
            return "?";
        }
        return text.endsWith("?") || text.endsWith("&") ? "" : "&";
    }

    /** The names of the parameters; what looks like one inside another's value is none. */
    private static Set<String> names(String address) {
        int query = address.indexOf('?');
        return query < 0
                ? Set.of()
                : Arrays.stream(address.substring(query + 1).split("&"))
                        .map(pair -> Query.decoded(pair.split("=", 2)[0]))
                        .collect(Collectors.toSet());
    }
}
