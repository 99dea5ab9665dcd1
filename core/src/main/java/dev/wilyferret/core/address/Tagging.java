package dev.wilyferret.core.address;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Pattern;

/**
 * Puts parameters on an address. What stands there stays where and as it is: path, query, order, fragment. A parameter that is put on
 * stands once: where the address carries its name already, there, with the value that is put on; else at the end of the query. One
 * without a value is left out. Values are encoded once, in UTF-8, with blanks as {@code %20}. Doing it again changes nothing.
 */
public final class Tagging {

    private static final Pattern ENCODED = Pattern.compile("(?:[^%]|%[0-9A-Fa-f]{2})*");

    /**
     * @param replaced what the address said itself and another value took the place of, by name; decoded
     */
    public record Tagged(String address, Map<String, String> replaced) {}

    private Tagging() {}

    /**
     * @param address whole, or from its path on
     * @param parameters names as they stand in a query, and what they say
     */
    public static Tagged of(String address, Map<String, String> parameters) {
        Map<String, String> wanted = new LinkedHashMap<>();
        parameters.forEach((name, value) -> {
            if (!value.isEmpty()) {
                wanted.put(name, Query.encode(value));
            }
        });
        if (wanted.isEmpty()) {
            return new Tagged(address, Map.of());
        }
        int hash = address.indexOf('#');
        String before = hash < 0 ? address : address.substring(0, hash);
        int mark = before.indexOf('?');
        Map<String, String> replaced = new LinkedHashMap<>();
        StringBuilder out =
                new StringBuilder(address.length() + 120).append(before, 0, mark < 0 ? before.length() : mark);
        boolean open = mark >= 0 && kept(before.substring(mark + 1), wanted, replaced, out);
        char next = mark < 0 ? '?' : '&';
        for (Map.Entry<String, String> one : wanted.entrySet()) {
            if (!open) {
                out.append(next);
            }
            out.append(one.getKey()).append('=').append(one.getValue());
            open = false;
            next = '&';
        }
        return new Tagged(out.append(hash < 0 ? "" : address.substring(hash)).toString(), replaced);
    }

    /**
     * Writes a query down, with what is wanted in the place of what has its name; takes that from what is wanted.
     *
     * @return whether what comes next needs no sign before it
     */
    private static boolean kept(
            String query, Map<String, String> wanted, Map<String, String> replaced, StringBuilder out) {
        Map<String, Boolean> done = new HashMap<>();
        char sign = '?';
        int begins = out.length();
        for (String part : query.split("&", -1)) {
            int is = part.indexOf('=');
            String raw = is < 0 ? part : part.substring(0, is);
            String name = Query.decoded(raw);
            if (done.containsKey(name)) {
                continue;
            }
            out.append(sign);
            begins = out.length();
            sign = '&';
            String value = wanted.remove(name);
            if (value == null) {
                out.append(part);
                continue;
            }
            done.put(name, true);
            String said = is < 0 ? "" : Query.decoded(part.substring(is + 1));
            if (!said.isEmpty() && said.equals(Query.decoded(value))) {
                out.append(part);
            } else {
                out.append(raw).append('=').append(value);
                if (!said.isEmpty()) {
                    replaced.put(name, said);
                }
            }
        }
        return out.length() == begins;
    }

    /** What was typed, read where it was pasted in its encoded form, so that nothing is encoded twice. */
    public static String read(String typed) {
        if (typed.indexOf('%') < 0 || !ENCODED.matcher(typed).matches()) {
            return typed;
        }
        try {
            String text = StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(Percent.octets(typed)))
                    .toString();
            return text.chars().anyMatch(Character::isISOControl) ? typed : text;
        } catch (CharacterCodingException noText) {
            return typed;
        }
    }

    /** How a value is typed, so that {@link #read} says it. */
    public static String typed(String value) {
        return read(value).equals(value) ? value : value.replace("%", "%25");
    }
}
