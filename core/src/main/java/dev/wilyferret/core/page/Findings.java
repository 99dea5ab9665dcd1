package dev.wilyferret.core.page;

import dev.wilyferret.core.page.Finding.Check;
import dev.wilyferret.core.page.Finding.Grade;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Gathers findings, and looks over what can stand in several places of a page: tokens and the owner's own code. */
final class Findings {

    private static final Pattern OUTSIDE = Pattern.compile(
            "(?i)(?:\\bsrc|\\bhref|\\bdata|\\bposter|\\bsrcset)\\s*+=\\s*+[\"']?+\\s*+((?:https?:)?//[^\"'\\s>]+)|url\\(\\s*+[\"']?+((?:https?:)?//[^\"')]+)|@import");
    private static final Pattern INSECURE = Pattern.compile("(?i)\\bhttp://[^\\s\"'<>)]+");

    private final List<Finding> all = new ArrayList<>();

    void add(Check check, Grade grade, BlockId block, String field, String what, String why, String mend) {
        all.add(new Finding(check, grade, Optional.of(block), field, what, why, mend));
    }

    void add(Check check, Grade grade, String field, String what, String why, String mend) {
        all.add(new Finding(check, grade, Optional.empty(), field, what, why, mend));
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
        Matcher outside = OUTSIDE.matcher(html);
        if (outside.find()) {
            all.add(new Finding(
                    Check.OUTSIDE_CODE,
                    Grade.SHOULD,
                    block,
                    field,
                    "The code loads something from outside: %s.".formatted(shortened(outside.group())),
                    "It slows the page, can break, and tells others who visits it.",
                    "Put the file on the shelf, or leave it out."));
        }
        Matcher insecure = INSECURE.matcher(html);
        if (insecure.find()) {
            all.add(insecureFinding(block, field, insecure.group()));
        }
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

    void bareToken(Optional<BlockId> block, String field, String name) {
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
        return text.length() > 80 ? text.substring(0, 79) + "…" : text;
    }
}
