package dev.wilyferret.core.pixel;

import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * JSON text (RFC 8259) with placeholders such as {@code {event}}. Inside quotes a placeholder becomes its value, escaped; outside
 * them a number, a quoted text, or {@code null} where there is no value.
 */
public record JsonTemplate(String text) {

    private static final Pattern TOKEN = Pattern.compile("\"|\\\\.|\\{([A-Za-z][A-Za-z0-9_.]*)}");
    private static final Pattern NUMBER = Pattern.compile("-?(0|[1-9][0-9]*)(\\.[0-9]+)?");

    public boolean isEmpty() {
        return text.isBlank();
    }

    /** The names of its placeholders. */
    public Set<String> variables() {
        Set<String> names = new TreeSet<>();
        written(name -> {
            names.add(name);
            return "";
        });
        return names;
    }

    public String expand(Map<String, String> values) {
        return written(name -> values.getOrDefault(name, ""));
    }

    private String written(Function<String, String> values) {
        Matcher token = TOKEN.matcher(text);
        StringBuilder out = new StringBuilder();
        boolean quoted = false;
        while (token.find()) {
            String name = token.group(1);
            if (name == null) {
                quoted ^= token.group().equals("\"");
                token.appendReplacement(out, Matcher.quoteReplacement(token.group()));
            } else {
                String value = values.apply(name);
                token.appendReplacement(out, Matcher.quoteReplacement(quoted ? escaped(value) : bare(value)));
            }
        }
        return token.appendTail(out).toString();
    }

    private static String bare(String value) {
        return value.isEmpty() ? "null" : NUMBER.matcher(value).matches() ? value : "\"" + escaped(value) + "\"";
    }

    private static String escaped(String value) {
        StringBuilder out = new StringBuilder(value.length() + 8);
        value.chars().forEach(sign -> {
            if (sign == '"' || sign == '\\') {
                out.append('\\').append((char) sign);
            } else if (sign < 0x20) {
                out.append("\\u%04x".formatted(sign));
            } else {
                out.append((char) sign);
            }
        });
        return out.toString();
    }
}
