package dev.wilyferret.core.address;

import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * The tags a tracking link carries. Source, medium and campaign are needed; term and content may be empty.
 *
 * <p>Each is one line of at most 100 characters.
 *
 * @param own further ones by name, at most ten: names of letters, digits, {@code _ - .}, none of which the five or the site use
 */
public record Tags(
        String source, String medium, String campaign, String term, String content, Map<String, String> own) {

    private static final int MOST = 100;
    private static final int MOST_OWN = 10;
    private static final Pattern NAME = Pattern.compile("[A-Za-z][A-Za-z0-9_.-]{0,39}");
    /** What the five are passed as, and what the site's own pages and mails put on addresses. */
    private static final Pattern TAKEN =
            Pattern.compile("utm_(source|medium|campaign|term|content)|d|v|thanks|item|wf_.*");

    public Tags(String source, String medium, String campaign, String term, String content) {
        this(source, medium, campaign, term, content, Map.of());
    }

    /** @throws Refusal if one of them is wrong */
    public Tags {
        source = PlainText.line("source", source, MOST);
        medium = PlainText.line("medium", medium, MOST);
        campaign = PlainText.line("campaign", campaign, MOST);
        term = PlainText.optionalLine("term", term, MOST);
        content = PlainText.optionalLine("content", content, MOST);
        own = own.isEmpty() ? Map.of() : checked(own);
    }

    private static Map<String, String> checked(Map<String, String> typed) {
        Map<String, String> own = new LinkedHashMap<>();
        typed.forEach((name, value) -> {
            String text = PlainText.optionalLine("tag " + PlainText.cut(name, 40), value, MOST);
            if (!text.isEmpty()) {
                own.put(ownName(name), text);
            }
        });
        if (own.size() > MOST_OWN) {
            throw new Refusal(
                    "There are %d tags of your own; at most %d fit. Take some out.".formatted(own.size(), MOST_OWN));
        }
        return Collections.unmodifiableMap(own);
    }

    /**
     * The name of a parameter that is one's own.
     *
     * @throws Refusal if none can be called so, or another thing is
     */
    public static String ownName(String name) {
        if (!NAME.matcher(name).matches()) {
            throw new Refusal(
                    "\"%s\" is no name for a tag. Begin with a letter, then letters, digits, _ - or ., at most 40, for example \"placement\"."
                            .formatted(PlainText.cut(name, 60)));
        }
        if (TAKEN.matcher(name).matches()) {
            throw new Refusal("The name \"%s\" is in use already. Choose another for your own tag.".formatted(name));
        }
        return name;
    }

    /** One's own as they are kept: a line each, the name before the {@code =}; {@link #ownOf} reads it. */
    public String ownText() {
        return own.entrySet().stream()
                .map(one -> one.getKey() + "=" + one.getValue())
                .collect(Collectors.joining("\n"));
    }

    public static Map<String, String> ownOf(String text) {
        Map<String, String> own = new LinkedHashMap<>();
        text.lines().map(line -> line.split("=", 2)).forEach(pair -> own.put(pair[0], pair[1]));
        return own;
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
        parameters.putAll(own);
        return parameters;
    }

    /**
     * The tags that the parameters of an address say; empty if source, medium or campaign is missing, or one is none that a link
     * could have.
     */
    public static Optional<Tags> in(Map<String, String> parameters) {
        String source = parameters.getOrDefault("utm_source", "");
        String medium = parameters.getOrDefault("utm_medium", "");
        String campaign = parameters.getOrDefault("utm_campaign", "");
        if (source.isBlank() || medium.isBlank() || campaign.isBlank()) {
            return Optional.empty();
        }
        try {
            return Optional.of(new Tags(
                    source,
                    medium,
                    campaign,
                    parameters.getOrDefault("utm_term", ""),
                    parameters.getOrDefault("utm_content", "")));
        } catch (Refusal noTags) {
            return Optional.empty();
        }
    }

    /** The address with these tags on it. */
    public String onto(String address) {
        return Tagging.of(address, parameters()).address();
    }
}
