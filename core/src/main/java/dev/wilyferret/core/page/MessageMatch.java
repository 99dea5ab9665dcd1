package dev.wilyferret.core.page;

import dev.wilyferret.core.figures.Rate;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How much of an ad's promise a page takes up: of the ad's meaningful words, those that the page's headline,
 * sub-headline and first text carry too.
 *
 * <p>Meaningful is each word of three letters or more, and each number, that is not among the common ones. Words are
 * compared in small letters, up to their ending: two are the same if one begins with the other and has at most three
 * letters more, both having four letters at least.
 *
 * @param carried in the order of the ad
 */
public record MessageMatch(List<String> carried, List<String> missing) {

    private static final Pattern WORD = Pattern.compile("[\\p{L}\\p{N}]+(?:['’][\\p{L}]+)?");
    private static final Set<String> COMMON = Set.of(
            ("the and for with your you are was were this that these those from have has had will would can could "
                            + "not but all any our out get got how what when where who why into over just now more most than then "
                            + "its it's here there about been they them their his her she him one two very also only too off "
                            + "use let may might should must own some such each every even still yet per via click learn see")
                    .split(" "));

    public static MessageMatch of(String ad, Blocks page) {
        StringBuilder words = new StringBuilder();
        page.shown()
                .map(Placed::block)
                .filter(block -> block instanceof Block.Headline
                        || block instanceof Block.SubHeadline
                        || block instanceof Block.Text)
                .limit(3)
                .forEach(block ->
                        BlockWords.of(block).forEach(line -> words.append(' ').append(line.words())));
        Set<String> there = meaningful(words.toString());
        List<String> carried = new ArrayList<>();
        List<String> missing = new ArrayList<>();
        for (String word : meaningful(ad)) {
            (there.stream().anyMatch(other -> same(word, other)) ? carried : missing).add(word);
        }
        return new MessageMatch(List.copyOf(carried), List.copyOf(missing));
    }

    public Rate share() {
        return new Rate(carried.size(), (long) carried.size() + missing.size());
    }

    private static Set<String> meaningful(String text) {
        Set<String> words = new LinkedHashSet<>();
        Matcher matcher = WORD.matcher(text.toLowerCase(Locale.ROOT));
        while (matcher.find()) {
            String word = matcher.group();
            boolean number = Character.isDigit(word.charAt(0));
            if ((number || word.length() >= 3) && !COMMON.contains(word)) {
                words.add(word);
            }
        }
        return words;
    }

    private static boolean same(String one, String other) {
        if (one.equals(other)) {
            return true;
        }
        String shorter = one.length() < other.length() ? one : other;
        String longer = one.length() < other.length() ? other : one;
        return shorter.length() >= 4 && longer.startsWith(shorter) && longer.length() - shorter.length() <= 3;
    }
}
