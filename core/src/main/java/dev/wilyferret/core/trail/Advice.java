package dev.wilyferret.core.trail;

import dev.wilyferret.core.figures.StepFigures;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.PageId;
import java.util.List;

/**
 * Something on a promotion that is undone or does not fit.
 *
 * @param about the place it is about
 * @param why what it is and why it matters, as a sentence
 * @param button what the button says that leads to where it is mended
 */
public record Advice(Place about, String why, String button, Mend mend) {

    /** Where it is mended. */
    public sealed interface Mend {
        record OpenOffer() implements Mend {}

        record MakeLanding() implements Mend {}

        record MakeRedirect() implements Mend {}

        /** Makes a page that a next step waits for. */
        record MakePage(String name) implements Mend {}

        record OpenPage(PageId page) implements Mend {}

        record OpenRedirect() implements Mend {}

        record OpenSequence(ListId list) implements Mend {}

        record FillLegal() implements Mend {}

        record AddPixel() implements Mend {}

        record OpenLinks() implements Mend {}
    }

    /** All there is, what matters most now first. */
    public static List<Advice> of(Setup setup, StepFigures figures) {
        return AdviceRules.ALL.stream()
                .flatMap(rule -> rule.look(setup, figures))
                .toList();
    }
}
