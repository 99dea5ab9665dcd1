package dev.wilyferret.core.trail;

import dev.wilyferret.core.design.ReadyTrail;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.PageKind;
import dev.wilyferret.core.trail.Setup.Leaf;
import dev.wilyferret.core.trail.Setup.Target;
import dev.wilyferret.core.trail.Setup.Way;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/** What would stand if a ready-made trail were made, to be drawn before that. */
final class ReadySetup {

    private static final OfferId OFFER = new OfferId(new UUID(0, 1));
    private static final OfferId SECOND = new OfferId(new UUID(0, 2));
    private static final ListId LIST = new ListId(new UUID(0, 3));
    private static final PageId REDIRECT = new PageId(new UUID(0, 4));
    private static final long FIRST_PAGE = 10;

    private final ReadyTrail ready;
    private final Map<String, PageId> pages = new HashMap<>();

    private ReadySetup(ReadyTrail ready) {
        this.ready = ready.leadingTo(Optional.of(SECOND));
        ready.stops().forEach(stop -> pages.put(stop.name(), new PageId(new UUID(0, FIRST_PAGE + pages.size()))));
    }

    static Setup of(ReadyTrail ready) {
        return new ReadySetup(ready).setup();
    }

    /** A landing page that leads through a redirect page to the offer. */
    static Setup straight() {
        PageId landing = new PageId(new UUID(0, FIRST_PAGE));
        return of(List.of(
                leaf(
                        "Landing page",
                        true,
                        List.of(new Way("by its button", new Target.ToPage(REDIRECT))),
                        Optional.empty(),
                        landing),
                redirect()));
    }

    private static Setup of(List<Leaf> leaves) {
        return new Setup(
                Map.of(),
                leaves,
                List.of(),
                List.of(),
                OFFER,
                Map.of(OFFER, "the offer", SECOND, "another offer"),
                Map.of(),
                true,
                1,
                true,
                true);
    }

    private static Leaf redirect() {
        return leaf(
                "Redirect page",
                false,
                List.of(new Way("by itself", new Target.ToOffer(OFFER))),
                Optional.empty(),
                REDIRECT);
    }

    private Setup setup() {
        PageWays ways = new PageWays(
                OFFER,
                id -> ready.list()
                        .map(list -> new PageWays.FormList(
                                id, list.doubleOptIn(), page(list.check()), page(list.confirmed()), false)));
        List<Leaf> leaves = new ArrayList<>();
        for (ReadyTrail.Stop stop : ready.onto(LIST)) {
            ContentPage page = stop.page().leading(this::made);
            leaves.add(leaf(stop.name(), leaves.isEmpty(), ways.of(page), ways.form(page), pages.get(stop.name())));
        }
        if (ready.redirect()) {
            leaves.add(redirect());
        }
        return of(leaves);
    }

    private static Leaf leaf(String name, boolean landing, List<Way> ways, Optional<Setup.Form> form, PageId id) {
        return new Leaf(
                id,
                name,
                id.equals(REDIRECT) ? PageKind.REDIRECT : PageKind.CONTENT,
                landing,
                false,
                PageState.DRAFT,
                ways,
                form,
                0);
    }

    private Optional<PageId> page(String name) {
        return Optional.ofNullable(pages.get(name));
    }

    /** A step as it is once all pages are there. */
    private NextStep made(NextStep step) {
        return switch (step) {
            case NextStep.ToPageToMake(String name) ->
                page(name).<NextStep>map(NextStep.ToPage::new).orElse(step);
            case NextStep.ToOffer() when ready.redirect() -> new NextStep.ToPage(REDIRECT);
            default -> step;
        };
    }
}
