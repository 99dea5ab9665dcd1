package dev.wilyferret.core.pixel;

import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The code of an ad platform with a script of its own, as it is put into a page when an event happens there. {@code {id}} (the pixel
 * id), {@code {event}}, {@code {eid}} (the event's id, the same that the server tells), {@code {page}} (the page's address),
 * {@code {value}} (of a lead: what the offer pays for it, in major units; otherwise 0) and {@code {currency}} are filled in; all
 * other braces stay, since scripts are full of them.
 *
 * @param html at most {@link #LONGEST} characters; how well it is formed is between the platform and the browser
 */
public record PixelSnippet(String html) {

    public static final int LONGEST = 8000;

    private static final Pattern PLACE = Pattern.compile("\\{(id|event|eid|page|value|currency)}");

    /** What would end the words of a script or an attribute it is put into. */
    private static final Pattern ENDS_WORDS = Pattern.compile("[\"'`<>\\\\&\r\n\u2028\u2029]");

    /** @throws Refusal if it is empty or too long, or cannot say which event happened */
    public PixelSnippet {
        html = PlainText.lines("code", html, LONGEST);
        if (!html.contains("{event}")) {
            throw new Refusal(
                    "The code has no place for the event. Write {event} where the platform's code says which event happened.");
        }
    }

    /** @throws Refusal if a text cannot be put into the code without breaking it */
    public static void refuseWhatEndsWords(String what, String text) {
        if (ENDS_WORDS.matcher(text).find()) {
            throw new Refusal(
                    "The %s “%s” holds a quotation mark or another sign that would break the platform's code. Leave it out."
                            .formatted(what, PlainText.cut(text, 60)));
        }
    }

    /** The code with what is known filled in, without signs that would end its words; a place whose name is missing stays empty. */
    public String filled(Map<String, String> values) {
        return PLACE.matcher(html)
                .replaceAll(place -> Matcher.quoteReplacement(ENDS_WORDS
                        .matcher(values.getOrDefault(place.group(1), ""))
                        .replaceAll("")));
    }
}
