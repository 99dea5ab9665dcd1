package dev.wilyferret.core.address;

import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * A URI template as in RFC 6570, for variables whose values are plain strings (levels 1 to 3, and the prefix modifier
 * of level 4; the explode modifier is read and changes nothing for a string).
 */
public final class UriTemplate {

    private static final String UNRESERVED = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-._~";
    private static final String RESERVED = ":/?#[]@!$&'()*+,;=";

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
                parts.add(new Part.Literal(encode(text.substring(at, end), true)));
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
     * @throws Refusal as {@link #parse}, or if the scheme is another one, or a variable stands before the path
     */
    public static UriTemplate parseWeb(String typed) {
        UriTemplate template = parse(typed);
        WebAddress.refuseOtherSchemes(template.text);
        int host = template.text.indexOf("//") + 2;
        int brace = template.text.indexOf('{');
        int path = firstOf(template.text, "/?#", host);
        boolean opensQuery =
                brace >= 0 && brace + 1 < template.text.length() && "/?#".indexOf(template.text.charAt(brace + 1)) >= 0;
        if (brace >= 0 && brace < path && !opensQuery) {
            throw new Refusal(
                    "The host of the template must be fixed: the first { may only come after it, for example https://shop.example/buy{?aff,sub1}.");
        }
        new WebAddress(template.expand(Map.of()));
        return template;
    }

    private static int firstOf(String text, String signs, int from) {
        for (int at = from; at < text.length(); at++) {
            if (signs.indexOf(text.charAt(at)) >= 0) {
                return at;
            }
        }
        return text.length();
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
        if (!name.matches("[A-Za-z0-9_]+(\\.[A-Za-z0-9_]+)*")
                || !(colon < 0 ? "0" : length).matches(colon < 0 ? "0" : "[1-9]\\d{0,3}")) {
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

    /** The address with the values filled in and encoded; a variable without a value is left out with its name. */
    public String expand(Map<String, String> values) {
        StringBuilder out = new StringBuilder(text.length() + 64);
        for (Part part : parts) {
            switch (part) {
                case Part.Literal(String encoded) -> out.append(encoded);
                case Part.Expression(Operator operator, List<Variable> variables) ->
                    expand(operator, variables, values, out);
            }
        }
        return out.toString();
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
            out.append(encode(prefix(value, variable.prefix()), operator.allowReserved));
        }
    }

    private static String prefix(String value, int length) {
        return length == 0 || value.codePointCount(0, value.length()) <= length
                ? value
                : value.substring(0, value.offsetByCodePoints(0, length));
    }

    private static String encode(String value, boolean keepReserved) {
        StringBuilder out = new StringBuilder(value.length());
        for (int at = 0; at < value.length(); ) {
            int point = value.codePointAt(at);
            if (UNRESERVED.indexOf(point) >= 0
                    || (keepReserved && (RESERVED.indexOf(point) >= 0 || isTriplet(value, at)))) {
                out.appendCodePoint(point);
            } else {
                for (byte octet : Character.toString(point).getBytes(StandardCharsets.UTF_8)) {
                    out.append('%').append("%02X".formatted(octet));
                }
            }
            at += Character.charCount(point);
        }
        return out.toString();
    }

    private static boolean isTriplet(String value, int at) {
        return value.charAt(at) == '%'
                && at + 2 < value.length()
                && Character.digit(value.charAt(at + 1), 16) >= 0
                && Character.digit(value.charAt(at + 2), 16) >= 0;
    }

    @Override
    public String toString() {
        return text;
    }
}
