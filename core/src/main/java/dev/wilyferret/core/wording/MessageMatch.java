package dev.wilyferret.core.wording;

import dev.wilyferret.core.figures.Rate;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.Blocks;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.text.Words;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * How much of an ad's promise a page takes up: of the ad's meaningful words, those that the page's headline,
 * sub-headline and first text carry too.
 *
 * <p>Meaningful is each word of three letters or more, and each number, that is not among the common ones of the page's
 * language; addresses and tokens are none. Words are
 * compared in small letters, up to their ending: two are the same if one begins with the other and has at most three
 * letters more, both having four letters at least.
 *
 * @param carried in the order of the ad
 */
public record MessageMatch(List<String> carried, List<String> missing) {

    private static final int MOST = 2_000;

    private static final Pattern TOKEN = Pattern.compile("\\{\\{[^{}]*+}}");
    private static final Pattern PIECE = Pattern.compile("\\s+");

    /**
     * @param ad its words, at most 2,000 characters
     * @param language of the page, such as {@code de} or {@code pt-BR}
     * @throws Refusal if the ad is longer
     */
    public static MessageMatch of(String ad, Blocks page, String language) {
        StringBuilder words = new StringBuilder();
        page.shown()
                .map(Placed::block)
                .filter(block -> block instanceof Block.Headline
                        || block instanceof Block.SubHeadline
                        || block instanceof Block.Text)
                .limit(3)
                .forEach(block ->
                        BlockWords.of(block).forEach(line -> words.append(' ').append(line.words())));
        Set<String> there = meaningful(words.toString(), language);
        List<String> carried = new ArrayList<>();
        List<String> missing = new ArrayList<>();
        for (String word : meaningful(PlainText.lines("ad", ad, MOST), language)) {
            (there.stream().anyMatch(other -> same(word, other)) ? carried : missing).add(word);
        }
        return new MessageMatch(List.copyOf(carried), List.copyOf(missing));
    }

    public Rate share() {
        return new Rate(carried.size(), (long) carried.size() + missing.size());
    }

    private static Set<String> meaningful(String text, String language) {
        String read = PIECE.splitAsStream(TOKEN.matcher(text).replaceAll(" "))
                .filter(piece -> !isAddress(piece))
                .collect(Collectors.joining(" "));
        return Words.of(read.toLowerCase(Locale.forLanguageTag(language))).stream()
                .map(word -> word.replace('\u2019', '\''))
                .filter(MessageMatch::longEnough)
                .filter(word -> !CommonWords.hold(word, language))
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    private static boolean isAddress(String piece) {
        int dot = piece.indexOf('.');
        return piece.contains("://")
                || piece.contains("@")
                || piece.regionMatches(true, 0, "www.", 0, 4)
                || dot > 0 && piece.indexOf('/', dot) > dot;
    }

    /** A sign for a whole word is long enough by itself; two letters are, where a script has no spaces. */
    private static boolean longEnough(String word) {
        int first = word.codePointAt(0);
        Character.UnicodeScript script = Character.UnicodeScript.of(first);
        int least = switch (script) {
            case HAN -> 1;
            case KATAKANA, HANGUL, THAI, LAO, KHMER, MYANMAR -> 2;
            default -> Character.isDigit(first) ? 1 : 3;
        };
        return word.codePointCount(0, word.length()) >= least;
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
