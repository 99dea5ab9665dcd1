package dev.wilyferret.core.address;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Percent-encoding (RFC 3986, 2.1), in UTF-8. */
final class Percent {

    static final String UNRESERVED = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-._~";
    static final String RESERVED = ":/?#[]@!$&'()*+,;=";
    /** What may stand in path, query and fragment (RFC 3986, 3.3 to 3.5). */
    private static final String IN_REST = UNRESERVED + ":/@!$&'()*+,;=?";

    private static final Pattern BEYOND_ASCII = Pattern.compile("(?:%[89A-Fa-f][0-9A-Fa-f])++");

    private static final HexFormat HEX = HexFormat.of().withUpperCase();

    private Percent() {}

    /**
     * @param kept what stays as it is
     * @param tripletsStay whether what is encoded already stays so
     */
    static String encoded(String text, String kept, boolean tripletsStay) {
        StringBuilder out = new StringBuilder(text.length() + 16);
        for (int at = 0; at < text.length(); ) {
            int point = text.codePointAt(at);
            if (kept.indexOf(point) >= 0 || (tripletsStay && isTriplet(text, at))) {
                out.appendCodePoint(point);
            } else {
                append(out, point);
            }
            at += Character.charCount(point);
        }
        return out.toString();
    }

    private static void append(StringBuilder out, int point) {
        for (byte octet : Character.toString(point).getBytes(StandardCharsets.UTF_8)) {
            out.append('%').append(HEX.toHexDigits(octet));
        }
    }

    /** Path, query and fragment; only the first {@code #} begins a fragment, and brackets stay where servers expect them. */
    static String encodedRest(String rest) {
        int hash = rest.indexOf('#');
        String before = hash < 0 ? rest : rest.substring(0, hash);
        int query = before.indexOf('?');
        String path = query < 0 ? before : before.substring(0, query);
        return encoded(path, IN_REST, true)
                + (query < 0 ? "" : encoded(before.substring(query), IN_REST + "[]", true))
                + (hash < 0 ? "" : "#" + encoded(rest.substring(hash + 1), IN_REST, true));
    }

    /** The text in UTF-8, with what is encoded in it read. */
    static byte[] octets(String text) {
        ByteArrayOutputStream octets = new ByteArrayOutputStream(text.length());
        for (int at = 0; at < text.length(); ) {
            if (isTriplet(text, at)) {
                octets.write(HexFormat.fromHexDigits(text, at + 1, at + 3));
                at += 3;
            } else {
                int point = text.codePointAt(at);
                octets.writeBytes(Character.toString(point).getBytes(StandardCharsets.UTF_8));
                at += Character.charCount(point);
            }
        }
        return octets.toByteArray();
    }

    private static boolean isTriplet(String text, int at) {
        return text.charAt(at) == '%'
                && at + 2 < text.length()
                && isHexDigit(text.charAt(at + 1))
                && isHexDigit(text.charAt(at + 2));
    }

    private static boolean isHexDigit(char sign) {
        return (sign >= '0' && sign <= '9') || (sign >= 'A' && sign <= 'F') || (sign >= 'a' && sign <= 'f');
    }

    /** With the letters beyond ASCII as letters; what is no UTF-8, or would show as nothing, stays as it is. */
    static String readable(String encoded) {
        return BEYOND_ASCII.matcher(encoded).replaceAll(found -> Matcher.quoteReplacement(letters(found.group())));
    }

    private static String letters(String triplets) {
        byte[] octets = HEX.parseHex(triplets.replace("%", ""));
        try {
            String text = StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(octets))
                    .toString();
            boolean shown = text.codePoints().allMatch(point -> Character.isLetterOrDigit(point) || isMark(point));
            return shown ? text : triplets;
        } catch (CharacterCodingException noText) {
            return triplets;
        }
    }

    private static boolean isMark(int point) {
        int type = Character.getType(point);
        return type == Character.NON_SPACING_MARK || type == Character.COMBINING_SPACING_MARK;
    }
}
