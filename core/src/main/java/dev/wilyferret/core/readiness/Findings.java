package dev.wilyferret.core.readiness;

import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.readiness.Finding.Check;
import dev.wilyferret.core.readiness.Finding.Grade;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.TokenText;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** Gathers findings, and looks over what can stand in several places of a page: tokens and the owner's own code. */
final class Findings {

    private static final Pattern TAG = Pattern.compile("<([A-Za-z][A-Za-z0-9:-]*+)([^<>]*+)");
    /** Elements whose address is followed by visitors or read by machines, and loads nothing by itself. */
    private static final Set<String> FOLLOWED = Set.of("a", "area", "form", "blockquote", "q", "ins", "del");
    /** What a browser loads of what a page is linked with. */
    private static final Pattern LOADING_LINK = Pattern.compile(
            "(?i)\\brel\\s*+=\\s*+[\"']?[^\"'<>]*?(?:stylesheet|icon|preload|prefetch|preconnect|manifest)");
    /** What a browser loads by itself as it reads a tag, or a script that sets it. */
    private static final Pattern LOADED = Pattern.compile(
            "(?i)(?<![\\w-])(?:src|href|xlink:href|data|poster|srcset|background)\\s*+=\\s*+[\"']?+\\s*+((?:https?:)?//[^\"'\\s>]+)");

    private static final Pattern IN_STYLE = Pattern.compile("(?i)url\\(\\s*+[\"']?+((?:https?:)?//[^\"')]+)|@import");
    /** A name of a vocabulary looks like an address, and is none. */
    private static final Pattern NAME_SPACE =
            Pattern.compile("(?i)\\bxmlns(?::[a-z]+)?\\s*+=\\s*+(?:\"[^\"<>]*+\"|'[^'<>]*+')");

    private static final Pattern INSECURE = Pattern.compile("(?i)\\bhttp://[^\\s\"'<>)]+");
    private static final Pattern BRACES = Pattern.compile("\\{\\{[^{}]{0,300}+(?:}})?+");

    private final List<Finding> all = new ArrayList<>();

    void add(Check check, Grade grade, BlockId block, String field, String what, String why, String mend) {
        all.add(new Finding(check, grade, Optional.of(block), field, what, why, mend));
    }

    void add(Check check, Grade grade, String field, String what, String why, String mend) {
        all.add(new Finding(check, grade, Optional.empty(), field, what, why, mend));
    }

    /** Whether the same is known already. */
    boolean holds(Finding finding) {
        return all.contains(finding);
    }

    /** What stops publishing first; else in the order they were found. */
    List<Finding> byGrade() {
        return all.stream().sorted(Comparator.comparing(Finding::grade)).toList();
    }

    static boolean insecure(String address) {
        return INSECURE.matcher(address).find();
    }

    void insecureAddress(Optional<BlockId> block, String field, String address) {
        all.add(insecureFinding(block, field, address));
    }

    void code(Optional<BlockId> block, String field, String html) {
        outside(html)
                .ifPresent(loaded -> all.add(new Finding(
                        Check.OUTSIDE_CODE,
                        Grade.SHOULD,
                        block,
                        field,
                        "The code loads something from outside: %s.".formatted(shortened(loaded)),
                        "It slows the page, can break, and tells others who visits it.",
                        "Put the file on the shelf, or leave it out.")));
        Matcher insecure = INSECURE.matcher(NAME_SPACE.matcher(html).replaceAll(""));
        if (insecure.find()) {
            all.add(insecureFinding(block, field, insecure.group()));
        }
    }

    /** The first thing a browser would load from elsewhere. */
    private static Optional<String> outside(String html) {
        String loading = TAG.matcher(html)
                .replaceAll(tag -> loads(tag.group(1), tag.group(2)) ? Matcher.quoteReplacement(tag.group()) : "");
        return Stream.of(LOADED, IN_STYLE)
                .map(pattern -> pattern.matcher(loading))
                .filter(Matcher::find)
                .map(Matcher::group)
                .findFirst();
    }

    private static boolean loads(String tag, String attributes) {
        String name = tag.toLowerCase(Locale.ROOT);
        return !FOLLOWED.contains(name)
                && (!name.equals("link") || LOADING_LINK.matcher(attributes).find());
    }

    private static Finding insecureFinding(Optional<BlockId> block, String field, String address) {
        return new Finding(
                Check.INSECURE_ADDRESS,
                Grade.SHOULD,
                block,
                field,
                "The address %s is not secure.".formatted(shortened(address)),
                "Browsers warn of it, and others on the line can read along.",
                "Use the address that starts with https://.");
    }

    /** What is wrong with the tokens of a text that visitors read. */
    void tokens(Optional<BlockId> block, String field, String text) {
        for (TokenText.Part part : TokenText.of(text).parts()) {
            switch (part) {
                case TokenText.Part.Token(String name, String fallback) -> {
                    if (fallback.isEmpty()) {
                        bareToken(block, field, name);
                    }
                }
                case TokenText.Part.Literal(String literal) ->
                    BRACES.matcher(literal).results().forEach(braces -> unread(block, field, braces.group()));
            }
        }
    }

    private void unread(Optional<BlockId> block, String field, String braces) {
        all.add(
                new Finding(
                        Check.TOKEN_NOT_READ,
                        Grade.STOPS,
                        block,
                        field,
                        "%s is no token and would stay on the page as it stands.".formatted(shortened(braces)),
                        "Visitors would read the braces.",
                        "Write {{name|words for everybody else}}: letters, digits and _ in the name, one bar, at most 120 characters after it."));
    }

    private void bareToken(Optional<BlockId> block, String field, String name) {
        all.add(new Finding(
                Check.TOKEN_WITHOUT_FALLBACK,
                Grade.STOPS,
                block,
                field,
                "The token {{%s}} has nothing to fall back on.".formatted(name),
                "For a visitor of whom it is not known the sentence would have a hole.",
                "Write {{%s|words for everybody else}}.".formatted(name)));
    }

    /** What a block is called in a sentence. */
    static String name(Placed placed) {
        return placed.block().kind().words().toLowerCase(Locale.ROOT);
    }

    private static String shortened(String text) {
        return PlainText.cut(text, 80);
    }
}
