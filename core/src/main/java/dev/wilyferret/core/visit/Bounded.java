package dev.wilyferret.core.visit;

/** Texts that nobody typed, cut to a length that can be kept. */
final class Bounded {

    private Bounded() {}

    /** Without NUL, which no database text holds, and cut between code points. */
    static String cut(String text, int most) {
        if (text.length() <= most && text.indexOf(0) < 0) {
            return text;
        }
        String clean = text.replace("\0", "");
        int end = Math.min(clean.length(), most);
        boolean splitsPair = end > 0 && end < clean.length() && Character.isHighSurrogate(clean.charAt(end - 1));
        return clean.substring(0, splitsPair ? end - 1 : end);
    }
}
