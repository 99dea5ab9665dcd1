package dev.wilyferret.core.readiness;

import dev.wilyferret.core.color.Palette;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.PageSettings;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.readiness.Finding.Check;
import dev.wilyferret.core.readiness.Finding.Grade;
import dev.wilyferret.core.text.Words;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/** Looks a page over before visitors see it. */
public final class Readiness {

    /** HTML, style and pictures together; beyond, a phone on a slow line waits for more than three seconds. */
    public static final long BUDGET_BYTES = 1_500_000;

    private static final int LONG_HEADLINE = 90;

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
     * @param elsewhere the stored addresses elsewhere that may be led to
     * @param offerTagged whether the affiliate link of an offer (empty: the promotion's own) carries the click id
     * @param mediaBytes the size of each file of the shelf by its name
     * @param legalComplete whether name, postal address and contact are known for the footer
     * @param htmlBytes what the page's HTML and style weigh
     * @param folds as measured; empty where they were not
     */
    public record Context(
            Function<PageId, Target> page,
            Set<OfferId> offers,
            Set<ElsewhereId> elsewhere,
            Function<Optional<OfferId>, Boolean> offerTagged,
            Map<String, Long> mediaBytes,
            boolean legalComplete,
            long htmlBytes,
            List<Fold> folds,
            Instant now) {}

    private final ContentPage page;
    private final Context context;
    private final List<Placed> shown;
    private final Findings found = new Findings();

    private Readiness(ContentPage page, Context context) {
        this.page = page;
        this.context = context;
        this.shown = page.blocks().shown().toList();
    }

    /** What was found: first what stops publishing, then what should be mended, then advice; each in reading order. */
    public static List<Finding> of(PageDocument document, Context context) {
        return switch (document) {
            case ContentPage page -> new Readiness(page, context).looked();
            case PageDocument.RedirectPage redirect -> List.of();
            case PageDocument.OutsidePage outside -> List.of();
        };
    }

    private List<Finding> looked() {
        headline();
        action();
        WayChecks ways = new WayChecks(found, context, shown);
        BlockChecks blocks = new BlockChecks(found, context);
        shown.forEach(placed -> {
            ways.look(placed);
            blocks.look(placed);
        });
        countdowns();
        disclosure();
        settings();
        contrast();
        weight();
        return found.byGrade();
    }

    private void countdowns() {
        page.countdownsAtOdds()
                .forEach(placed -> found.add(
                        Check.COUNTDOWN_AT_ODDS,
                        Grade.STOPS,
                        placed.id(),
                        "then",
                        "When the countdown is over, a button that opens two ways at once leads to neither a page nor an offer.",
                        "What opens in two tabs needs a place to go.",
                        "Choose a page or an offer under “then leads”, or change another button."));
        shown.stream()
                .filter(placed -> placed.block() instanceof Block.Countdown)
                .filter(placed -> !page.countdownsAtOdds().contains(placed))
                .forEach(this::afterwards);
    }

    /** What a visitor meets once a countdown is over, where it is worse than before. */
    private void afterwards(Placed countdown) {
        List<Placed> left =
                page.after((Block.Countdown) countdown.block()).blocks().shown().toList();
        Findings later = new Findings();
        WayChecks ways = new WayChecks(later, context, left);
        left.forEach(ways::look);
        later.byGrade().stream()
                .filter(finding -> finding.grade() == Grade.STOPS && !found.holds(finding))
                .forEach(finding -> found.add(
                        Check.COUNTDOWN_LEAVES_NO_WAY,
                        Grade.STOPS,
                        countdown.id(),
                        "then",
                        "When the countdown is over: " + lower(finding.what()),
                        finding.why(),
                        "Choose another way under “then leads”, or let the countdown hide something else."));
        if (left.stream().noneMatch(Readiness::isAction) && shown.stream().anyMatch(Readiness::isAction)) {
            found.add(
                    Check.COUNTDOWN_LEAVES_NO_WAY,
                    Grade.STOPS,
                    countdown.id(),
                    "hides",
                    "When the countdown is over, the page asks for nothing any more.",
                    "A visitor who cannot go on is a lost click.",
                    "Let the countdown hide something else, or add a button that stays.");
        }
    }

    private static String lower(String sentence) {
        return sentence.substring(0, 1).toLowerCase(Locale.ROOT) + sentence.substring(1);
    }

    private void headline() {
        List<Placed> headlines = shown.stream()
                .filter(placed -> placed.block() instanceof Block.Headline(String text) && !text.isEmpty())
                .toList();
        if (headlines.isEmpty()) {
            found.add(
                    Check.NO_HEADLINE,
                    Grade.STOPS,
                    "headline",
                    "The page has no headline.",
                    "It is what visitors read first, and often all they read.",
                    "Write one.");
        }
        headlines.stream()
                .skip(1)
                .forEach(placed -> found.add(
                        Check.SEVERAL_HEADLINES,
                        Grade.SHOULD,
                        placed.id(),
                        "text",
                        "This is a second headline.",
                        "One page has one message; a second one splits attention.",
                        "Make it a sub-headline, or drop it."));
        headlines.stream()
                .filter(placed -> letters(placed) > LONG_HEADLINE)
                .forEach(placed -> found.add(
                        Check.LONG_HEADLINE,
                        Grade.ADVICE,
                        placed.id(),
                        "text",
                        "The headline has %d characters.".formatted(letters(placed)),
                        "On a phone it wraps to more than four lines and pushes the rest down.",
                        "Shorten it to %d or less.".formatted(LONG_HEADLINE)));
    }

    private static int letters(Placed headline) {
        return Words.letters(((Block.Headline) headline.block()).text());
    }

    /** The ways on, as a visitor counts them: where two lead to the same place, they are one. */
    private void action() {
        List<Placed> actions = shown.stream().filter(Readiness::isAction).toList();
        if (actions.isEmpty()) {
            found.add(
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
            found.add(
                    Check.COMPETING_ACTIONS,
                    Grade.SHOULD,
                    actions.getLast().id(),
                    "next",
                    "The page leads to %d different places.".formatted(ways.size()),
                    "One page, one action: each further way on takes visitors from the one that matters.",
                    "Lead all of them to the same place, or drop some.");
        }
        for (Fold fold : context.folds()) {
            if (actions.stream().noneMatch(placed -> fold.above(placed.id()))) {
                found.add(
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
            default -> placed.block() instanceof Block.BonusList list && list.handedOut();
        };
    }

    private static boolean opensPopUp(Placed placed) {
        return placed.block().nextSteps().stream().allMatch(NextStep.OpenPopUp.class::isInstance);
    }

    private void disclosure() {
        boolean outbound = shown.stream()
                .flatMap(placed -> placed.block().ways().stream())
                .anyMatch(next -> next.outbound() || next instanceof NextStep.ToPage);
        boolean disclosed = shown.stream()
                .anyMatch(placed -> placed.block() instanceof Block.Disclosure(String text) && !text.isEmpty());
        if (outbound && !disclosed) {
            boolean direct = shown.stream()
                    .flatMap(placed -> placed.block().nextSteps().stream())
                    .anyMatch(NextStep::outbound);
            found.add(
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
            found.add(
                    Check.NO_TITLE,
                    Grade.STOPS,
                    "title",
                    "The public title is empty.",
                    "Browsers and search results show it.",
                    "Write what the page is about.");
        }
        if (settings.description().isEmpty()) {
            found.add(
                    Check.NO_DESCRIPTION,
                    Grade.ADVICE,
                    "pageDescription",
                    "The page has no description.",
                    "Shared links and search results show it under the title.",
                    "Write a sentence or two in the page's settings.");
        }
        found.tokens(Optional.empty(), "title", settings.title());
        found.tokens(Optional.empty(), "pageDescription", settings.description());
        found.code(Optional.empty(), "headCode", settings.headCode());
        found.code(Optional.empty(), "endCode", settings.endCode());
    }

    private void contrast() {
        for (Palette.Weak weak : page.look().palette().weak()) {
            found.add(
                    Check.CONTRAST,
                    Grade.SHOULD,
                    "palette",
                    "There is too little contrast for %s: %s, where %.1f is needed."
                            .formatted(weak.what(), cut(weak.contrast()), weak.needed()),
                    "In sunlight or with tired eyes it cannot be read.",
                    "Correct the palette, which moves only lightness.");
        }
    }

    /** To two digits and never up, so that too little does not read as enough. */
    private static String cut(double contrast) {
        return BigDecimal.valueOf(contrast).setScale(2, RoundingMode.DOWN).toPlainString();
    }

    private void weight() {
        long bytes = context.htmlBytes()
                + shown.stream()
                        .filter(placed -> !(placed.block() instanceof Block.Video))
                        .flatMap(placed -> placed.block().files().stream())
                        .distinct()
                        .mapToLong(name -> context.mediaBytes().getOrDefault(name, 0L))
                        .sum();
        if (bytes > BUDGET_BYTES) {
            found.add(
                    Check.TOO_HEAVY,
                    Grade.SHOULD,
                    "weight",
                    "The page weighs %.1f MB; its budget is %.1f MB."
                            .formatted(bytes / 1_000_000.0, BUDGET_BYTES / 1_000_000.0),
                    "On a phone it takes too long, and clicks that are paid for leave.",
                    "Use smaller pictures, or fewer.");
        }
    }
}
