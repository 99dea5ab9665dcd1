package dev.wilyferret.core.page;

import dev.wilyferret.core.color.Palette;
import dev.wilyferret.core.page.Finding.Check;
import dev.wilyferret.core.page.Finding.Grade;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.text.TokenText;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** Looks a page over before visitors see it. */
public final class Readiness {

    /** HTML, style and pictures together; beyond, a phone on a slow line waits for more than three seconds. */
    public static final long BUDGET_BYTES = 1_500_000;

    private static final int LONG_HEADLINE = 90;
    private static final int MANY_FIELDS = 2;
    private static final Pattern OUTSIDE = Pattern.compile(
            "(?i)(?:\\bsrc|\\bhref|\\bdata|\\bposter|\\bsrcset)\\s*=\\s*[\"']?\\s*((?:https?:)?//[^\"'\\s>]+)|url\\(\\s*[\"']?((?:https?:)?//[^\"')]+)|@import");
    private static final Pattern INSECURE = Pattern.compile("(?i)\\bhttp://[^\\s\"'<>)]+");
    private static final Pattern AUTOPLAY = Pattern.compile("(?i)[?&]autoplay=(?:1|true)\\b");
    private static final Pattern MUTED = Pattern.compile("(?i)[?&]muted?=(?:1|true)\\b");

    /** How far another page has come. */
    public enum Target {
        MISSING,
        NOT_PUBLISHED,
        PUBLISHED
    }

    /**
     * What a page has to be seen against.
     *
     * @param page how far another page of the promotion has come
     * @param offers the offers there are
     * @param offerTagged whether the affiliate link of an offer (empty: the promotion's own) carries the click id
     * @param mediaBytes the size of each file of the shelf by its name
     * @param legalComplete whether name, postal address and contact are known for the footer
     * @param htmlBytes what the page's HTML and style weigh
     * @param folds as measured; empty where they were not
     */
    public record Around(
            Function<UUID, Target> page,
            Set<UUID> offers,
            Function<Optional<UUID>, Boolean> offerTagged,
            Map<String, Long> mediaBytes,
            boolean legalComplete,
            long htmlBytes,
            List<Fold> folds,
            Instant now) {}

    private final ContentPage page;
    private final Around around;
    private final List<Placed> shown;
    private final List<Finding> findings = new ArrayList<>();

    private Readiness(ContentPage page, Around around) {
        this.page = page;
        this.around = around;
        this.shown = page.blocks().shown().toList();
    }

    /** What was found: first what stops publishing, then what should be mended, then advice; each in reading order. */
    public static List<Finding> of(PageDocument document, Around around) {
        return switch (document) {
            case ContentPage page -> new Readiness(page, around).looked();
            case PageDocument.RedirectPage redirect -> List.of();
        };
    }

    private List<Finding> looked() {
        headline();
        action();
        shown.forEach(placed -> {
            nextSteps(placed);
            block(placed);
            tokens(placed.id(), BlockWords.of(placed.block()));
        });
        disclosure();
        settings();
        contrast();
        weight();
        findings.sort(Comparator.comparing(Finding::grade));
        return List.copyOf(findings);
    }

    private void add(Check check, Grade grade, BlockId block, String field, String what, String why, String mend) {
        findings.add(new Finding(check, grade, Optional.of(block), field, what, why, mend));
    }

    private void add(Check check, Grade grade, String field, String what, String why, String mend) {
        findings.add(new Finding(check, grade, Optional.empty(), field, what, why, mend));
    }

    private void headline() {
        List<Placed> headlines = shown.stream()
                .filter(placed -> placed.block() instanceof Block.Headline(String text) && !text.isEmpty())
                .toList();
        if (headlines.isEmpty()) {
            add(
                    Check.NO_HEADLINE,
                    Grade.STOPS,
                    "headline",
                    "The page has no headline.",
                    "It is what visitors read first, and often all they read.",
                    "Write one.");
        }
        headlines.stream()
                .skip(1)
                .forEach(placed -> add(
                        Check.SEVERAL_HEADLINES,
                        Grade.SHOULD,
                        placed.id(),
                        "text",
                        "This is a second headline.",
                        "One page has one message; a second one splits attention.",
                        "Make it a sub-headline, or drop it."));
        headlines.stream()
                .filter(placed -> ((Block.Headline) placed.block()).text().length() > LONG_HEADLINE)
                .forEach(placed -> add(
                        Check.LONG_HEADLINE,
                        Grade.ADVICE,
                        placed.id(),
                        "text",
                        "The headline has %d characters."
                                .formatted(
                                        ((Block.Headline) placed.block()).text().length()),
                        "On a phone it wraps to more than four lines and pushes the rest down.",
                        "Shorten it to %d or less.".formatted(LONG_HEADLINE)));
    }

    /** The ways on, as a visitor counts them: where two lead to the same place, they are one. */
    private void action() {
        List<Placed> actions = shown.stream().filter(Readiness::isAction).toList();
        if (actions.isEmpty()) {
            add(
                    Check.NO_ACTION,
                    Grade.STOPS,
                    "action",
                    "The page asks for nothing.",
                    "A visitor who cannot go on is a lost click.",
                    "Add a button, a form or a quiz.");
            return;
        }
        List<NextStep> ways = actions.stream()
                .filter(placed -> !(placed.block() instanceof Block.OfferItem))
                .filter(placed -> !opensPopUp(placed))
                .flatMap(placed -> placed.block().nextSteps().stream())
                .filter(next -> !(next instanceof NextStep.NotChosen))
                .distinct()
                .toList();
        if (ways.size() > 1) {
            add(
                    Check.COMPETING_ACTIONS,
                    Grade.SHOULD,
                    actions.getLast().id(),
                    "next",
                    "The page leads to %d different places.".formatted(ways.size()),
                    "One page, one action: each further way on takes visitors from the one that matters.",
                    "Lead all of them to the same place, or drop some.");
        }
        for (Fold fold : around.folds()) {
            if (actions.stream().noneMatch(placed -> fold.above(placed.id()))) {
                add(
                        Check.ACTION_BELOW_FOLD,
                        fold.screen() == Fold.Screen.PHONE ? Grade.SHOULD : Grade.ADVICE,
                        actions.getFirst().id(),
                        "words",
                        "On %s the call to action is below the fold."
                                .formatted(fold.screen().words()),
                        "Many visitors never scroll.",
                        "Move it up, or shorten what stands above it.");
            }
        }
    }

    private static boolean isAction(Placed placed) {
        return switch (placed.block().kind()) {
            case BUTTON, FORM, QUIZ, OFFER_ITEM -> true;
            default -> false;
        };
    }

    private static boolean opensPopUp(Placed placed) {
        return placed.block().nextSteps().stream().allMatch(NextStep.OpenPopUp.class::isInstance);
    }

    private void nextSteps(Placed placed) {
        boolean maySkip = placed.block() instanceof Block.Question || placed.block() instanceof Block.Countdown;
        for (NextStep next : placed.block().nextSteps()) {
            switch (next) {
                case NextStep.NotChosen() -> {
                    if (!maySkip) {
                        nextStep(placed, Check.NO_NEXT_STEP, "leads nowhere.", "Choose its next step.");
                    }
                }
                case NextStep.ToPageToMake(String name) ->
                    nextStep(
                            placed,
                            Check.PAGE_MISSING,
                            "leads to “%s”, which is still to be made.".formatted(name),
                            "Make that page, or choose another next step.");
                case NextStep.ToPage(UUID target) -> page(placed, around.page().apply(target));
                case NextStep.ToOffer() -> tagged(placed, Optional.empty());
                case NextStep.ToAnotherOffer(UUID offer) -> offer(placed, offer);
                case NextStep.OpenPopUp(BlockId popUp) -> popUp(placed, popUp);
                case NextStep.ShowThanks() -> {}
            }
        }
    }

    private void nextStep(Placed placed, Check check, String what, String mend) {
        add(
                check,
                Grade.STOPS,
                placed.id(),
                "next",
                "This %s ".formatted(name(placed)) + what,
                "A visitor who follows it would get stuck.",
                mend);
    }

    private void page(Placed placed, Target target) {
        switch (target) {
            case MISSING ->
                nextStep(placed, Check.PAGE_MISSING, "leads to a page that is gone.", "Choose another next step.");
            case NOT_PUBLISHED ->
                nextStep(
                        placed,
                        Check.PAGE_NOT_PUBLISHED,
                        "leads to a page that is not published.",
                        "Publish that page first, or choose another next step.");
            case PUBLISHED -> {}
        }
    }

    private void offer(Placed placed, UUID offer) {
        if (around.offers().contains(offer)) {
            tagged(placed, Optional.of(offer));
        } else {
            nextStep(placed, Check.PAGE_MISSING, "leads to an offer that is gone.", "Choose another next step.");
        }
    }

    private void popUp(Placed placed, BlockId popUp) {
        boolean there =
                shown.stream().anyMatch(other -> other.id().equals(popUp) && other.block() instanceof Block.PopUp);
        if (!there) {
            nextStep(
                    placed,
                    Check.POP_UP_MISSING,
                    "opens a pop-up that is not on the page.",
                    "Add the pop-up, show it again, or choose another next step.");
        }
    }

    private void tagged(Placed placed, Optional<UUID> offer) {
        if (!around.offerTagged().apply(offer)) {
            add(
                    Check.UNTAGGED_LINK,
                    Grade.SHOULD,
                    placed.id(),
                    "next",
                    "The affiliate link this %s leads to carries no click id.".formatted(name(placed)),
                    "A sale could not be led back to its click, source or page.",
                    "Put the click id into a sub ID of the offer's link.");
        }
    }

    private void block(Placed placed) {
        switch (placed.block()) {
            case Block.Headline headline -> {}
            case Block.SubHeadline sub -> {}
            case Block.Text(RichText text) ->
                text.addresses().stream()
                        .filter(address -> INSECURE.matcher(address).find())
                        .forEach(address -> insecure(placed.id(), "text", address));
            case Block.Benefits(List<String> lines) -> {
                if (lines.size() == 1) {
                    add(
                            Check.ONE_BENEFIT,
                            Grade.SHOULD,
                            placed.id(),
                            "lines",
                            "There is one benefit line.",
                            "A list of one reads like a mistake.",
                            "Write two to five, or none.");
                }
            }
            case Block.Picture(String media, String description, boolean beside) -> {
                file(placed, media, "media", true);
                altText(placed, media, description);
            }
            case Block.Video video -> video(placed, video);
            case Block.Button(String words, NextStep next) -> words(placed, "words", words, "button has no words");
            case Block.Form form -> form(placed, form);
            case Block.BonusList(String title, boolean total) -> holdsNothing(placed, "Add a bonus.");
            case Block.Bonus(String media, String name, String text, String value) -> {
                words(placed, "name", name, "bonus has no name");
                file(placed, media, "media", false);
            }
            case Block.Quiz quiz -> holdsNothing(placed, "Add a question.");
            case Block.Question(String text, List<Block.Answer> answers) -> {
                words(placed, "text", text, "question is empty");
                if (answers.size() < 2) {
                    words(
                            placed,
                            "answers",
                            "",
                            "question has %d answers; it needs two at least".formatted(answers.size()));
                }
            }
            case Block.OfferItem item -> {
                words(placed, "title", item.title(), "offer item has no title");
                words(placed, "words", item.words(), "offer item's button has no words");
                file(placed, item.media(), "media", false);
                altText(placed, item.media(), item.description());
            }
            case Block.Quote(String text, String who) -> {}
            case Block.Countdown countdown -> countdown(placed, countdown);
            case Block.Divider() -> {}
            case Block.PopUp popUp -> holdsNothing(placed, "Put blocks into it.");
            case Block.Disclosure disclosure -> {}
            case Block.Code(String html) -> code(Optional.of(placed.id()), "html", html);
        }
    }

    private void words(Placed placed, String field, String words, String what) {
        if (words.isEmpty()) {
            add(
                    Check.EMPTY_BLOCK,
                    Grade.STOPS,
                    placed.id(),
                    field,
                    "This " + what + ".",
                    "Visitors would see an empty place.",
                    "Fill it in, hide the block, or drop it.");
        }
    }

    private void holdsNothing(Placed placed, String mend) {
        if (placed.inside().isEmpty()) {
            add(
                    Check.EMPTY_BLOCK,
                    Grade.STOPS,
                    placed.id(),
                    "inside",
                    "This %s holds nothing.".formatted(name(placed)),
                    "Visitors would see an empty place.",
                    mend);
        }
    }

    private void file(Placed placed, String media, String field, boolean needed) {
        if (needed
                ? !around.mediaBytes().containsKey(media)
                : !media.isEmpty() && !around.mediaBytes().containsKey(media)) {
            add(
                    Check.MEDIA_MISSING,
                    Grade.STOPS,
                    placed.id(),
                    field,
                    media.isEmpty()
                            ? "This %s has no file.".formatted(name(placed))
                            : "The file of this %s is no longer on the shelf.".formatted(name(placed)),
                    "Visitors would see an empty place.",
                    "Choose a file, hide the block, or drop it.");
        }
    }

    private void altText(Placed placed, String media, String description) {
        if (!media.isEmpty() && description.isEmpty()) {
            add(
                    Check.NO_ALT_TEXT,
                    Grade.STOPS,
                    placed.id(),
                    "description",
                    "This picture has no description.",
                    "Who cannot see it learns nothing from it.",
                    "Say in a few words what it shows.");
        }
    }

    private void video(Placed placed, Block.Video video) {
        if (video.frame().isEmpty()) {
            file(placed, video.media(), "media", true);
        }
        file(placed, video.still(), "still", false);
        if (video.description().isEmpty()) {
            add(
                    Check.NO_ALT_TEXT,
                    Grade.STOPS,
                    placed.id(),
                    "description",
                    "This video has no description.",
                    "Who cannot see it learns nothing from it.",
                    "Say in a few words what it shows.");
        }
        if (AUTOPLAY.matcher(video.frame()).find()
                && !MUTED.matcher(video.frame()).find()) {
            add(
                    Check.VIDEO_WITH_SOUND,
                    Grade.SHOULD,
                    placed.id(),
                    "frame",
                    "The player's address asks it to start by itself, with sound.",
                    "Browsers block it, and visitors leave when it does start.",
                    "Take autoplay out of the address, or add mute=1.");
        }
    }

    private void form(Placed placed, Block.Form form) {
        words(placed, "words", form.words(), "form's button has no words");
        if (form.fields() > MANY_FIELDS) {
            add(
                    Check.MANY_FIELDS,
                    Grade.SHOULD,
                    placed.id(),
                    "firstName",
                    "The form asks for %d things.".formatted(form.fields()),
                    "Each further field costs opt-ins.",
                    "Ask for the e-mail address, and at most one thing more.");
        }
        if (!around.legalComplete()) {
            add(
                    Check.FORM_WITHOUT_LEGAL,
                    Grade.STOPS,
                    placed.id(),
                    "legal",
                    "The page takes addresses, but the legal footer lacks a name, a postal address or a contact.",
                    "Who leaves an address must know who gets it.",
                    "Fill in the footer in Settings.");
        }
    }

    private void countdown(Placed placed, Block.Countdown countdown) {
        if (countdown.until().isEmpty() || !countdown.until().get().isAfter(around.now())) {
            add(
                    Check.COUNTDOWN_PAST,
                    Grade.STOPS,
                    placed.id(),
                    "until",
                    countdown.until().isEmpty() ? "The countdown has no end." : "The countdown is over already.",
                    "A deadline that is shown has to be one.",
                    "Choose a moment still to come, or drop the countdown.");
        }
        if (countdown.hides().isEmpty() && countdown.changes().isEmpty()) {
            add(
                    Check.COUNTDOWN_WITHOUT_EFFECT,
                    Grade.SHOULD,
                    placed.id(),
                    "hides",
                    "When the countdown is over, nothing ends.",
                    "A deadline without an end is not honest, and visitors notice.",
                    "Choose what is hidden or changed afterwards.");
        }
    }

    private void code(Optional<BlockId> block, String field, String html) {
        Matcher outside = OUTSIDE.matcher(html);
        if (outside.find()) {
            findings.add(new Finding(
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
            findings.add(insecureFinding(block, field, insecure.group()));
        }
    }

    private void insecure(BlockId block, String field, String address) {
        findings.add(insecureFinding(Optional.of(block), field, address));
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

    private void tokens(BlockId block, List<BlockWords.Line> lines) {
        lines.stream()
                .filter(BlockWords.Line::read)
                .flatMap(line -> TokenText.of(line.words()).tokens().stream())
                .filter(token -> token.fallback().isEmpty())
                .forEach(token -> findings.add(bareToken(Optional.of(block), "text", token.name())));
    }

    private static Finding bareToken(Optional<BlockId> block, String field, String name) {
        return new Finding(
                Check.TOKEN_WITHOUT_FALLBACK,
                Grade.STOPS,
                block,
                field,
                "The token {{%s}} has nothing to fall back on.".formatted(name),
                "For a visitor of whom it is not known the sentence would have a hole.",
                "Write {{%s|words for everybody else}}.".formatted(name));
    }

    private void disclosure() {
        boolean outbound = shown.stream()
                .flatMap(placed -> placed.block().nextSteps().stream())
                .anyMatch(next -> next.outbound() || next instanceof NextStep.ToPage);
        boolean disclosed = shown.stream()
                .anyMatch(placed -> placed.block() instanceof Block.Disclosure(String text) && !text.isEmpty());
        if (outbound && !disclosed) {
            boolean direct = shown.stream()
                    .flatMap(placed -> placed.block().nextSteps().stream())
                    .anyMatch(NextStep::outbound);
            add(
                    Check.NO_DISCLOSURE,
                    direct ? Grade.STOPS : Grade.ADVICE,
                    "disclosure",
                    direct
                            ? "The page leads to an affiliate link without saying so."
                            : "The page does not say that you earn a commission.",
                    "Visitors, networks and the law expect it.",
                    "Add the affiliate disclosure.");
        }
    }

    private void settings() {
        PageSettings settings = page.settings();
        if (settings.title().isEmpty()) {
            add(
                    Check.NO_TITLE,
                    Grade.STOPS,
                    "title",
                    "The public title is empty.",
                    "Browsers and search results show it.",
                    "Write what the page is about.");
        }
        if (settings.description().isEmpty()) {
            add(
                    Check.NO_DESCRIPTION,
                    Grade.ADVICE,
                    "pageDescription",
                    "The page has no description.",
                    "Shared links and search results show it under the title.",
                    "Write a sentence or two in the page's settings.");
        }
        Stream.of(settings.title(), settings.description())
                .flatMap(text -> TokenText.of(text).tokens().stream())
                .filter(token -> token.fallback().isEmpty())
                .forEach(token -> findings.add(bareToken(Optional.empty(), "title", token.name())));
        code(Optional.empty(), "headCode", settings.headCode());
        code(Optional.empty(), "endCode", settings.endCode());
    }

    private void contrast() {
        for (Palette.Weak weak : page.look().palette().weak()) {
            add(
                    Check.CONTRAST,
                    Grade.SHOULD,
                    "palette",
                    "There is too little contrast for %s: %.1f, where %.1f is needed."
                            .formatted(weak.what(), weak.contrast(), weak.needed()),
                    "In sunlight or with tired eyes it cannot be read.",
                    "Correct the palette, which moves only lightness.");
        }
    }

    private void weight() {
        long bytes = around.htmlBytes()
                + shown.stream()
                        .filter(placed -> !(placed.block() instanceof Block.Video))
                        .flatMap(placed -> placed.block().files().stream())
                        .distinct()
                        .mapToLong(name -> around.mediaBytes().getOrDefault(name, 0L))
                        .sum();
        if (bytes > BUDGET_BYTES) {
            add(
                    Check.TOO_HEAVY,
                    Grade.SHOULD,
                    "weight",
                    "The page weighs %.1f MB; its budget is %.1f MB."
                            .formatted(bytes / 1_000_000.0, BUDGET_BYTES / 1_000_000.0),
                    "On a phone it takes too long, and clicks that are paid for leave.",
                    "Use smaller pictures, or fewer.");
        }
    }

    private static String name(Placed placed) {
        return placed.block().kind().words().toLowerCase(java.util.Locale.ROOT);
    }

    private static String shortened(String text) {
        return text.length() > 80 ? text.substring(0, 79) + "…" : text;
    }
}
