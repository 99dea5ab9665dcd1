package dev.wilyferret.core.address;

import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * A URI template as in RFC 6570, for variables whose values are plain strings (levels 1 to 3, and the prefix modifier
 * of level 4; the explode modifier is read and changes nothing for a string).
 *
 * <p>The libraries there are encode {@code ~} or cut letters beyond the basic plane in halves, so this is our own.
 */
public final class UriTemplate {

    /** RFC 6570, 2.3: letters, digits, low lines and triplets, with single dots between. */
    private static final Pattern NAME =
            Pattern.compile("(?:[A-Za-z0-9_]|%[0-9A-Fa-f]{2})++(?:\\.(?:[A-Za-z0-9_]|%[0-9A-Fa-f]{2})++)*+");
    /** RFC 6570, 2.4.1: a number below 10,000. */
    private static final Pattern PREFIX = Pattern.compile("[1-9][0-9]{0,3}");

    private static final String LITERAL = Percent.UNRESERVED + Percent.RESERVED;

    private final String text;
    private final List<Part> parts;

    private UriTemplate(String text, List<Part> parts) {
        this.text = text;
        this.parts = parts;
    }

    private sealed interface Part {
        record Literal(String encoded) implements Part {}

        record Expression(Operator operator, List<Variable> variables) implements Part {}
    }

    /** @param prefix how many characters of the value to use, 0 for all */
    private record Variable(String name, int prefix) {}

    /** The table of RFC 6570, appendix A. */
    private enum Operator {
        SIMPLE("", ",", false, "", false),
        RESERVED("", ",", false, "", true),
        FRAGMENT("#", ",", false, "", true),
        LABEL(".", ".", false, "", false),
        PATH("/", "/", false, "", false),
        PARAMETER(";", ";", true, "", false),
        QUERY("?", "&", true, "=", false),
        CONTINUATION("&", "&", true, "=", false);

        private final String first;
        private final String separator;
        private final boolean named;
        private final String ifEmpty;
        private final boolean allowReserved;

        Operator(String first, String separator, boolean named, String ifEmpty, boolean allowReserved) {
            this.first = first;
            this.separator = separator;
            this.named = named;
            this.ifEmpty = ifEmpty;
            this.allowReserved = allowReserved;
        }
    }

    /**
     * Reads a template of any form.
     *
     * @throws Refusal if a brace is open or stray, a variable has no proper name, or a modifier is unknown
     */
    public static UriTemplate parse(String typed) {
        String text = PlainText.line("address template", typed, WebAddress.MOST);
        List<Part> parts = new ArrayList<>();
        int at = 0;
        while (at < text.length()) {
            int open = text.indexOf('{', at);
            int end = open < 0 ? text.length() : open;
            int stray = text.indexOf('}', at);
            if (stray >= 0 && stray < end) {
                throw new Refusal("The template has a } at position %d that no { opens. Remove it or add the {."
                        .formatted(stray + 1));
            }
            if (end > at) {
                parts.add(new Part.Literal(Percent.encoded(text.substring(at, end), LITERAL, true)));
            }
            if (open < 0) {
                break;
            }
            int close = text.indexOf('}', open);
            if (close < 0) {
                throw new Refusal(
                        "The template opens a { at position %d and never closes it. Add the }.".formatted(open + 1));
            }
            parts.add(expression(text.substring(open + 1, close), open));
            at = close + 1;
        }
        return new UriTemplate(text, List.copyOf(parts));
    }

    /**
     * Reads a template whose expansion is always an http or https address on one fixed host.
     *
     * @throws Refusal as {@link #parse}, or if the scheme is another one, or a variable could change the host
     */
    public static UriTemplate parseWeb(String typed) {
        String text = PlainText.line("address template", typed, WebAddress.MOST);
        WebAddress.refuseOtherSchemes(text);
        WebAddress.refuseBlanks(text);
        int host = WebAddress.hostAt(text);
        int end = WebAddress.hostEnd(text);
        if (host == end && text.startsWith("{", end)) {
            throw openHost();
        }
        UriTemplate template = parse(text.substring(0, host).toLowerCase(Locale.ROOT)
                + WebAddress.authority(text.substring(host, end))
                + text.substring(end));
        template.refuseOpenHost();
        new WebAddress(template.address(Map.of()));
        return template;
    }

    /** Whatever is filled in, the host ends where it ends: with the text, or a sign that begins path, query or fragment. */
    private void refuseOpenHost() {
        String next = "/?#";
        for (int at = 0; at < parts.size(); at++) {
            String begin = switch (parts.get(at)) {
                case Part.Literal(String encoded) -> at == 0 ? encoded.substring(WebAddress.hostEnd(encoded)) : encoded;
                case Part.Expression(Operator operator, List<Variable> variables) -> operator.first;
            };
            boolean nothingYet = at == 0 && begin.isEmpty();
            if (!nothingYet && (begin.isEmpty() || next.indexOf(begin.charAt(0)) < 0)) {
                throw openHost();
            }
            if (!nothingYet && parts.get(at) instanceof Part.Literal) {
                return;
            }
            next = opensQuery(parts.get(at)) ? next + "&" : next;
        }
    }

    private static Refusal openHost() {
        return new Refusal(
                "The host of the template must be fixed: what comes right after it begins with / or ?, for example https://shop.example/buy{?aff,sub1}.");
    }

    private static Part expression(String inside, int open) {
        if (inside.isEmpty()) {
            throw new Refusal(
                    "The template has empty braces {} at position %d. Name a variable in them, for example {sub1}."
                            .formatted(open + 1));
        }
        Operator operator = switch (inside.charAt(0)) {
            case '+' -> Operator.RESERVED;
            case '#' -> Operator.FRAGMENT;
            case '.' -> Operator.LABEL;
            case '/' -> Operator.PATH;
            case ';' -> Operator.PARAMETER;
            case '?' -> Operator.QUERY;
            case '&' -> Operator.CONTINUATION;
            default -> Operator.SIMPLE;
        };
        String names = operator == Operator.SIMPLE ? inside : inside.substring(1);
        List<Variable> variables = new ArrayList<>();
        for (String spec : names.split(",", -1)) {
            variables.add(variable(spec, open));
        }
        return new Part.Expression(operator, List.copyOf(variables));
    }

    private static Variable variable(String spec, int open) {
        String bare = spec.endsWith("*") ? spec.substring(0, spec.length() - 1) : spec;
        int colon = bare.indexOf(':');
        String name = colon < 0 ? bare : bare.substring(0, colon);
        String length = colon < 0 ? "0" : bare.substring(colon + 1);
        if (!NAME.matcher(name).matches()
                || colon >= 0 && (spec.endsWith("*") || !PREFIX.matcher(length).matches())) {
            throw new Refusal(
                    "\"%s\" in the braces at position %d is not a variable. Use letters, digits and _, for example {sub1} or {?aff,sub1}."
                            .formatted(spec, open + 1));
        }
        return new Variable(name, Integer.parseInt(length));
    }

    /** The names of the variables, in the order they stand. */
    public Set<String> variables() {
        Set<String> names = new LinkedHashSet<>();
        for (Part part : parts) {
            if (part instanceof Part.Expression expression) {
                expression.variables().forEach(variable -> names.add(variable.name()));
            }
        }
        return names;
    }

    /** What RFC 6570 says: the values filled in and encoded; a variable without a value is left out with its name. */
    public String expand(Map<String, String> values) {
        StringBuilder out = new StringBuilder(text.length() + 64);
        for (Part part : parts) {
            expand(part, values, out);
        }
        return out.toString();
    }

    /**
     * The expansion as an address that servers read: a query begins with one {@code ?}, and goes on with {@code &}. Where nothing fills
     * what would begin it, as in {@code {?aff}{&sub1}} without {@code aff}, the next {@code &} begins it; what would begin it once
     * more, as in {@code {?aff}?x=1} with {@code aff} or in {@code ?x=1{?aff}}, goes on with it.
     */
    public String address(Map<String, String> values) {
        StringBuilder out = new StringBuilder(text.length() + 64);
        boolean due = false;
        boolean open = false;
        boolean filled = false;
        for (Part part : parts) {
            int from = out.length();
            expand(part, values, out);
            boolean wrote = out.length() > from;
            if (wrote && due && !open && out.charAt(from) == '&') {
                out.setCharAt(from, '?');
            } else if (wrote && open && out.charAt(from) == '?' && (opensQuery(part) || filled)) {
                out.setCharAt(from, '&');
            }
            due = due || opensQuery(part);
            filled = wrote ? fillsQuery(part) : filled;
            open = (open || out.indexOf("?", from) >= 0) && out.indexOf("#", from) < 0;
            due = due && out.indexOf("#", from) < 0;
        }
        return out.toString();
    }

    private static boolean fillsQuery(Part part) {
        return part instanceof Part.Expression(Operator operator, List<Variable> variables)
                && (operator == Operator.QUERY || operator == Operator.CONTINUATION);
    }

    private static boolean opensQuery(Part part) {
        return part instanceof Part.Expression(Operator operator, List<Variable> variables)
                && operator == Operator.QUERY;
    }

    private static void expand(Part part, Map<String, String> values, StringBuilder out) {
        switch (part) {
            case Part.Literal(String encoded) -> out.append(encoded);
            case Part.Expression(Operator operator, List<Variable> variables) ->
                expand(operator, variables, values, out);
        }
    }

    private static void expand(
            Operator operator, List<Variable> variables, Map<String, String> values, StringBuilder out) {
        String lead = operator.first;
        for (Variable variable : variables) {
            String value = values.get(variable.name());
            if (value == null) {
                continue;
            }
            out.append(lead);
            lead = operator.separator;
            if (operator.named) {
                out.append(variable.name()).append(value.isEmpty() ? operator.ifEmpty : "=");
            }
            String cut = prefix(value, variable.prefix());
            out.append(
                    operator.allowReserved
                            ? Percent.encoded(cut, LITERAL, true)
                            : Percent.encoded(cut, Percent.UNRESERVED, false));
        }
    }

    private static String prefix(String value, int length) {
        return length == 0 || value.codePointCount(0, value.length()) <= length
                ? value
                : value.substring(0, value.offsetByCodePoints(0, length));
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof UriTemplate template && text.equals(template.text);
    }

    @Override
    public int hashCode() {
        return text.hashCode();
    }

    @Override
    public String toString() {
        return text;
    }
}
