package dev.wilyferret.app.pagebench;

import dev.wilyferret.core.design.StartingDesign;
import dev.wilyferret.core.figures.Rate;
import dev.wilyferret.core.id.PageId;
import java.util.Comparator;
import java.util.List;
import java.util.Map;

/**
 * A starting design with how the pages made from it did in the workspace.
 *
 * @param led of the counted visitors of these pages, those who went on or left an address
 */
public record DesignChoice(StartingDesign design, Rate led) {

    /**
     * All designs: first those with figures, by the low end of where their true share probably lies, then the others in
     * the order people work.
     *
     * @param pages made from each design, by its key
     * @param rates by page
     */
    static List<DesignChoice> of(Map<String, List<PageId>> pages, Map<PageId, Rate> rates) {
        return StartingDesign.all().stream()
                .map(design -> new DesignChoice(design, together(pages.getOrDefault(design.key(), List.of()), rates)))
                .sorted(Comparator.comparingDouble((DesignChoice choice) ->
                        choice.led.whole() == 0 ? 1 : -choice.led.likely().low()))
                .toList();
    }

    private static Rate together(List<PageId> pages, Map<PageId, Rate> rates) {
        long part = 0;
        long whole = 0;
        for (PageId page : pages) {
            Rate rate = rates.getOrDefault(page, new Rate(0, 0));
            part += rate.part();
            whole += rate.whole();
        }
        return new Rate(part, whole);
    }

    /** Low and high end of where the true share probably lies, in whole percent. */
    public String likely() {
        return "%d to %d %%"
                .formatted(
                        Math.round(led.likely().low() * 100),
                        Math.round(led.likely().high() * 100));
    }
}
