package dev.wilyferret.core.text;

import java.text.Normalizer;
import java.util.Collection;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * Finds a name that was used before and means the same: reports fall apart where one thing is spelled in two ways. Two names are near
 * each other if they differ in case, accents, blanks and signs only, or, from five letters on, in one letter (Damerau's distance).
 */
public final class NearDouble {

    private static final Pattern NOT_SAID = Pattern.compile("[^\\p{L}\\p{N}]");
    private static final int LONG_ENOUGH = 5;

    private NearDouble() {}

    /** Empty if the name itself was used before, or none is near it. */
    public static Optional<String> of(String name, Collection<String> used) {
        if (name.isEmpty() || used.contains(name)) {
            return Optional.empty();
        }
        String bare = bare(name);
        return used.stream()
                .filter(one -> bare(one).equals(bare))
                .findFirst()
                .or(() -> used.stream().filter(one -> oneApart(bare(one), bare)).findFirst());
    }

    private static String bare(String name) {
        String split = Normalizer.normalize(name.toLowerCase(Locale.ROOT), Normalizer.Form.NFKD);
        String bare = NOT_SAID.matcher(split).replaceAll("");
        return bare.isEmpty() ? name : bare;
    }

    private static boolean oneApart(String a, String b) {
        if (Math.min(a.length(), b.length()) < LONG_ENOUGH || Math.abs(a.length() - b.length()) > 1 || numbered(a, b)) {
            return false;
        }
        int same = 0;
        while (same < Math.min(a.length(), b.length()) && a.charAt(same) == b.charAt(same)) {
            same++;
        }
        String restA = a.substring(same);
        String restB = b.substring(same);
        return tail(restA, 1).equals(tail(restB, 1))
                || tail(restA, 1).equals(restB)
                || restA.equals(tail(restB, 1))
                || swapped(restA, restB);
    }

    /** "video-1" and "video-2" are two things. */
    private static boolean numbered(String a, String b) {
        return !a.replaceAll("\\p{L}", "").equals(b.replaceAll("\\p{L}", ""));
    }

    private static boolean swapped(String a, String b) {
        return a.length() > 1
                && b.length() > 1
                && a.charAt(0) == b.charAt(1)
                && a.charAt(1) == b.charAt(0)
                && a.substring(2).equals(b.substring(2));
    }

    private static String tail(String text, int from) {
        return text.length() < from ? text : text.substring(from);
    }
}
