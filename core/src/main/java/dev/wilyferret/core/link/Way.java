package dev.wilyferret.core.link;

import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.page.NextStep;
import java.util.Optional;

/** Where a next step leads; the one place that turns a step into an address. Every address is of the site itself. */
public sealed interface Way {

    /** On the page itself, at a part of it; the empty part is the page as it stands. */
    record Here(String part) implements Way {}

    /** To another address of the site. */
    record Away(String path) implements Way {}

    /** The page itself with a form's thanks in place of the form. */
    record Thanks() implements Way {}

    /** Two at once, neither of them two again. */
    record Both(Way newTab, Way here) implements Way {}

    /** In a new tab; neither two nor a new tab again. */
    record NewTab(Way way) implements Way {}

    /** What there is around the page a step stands on. */
    interface Places {

        /** The path of another page; empty if it is gone. */
        Optional<String> page(PageId page);

        /** Whether a file is on the shelf. */
        boolean file(String name);

        /** Whether an address elsewhere is stored, and may be led to. */
        boolean elsewhere(ElsewhereId id);
    }

    /** @param from the page the step stands on, which ways out and files handed out name */
    static Way of(NextStep next, PageId from, Places places) {
        return switch (next) {
            case NextStep.NotChosen() -> new Here("");
            case NextStep.ToPageToMake(String name) -> new Here("");
            case NextStep.ToPage(PageId page) ->
                places.page(page).<Way>map(Away::new).orElse(new Here(""));
            case NextStep.ToOffer() -> new Away(SiteRoute.OUT.path(from));
            case NextStep.ToAnotherOffer(OfferId offer) -> new Away(SiteRoute.OUT.path(from, offer));
            case NextStep.ToElsewhere(ElsewhereId elsewhere) ->
                places.elsewhere(elsewhere) ? new Away(SiteRoute.AWAY.path(from, elsewhere)) : new Here("");
            case NextStep.OpenPopUp(var popUp) -> new Here("pop-" + popUp);
            case NextStep.ClosePopUp() -> new Here("top");
            case NextStep.JumpTo(var block) -> new Here("part-" + block);
            case NextStep.ShowThanks() -> new Thanks();
            case NextStep.HandOut(String file) ->
                places.file(file) ? new Away(SiteRoute.FILE.path(from, file)) : new Here("");
            case NextStep.TwoAtOnce(NextStep newTab, NextStep here) ->
                new Both(of(newTab, from, places), of(here, from, places));
            case NextStep.InNewTab(NextStep way) -> new NewTab(of(way, from, places));
        };
    }
}
