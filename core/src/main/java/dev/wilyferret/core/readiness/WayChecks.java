package dev.wilyferret.core.readiness;

import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.readiness.Finding.Check;
import dev.wilyferret.core.readiness.Finding.Grade;
import dev.wilyferret.core.readiness.Readiness.Context;
import dev.wilyferret.core.readiness.Readiness.Target;
import java.util.List;
import java.util.Optional;

/** Looks over where a block leads. */
final class WayChecks {

    private final Findings found;
    private final Context context;
    private final List<Placed> shown;

    /** @param shown all blocks visitors see */
    WayChecks(Findings found, Context context, List<Placed> shown) {
        this.found = found;
        this.context = context;
        this.shown = shown;
    }

    void look(Placed placed) {
        boolean maySkip = placed.block() instanceof Block.Question || placed.block() instanceof Block.Countdown;
        for (NextStep next : placed.block().ways()) {
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
                case NextStep.ToPage(PageId target) ->
                    page(placed, context.page().apply(target));
                case NextStep.ToOffer() -> tagged(placed, Optional.empty());
                case NextStep.ToAnotherOffer(OfferId offer) -> offer(placed, offer);
                case NextStep.ToElsewhere(ElsewhereId elsewhere) -> elsewhere(placed, elsewhere);
                case NextStep.OpenPopUp(BlockId popUp) -> popUp(placed, popUp);
                case NextStep.JumpTo(BlockId block) -> jump(placed, block);
                case NextStep.HandOut(String file) -> handOut(placed, file);
                case NextStep.ShowThanks thanks -> {}
                case NextStep.ClosePopUp close -> {}
                case NextStep.TwoAtOnce two -> {}
                case NextStep.InNewTab tab -> {}
            }
        }
    }

    private void nextStep(Placed placed, Check check, String what, String mend) {
        found.add(
                check,
                Grade.STOPS,
                placed.id(),
                "next",
                "This %s ".formatted(Findings.name(placed)) + what,
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

    private void offer(Placed placed, OfferId offer) {
        if (context.offers().contains(offer)) {
            tagged(placed, Optional.of(offer));
        } else {
            nextStep(placed, Check.PAGE_MISSING, "leads to an offer that is gone.", "Choose another next step.");
        }
    }

    private void elsewhere(Placed placed, ElsewhereId elsewhere) {
        if (!context.elsewhere().contains(elsewhere)) {
            nextStep(
                    placed,
                    Check.PAGE_MISSING,
                    "leads to an address elsewhere that is gone, or has come to be one of this program.",
                    "Choose another next step.");
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

    private void jump(Placed placed, BlockId block) {
        if (shown.stream().noneMatch(other -> other.id().equals(block))) {
            nextStep(
                    placed,
                    Check.PART_MISSING,
                    "jumps to a part that is not on the page.",
                    "Choose another part, or show it again.");
        }
    }

    private void handOut(Placed placed, String file) {
        if (!context.mediaBytes().containsKey(file)) {
            nextStep(
                    placed,
                    Check.HANDED_FILE_MISSING,
                    "hands out a file that is not on the shelf.",
                    "Choose a file of the shelf, or another next step.");
        }
    }

    private void tagged(Placed placed, Optional<OfferId> offer) {
        if (!context.offerTagged().apply(offer)) {
            found.add(
                    Check.UNTAGGED_LINK,
                    Grade.SHOULD,
                    placed.id(),
                    "next",
                    "The affiliate link this %s leads to carries no click id.".formatted(Findings.name(placed)),
                    "A sale could not be led back to its click, source or page.",
                    "Put the click id into a sub ID of the offer's link.");
        }
    }
}
