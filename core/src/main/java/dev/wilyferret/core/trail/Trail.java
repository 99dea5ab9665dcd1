package dev.wilyferret.core.trail;

import dev.wilyferret.core.figures.Rate;
import dev.wilyferret.core.figures.StepFigures;
import dev.wilyferret.core.trail.Station.Kind;
import dev.wilyferret.core.trail.Station.State;
import java.util.List;
import java.util.Optional;

/** A promotion drawn as its path, from traffic to sales. */
public record Trail(List<Station> stations) {

    public static Trail of(Setup setup, StepFigures figures) {
        long counted = figures.clicks().counted();
        long unique = figures.clicks().unique();
        return new Trail(List.of(
                new Station(
                        Kind.TRAFFIC,
                        setup.links() > 0 ? State.READY : State.GAP,
                        figures.clicks().raw(),
                        "clicks",
                        Optional.empty(),
                        links(setup.links())),
                new Station(
                        Kind.FILTER,
                        State.READY,
                        counted,
                        "counted",
                        Optional.of(new Rate(counted, figures.clicks().raw())),
                        filter(figures)),
                new Station(
                        Kind.PAGE,
                        stateOf(setup.landing()),
                        figures.landed(),
                        "visitors",
                        Optional.of(new Rate(figures.landed(), unique)),
                        note(setup.landing())),
                new Station(
                        Kind.REDIRECT,
                        setup.withoutRedirect() ? State.READY : stateOf(setup.redirect()),
                        figures.passed(),
                        "visitors",
                        Optional.of(new Rate(figures.passed(), figures.landed()))
                                .filter(rate -> !setup.withoutRedirect()),
                        redirect(setup)),
                new Station(
                        Kind.OFFER,
                        setup.clickIdInLink() ? State.READY : State.WAITING,
                        figures.wentOn(),
                        "visitors",
                        Optional.of(new Rate(figures.wentOn(), beforeOffer(setup, figures))),
                        setup.clickIdInLink() ? "click id travels along" : "no click id in the link"),
                new Station(
                        Kind.SALES,
                        figures.sales() > 0 ? State.READY : State.WAITING,
                        figures.sales(),
                        "sales",
                        Optional.of(figures.saleRate()),
                        figures.sales() > 0 ? "by postback" : "none reported yet")));
    }

    /** Visitors on the last page of ours that the offer can be reached from. */
    private static long beforeOffer(Setup setup, StepFigures figures) {
        return setup.buttonToRedirect() && setup.redirect() != PageState.MISSING ? figures.passed() : figures.landed();
    }

    private static State stateOf(PageState page) {
        return switch (page) {
            case MISSING -> State.GAP;
            case DRAFT -> State.WAITING;
            case PUBLISHED, CHANGED -> State.READY;
        };
    }

    private static String note(PageState page) {
        return switch (page) {
            case MISSING -> "no page yet";
            case DRAFT -> "draft";
            case PUBLISHED -> "published";
            case CHANGED -> "published, draft differs";
        };
    }

    private static String redirect(Setup setup) {
        if (setup.withoutRedirect()) {
            return "none needed";
        }
        return setup.redirect().isPublic() && setup.leadPixels() == 0 ? "published, no pixel" : note(setup.redirect());
    }

    private static String links(int links) {
        return links == 0 ? "no link yet" : links == 1 ? "1 link" : links + " links";
    }

    private static String filter(StepFigures figures) {
        long out = figures.clicks().notCounted();
        return out == 0 ? "nothing held back" : "%,d kept out".formatted(out);
    }
}
