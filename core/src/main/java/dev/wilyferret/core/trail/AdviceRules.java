package dev.wilyferret.core.trail;

import dev.wilyferret.core.figures.StepFigures;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.page.PageKind;
import dev.wilyferret.core.trail.Advice.Mend;
import dev.wilyferret.core.trail.Setup.Leaf;
import dev.wilyferret.core.trail.Setup.Target;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;

/** What is looked at on a promotion, each by a rule of its own, in the order people work. */
final class AdviceRules {

    /** One thing that is looked at. */
    interface Rule {
        Stream<Advice> look(Setup setup, StepFigures figures);
    }

    /** Visitors who reached the offer before silence from the network deserves a look. */
    private static final int QUIET_AFTER = 50;

    private static final String OPEN_LANDING = "Open the landing page";
    private static final String OPEN_REDIRECT = "Open the redirect page";

    static final List<Rule> ALL = List.of(
            AdviceRules::clickId,
            AdviceRules::noLandingPage,
            AdviceRules::noRedirectPage,
            AdviceRules::pagesToMake,
            AdviceRules::adrift,
            AdviceRules::deadEnds,
            AdviceRules::leadingToWhatIsGone,
            AdviceRules::circles,
            AdviceRules::draftRedirects,
            AdviceRules::legal,
            AdviceRules::draftLanding,
            AdviceRules::otherDrafts,
            AdviceRules::mailsOff,
            AdviceRules::passedByRedirect,
            AdviceRules::noPixelAccount,
            AdviceRules::noLeadPixel,
            AdviceRules::noViewPixel,
            AdviceRules::noLink,
            AdviceRules::notWalked,
            AdviceRules::changedPages,
            AdviceRules::noSales);

    private AdviceRules() {}

    private static Place own(Setup setup) {
        return new Place.Offer(setup.offer());
    }

    private static Stream<Advice> when(boolean so, Place about, String why, String button, Mend mend) {
        return so ? Stream.of(new Advice(about, why, button, mend)) : Stream.empty();
    }

    private static Advice onPage(Leaf page, String why, String button) {
        return new Advice(
                page.place(), why, button, page.redirect() ? new Mend.OpenRedirect() : new Mend.OpenPage(page.id()));
    }

    private static Stream<Advice> clickId(Setup setup, StepFigures figures) {
        return when(
                !setup.clickIdInLink(),
                own(setup),
                "Put the click id into the affiliate link, or no sale can be led back to its click.",
                "Open the offer",
                new Mend.OpenOffer());
    }

    private static Stream<Advice> noLandingPage(Setup setup, StepFigures figures) {
        return when(
                setup.landing().isEmpty(),
                Place.Missing.LANDING,
                "Make the page visitors land on.",
                "Make the landing page",
                new Mend.MakeLanding());
    }

    private static Stream<Advice> noRedirectPage(Setup setup, StepFigures figures) {
        return when(
                setup.redirect().isEmpty() && !setup.withoutRedirect(),
                setup.gapBeforeOffer() ? Place.Missing.REDIRECT : own(setup),
                "Make a redirect page, so that the ad platform learns who goes on to the offer.",
                "Make the redirect page",
                new Mend.MakeRedirect());
    }

    private static Stream<Advice> pagesToMake(Setup setup, StepFigures figures) {
        return setup.pages().stream()
                .flatMap(Leaf::targets)
                .flatMap(target -> target instanceof Target.ToMissing(String name) ? Stream.of(name) : Stream.empty())
                .distinct()
                .map(name -> new Advice(
                        new Place.Missing(name),
                        "“%s” is led to and still to be made.".formatted(name),
                        "Make this page: " + name,
                        new Mend.MakePage(name)));
    }

    private static Stream<Advice> adrift(Setup setup, StepFigures figures) {
        Set<PageId> seen = new HashSet<>();
        follow(setup, setup.entries(), seen);
        follow(setup, setup.pages().stream().filter(setup::armed).toList(), seen);
        List<Advice> adrift = new ArrayList<>();
        // Of a circle that nothing leads to, its first page.
        Stream.concat(setup.pages().stream().filter(page -> !ledTo(setup, page)), setup.pages().stream())
                .filter(page -> !page.redirect())
                .forEach(page -> {
                    if (!seen.contains(page.id())) {
                        follow(setup, List.of(page), seen);
                        adrift.add(onPage(
                                page,
                                "Nothing leads to “%s”. Choose it as the next step of a button or a form, or make a link to it."
                                        .formatted(page.name()),
                                "Open it"));
                    }
                });
        return adrift.stream();
    }

    private static boolean ledTo(Setup setup, Leaf page) {
        return setup.armed(page)
                || setup.pages().stream()
                        .filter(other -> !other.equals(page))
                        .anyMatch(other -> other.targets().anyMatch(new Target.ToPage(page.id())::equals));
    }

    private static void follow(Setup setup, Collection<Leaf> begin, Set<PageId> seen) {
        Deque<Leaf> next = new ArrayDeque<>(begin);
        begin.forEach(page -> seen.add(page.id()));
        while (!next.isEmpty()) {
            next.poll()
                    .targets()
                    .flatMap(target -> page(setup, target).stream())
                    .filter(page -> seen.add(page.id()))
                    .forEach(next::add);
        }
    }

    private static Optional<Leaf> page(Setup setup, Target target) {
        return target instanceof Target.ToPage(PageId id) ? setup.page(id) : Optional.empty();
    }

    private static Stream<Advice> deadEnds(Setup setup, StepFigures figures) {
        return setup.pages().stream()
                .filter(page -> page.targets().findAny().isEmpty())
                .map(page -> onPage(
                        page,
                        "“%s” is a dead end: nothing on it leads on. Add a button to the offer or to another page."
                                .formatted(page.name()),
                        "Open it"));
    }

    private static Stream<Advice> leadingToWhatIsGone(Setup setup, StepFigures figures) {
        return setup.pages().stream()
                .filter(page -> page.targets().anyMatch(gone(setup)))
                .map(page -> onPage(
                        page,
                        "“%s” leads to a page that is gone. Choose another next step for its buttons and forms."
                                .formatted(page.name()),
                        "Open it"));
    }

    private static Predicate<Target> gone(Setup setup) {
        return target -> target instanceof Target.ToPage && page(setup, target).isEmpty();
    }

    /** Pages from which nothing can be gained; what is missing, gone or a dead end is said where it is so. */
    private static Stream<Advice> circles(Setup setup, StepFigures figures) {
        Set<PageId> onward = new HashSet<>();
        boolean more = true;
        while (more) {
            more = false;
            for (Leaf page : setup.pages()) {
                boolean leads = page.targets().findAny().isEmpty()
                        || page.targets()
                                .anyMatch(target -> !(target instanceof Target.ToPage(PageId id))
                                        || setup.page(id).isEmpty()
                                        || onward.contains(id));
                more |= leads && onward.add(page.id());
            }
        }
        return setup.pages().stream()
                .filter(page -> !onward.contains(page.id()))
                .map(page -> onPage(
                        page,
                        "“%s” goes round in circles: no way from it leads to an offer, a form or a file. Lead one of its buttons out of the circle."
                                .formatted(page.name()),
                        "Open it"));
    }

    private static Stream<Advice> draftRedirects(Setup setup, StepFigures figures) {
        return inState(setup, PageState.DRAFT)
                .filter(Leaf::redirect)
                .map(page -> onPage(page, "The redirect page is still a draft. Publish it.", OPEN_REDIRECT));
    }

    private static Stream<Leaf> inState(Setup setup, PageState state) {
        return setup.pages().stream().filter(page -> page.state() == state);
    }

    private static Stream<Advice> legal(Setup setup, StepFigures figures) {
        return setup
                .landing()
                .filter(page -> !setup.legalComplete())
                .map(page -> new Advice(
                        page.place(),
                        "Say who you are: the legal footer still lacks a name, a postal address or a contact.",
                        "Fill in the footer",
                        new Mend.FillLegal()))
                .stream();
    }

    private static Stream<Advice> draftLanding(Setup setup, StepFigures figures) {
        return inState(setup, PageState.DRAFT)
                .filter(Leaf::landing)
                .map(page -> onPage(page, "Write your own words on the landing page, then publish it.", OPEN_LANDING));
    }

    private static Stream<Advice> otherDrafts(Setup setup, StepFigures figures) {
        return inState(setup, PageState.DRAFT)
                .filter(page -> !page.landing() && !page.redirect())
                .map(page -> onPage(
                        page,
                        "“%s” is still a draft: nobody can see it. Write your own words, then publish it."
                                .formatted(page.name()),
                        "Open it"));
    }

    private static Stream<Advice> mailsOff(Setup setup, StepFigures figures) {
        return setup.pages().stream()
                .flatMap(page -> page.form().filter(Setup.Form::mailsOff).flatMap(Setup.Form::list).stream()
                        .map(list -> new Advice(
                                new Place.OptIn(page.id()),
                                "The mails that answer an opt-in are written, and still switched off.",
                                "Open the sequence",
                                new Mend.OpenSequence(list))));
    }

    private static Stream<Advice> passedByRedirect(Setup setup, StepFigures figures) {
        return setup
                .redirect()
                .filter(redirect -> !ledTo(setup, redirect) && !redirect.entry())
                .flatMap(redirect -> setup.landing())
                .map(page -> onPage(page, "The button skips your redirect page. Lead it through there.", OPEN_LANDING))
                .stream();
    }

    private static Stream<Advice> noPixelAccount(Setup setup, StepFigures figures) {
        return setup
                .landing()
                .filter(page -> setup.pixelAccounts() == 0)
                .map(page -> new Advice(
                        page.place(),
                        "Enter your ad platform's pixel id once; it fires from then on.",
                        "Add a pixel",
                        new Mend.AddPixel()))
                .stream();
    }

    private static Stream<Advice> noLeadPixel(Setup setup, StepFigures figures) {
        return withoutPixel(setup)
                .filter(Leaf::redirect)
                .map(page -> onPage(page, "No pixel fires on the redirect page. Tick one and publish.", OPEN_REDIRECT));
    }

    private static Stream<Advice> noViewPixel(Setup setup, StepFigures figures) {
        return withoutPixel(setup)
                .filter(Leaf::landing)
                .map(page -> onPage(page, "No pixel fires on the landing page. Tick one and publish.", OPEN_LANDING));
    }

    private static Stream<Leaf> withoutPixel(Setup setup) {
        return setup.pages().stream()
                .filter(page -> setup.pixelAccounts() > 0
                        && page.state().isPublic()
                        && page.kind() != PageKind.OUTSIDE
                        && page.pixels() == 0);
    }

    private static Stream<Advice> noLink(Setup setup, StepFigures figures) {
        return when(
                setup.links() == 0 && setup.landing().isPresent(),
                new Place.Source(""),
                "Make a tracking link for the place you send visitors from.",
                "Make a link",
                new Mend.OpenLinks());
    }

    private static Stream<Advice> notWalked(Setup setup, StepFigures figures) {
        return setup
                .redirect()
                .filter(page -> page.state().isPublic() && setup.links() > 0 && !setup.leadPixelSeen())
                .map(page -> new Advice(
                        page.place(),
                        "Open your link in another browser and walk through to the offer: the lead pixel was not seen yet.",
                        "Open the links",
                        new Mend.OpenLinks()))
                .stream();
    }

    private static Stream<Advice> changedPages(Setup setup, StepFigures figures) {
        return inState(setup, PageState.CHANGED)
                .map(page -> onPage(
                        page,
                        page.landing()
                                ? "The landing page's draft differs from what visitors see."
                                : "The draft of “%s” differs from what visitors see.".formatted(page.name()),
                        "See the changes"));
    }

    private static Stream<Advice> noSales(Setup setup, StepFigures figures) {
        return when(
                figures.sales() == 0 && figures.wentOn() >= QUIET_AFTER,
                own(setup),
                "Visitors reach the offer and no sale was reported yet. Check the postback address at the network.",
                "Open the offer",
                new Mend.OpenOffer());
    }
}
