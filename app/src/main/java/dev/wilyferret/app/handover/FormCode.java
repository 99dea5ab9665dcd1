package dev.wilyferret.app.handover;

import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.text.Refusal;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Element;

/**
 * The form code of a mail service as it was pasted: where it is sent, what goes along unseen, and what people fill in.
 *
 * @param get whether it is sent by GET
 * @param hidden fields with their values, which go along as they are; traps for programs among them, empty
 * @param inputs the other fields with their labels
 * @param script whether there was a script in it, which is not run
 */
record FormCode(String action, boolean get, Map<String, String> hidden, Map<String, String> inputs, boolean script) {

    private static final int MOST = 50_000;

    /** What of a subscriber a field can be filled with. */
    enum Part {
        EMAIL("e-mail address"),
        FIRST_NAME("first name"),
        LAST_NAME("last name"),
        NAME("first and last name"),
        PHONE("phone"),
        NOTHING("nothing");

        private final String words;

        Part(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /** @throws Refusal if there is no form in it that could be sent */
    static FormCode read(String pasted) {
        if (pasted.length() > MOST) {
            throw new Refusal("That is longer than a form. Paste only the part from <form to </form>.");
        }
        var page = Jsoup.parse(pasted);
        Element form = page.selectFirst("form");
        if (form == null) {
            throw new Refusal("There is no form in it. Paste the service's form code, from <form to </form>.");
        }
        String action = new WebAddress(form.attr("action")).text();
        Map<String, String> labels = new HashMap<>();
        Set<String> ids = form.select("input[id], select[id], textarea[id]").stream()
                .map(Element::id)
                .collect(Collectors.toSet());
        for (Element label : form.select("label[for]")) {
            if (ids.remove(label.attr("for"))) {
                labels.put(label.attr("for"), label.text());
            }
        }
        Map<String, String> hidden = new LinkedHashMap<>();
        Map<String, String> inputs = new LinkedHashMap<>();
        for (Element field : form.select("input[name], select[name], textarea[name]")) {
            String type = field.attr("type").toLowerCase(Locale.ROOT);
            String name = field.attr("name");
            if (type.equals("hidden") || unseen(field)) {
                hidden.put(name, field.attr("value"));
            } else if (!List.of("submit", "button", "image", "reset", "file", "password")
                    .contains(type)) {
                inputs.put(name, label(labels, field));
            }
        }
        if (inputs.isEmpty()) {
            throw new Refusal("The form has no field for an address. Paste the whole form code.");
        }
        return new FormCode(
                action,
                form.attr("method").equalsIgnoreCase("get"),
                hidden,
                inputs,
                !page.select("script").isEmpty());
    }

    /** A trap for programs: people do not see it. */
    private static boolean unseen(Element field) {
        for (Element one = field; one != null; one = one.parent()) {
            String style = one.attr("style").replace(" ", "").toLowerCase(Locale.ROOT);
            if (style.contains("display:none")
                    || style.contains("visibility:hidden")
                    || style.matches(".*(left|top):-\\d{3,}.*")) {
                return true;
            }
        }
        return false;
    }

    private static String label(Map<String, String> labels, Element field) {
        Element label = field.closest("label");
        String words = label != null ? label.ownText() : labels.getOrDefault(field.id(), field.attr("placeholder"));
        return words.isBlank() ? field.attr("name") : words.strip();
    }

    /** What each field is most likely meant for. */
    Map<String, Part> proposed() {
        Map<String, Part> map = new LinkedHashMap<>();
        inputs.forEach((name, label) -> map.put(name, guess((name + " " + label).toLowerCase(Locale.ROOT), map)));
        return map;
    }

    private static Part guess(String words, Map<String, Part> before) {
        Part part = words.matches(".*(mail|e-?post).*")
                ? Part.EMAIL
                : words.matches(".*(last|sur|family).*")
                        ? Part.LAST_NAME
                        : words.matches(".*(first|given|fore).*")
                                ? Part.FIRST_NAME
                                : words.contains("phone")
                                        ? Part.PHONE
                                        : words.contains("name") ? Part.NAME : Part.NOTHING;
        return before.containsValue(part) ? Part.NOTHING : part;
    }
}
