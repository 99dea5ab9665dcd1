package dev.wilyferret.core.trail;

import dev.wilyferret.core.figures.Leg;
import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.figures.StepFigures;
import dev.wilyferret.core.figures.Tally;
import dev.wilyferret.core.figures.Visit;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.page.PageKind;
import dev.wilyferret.core.rotation.Behind;
import dev.wilyferret.core.sale.SaleState;
import dev.wilyferret.core.sale.Sold;
import dev.wilyferret.core.trail.Setup.Form;
import dev.wilyferret.core.trail.Setup.Leaf;
import dev.wilyferret.core.trail.Setup.Target;
import dev.wilyferret.core.trail.Setup.Way;
import dev.wilyferret.core.visit.Standing;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import java.util.stream.IntStream;

/** A promotion that is put together for a test, and visits along it. */
final class Promoted {

    static final OfferId OFFER = new OfferId(new UUID(7, 1));
    static final ElsewhereId ROOM = new ElsewhereId(new UUID(8, 1));
    static final OfferId OTHER = new OfferId(new UUID(7, 2));
    static final LinkId LINK = new LinkId(new UUID(8, 1));
    private static final Instant NOON = Instant.parse("2026-11-26T12:00:00Z");

    final Map<String, Integer> sources = new HashMap<>(Map.of("plumage", 2));
    final List<Leaf> pages = new ArrayList<>();
    final List<Target> straight = new ArrayList<>();
    final List<Setup.Fork> forks = new ArrayList<>();
    boolean clickId = true;
    int pixelAccounts = 1;
    boolean leadPixelSeen = true;
    boolean legal = true;
    private final List<Visit> visits = new ArrayList<>();
    private final UuidV7 ids = new UuidV7(InstantSource.fixed(NOON), new Random(3));

    static PageId id(int page) {
        return new PageId(new UUID(1, page));
    }

    static Target page(int page) {
        return new Target.ToPage(id(page));
    }

    static Target offer() {
        return new Target.ToOffer(OFFER);
    }

    static Place at(int page) {
        return new Place.Page(id(page));
    }

    /** A page that is published, with a pixel; the first one is the landing page. */
    Promoted with(int page, String name, Target... ways) {
        return with(new Leaf(
                id(page),
                name,
                PageKind.CONTENT,
                pages.isEmpty(),
                false,
                PageState.PUBLISHED,
                ways(ways),
                Optional.empty(),
                1));
    }

    Promoted withRedirect(int page) {
        return with(new Leaf(
                id(page),
                "Redirect page",
                PageKind.REDIRECT,
                false,
                false,
                PageState.PUBLISHED,
                ways(offer()),
                Optional.empty(),
                1));
    }

    Promoted withForm(int page, String name, Form form) {
        return with(new Leaf(
                id(page),
                name,
                PageKind.CONTENT,
                pages.isEmpty(),
                false,
                PageState.PUBLISHED,
                List.of(),
                Optional.of(form),
                1));
    }

    Promoted with(Leaf leaf) {
        pages.add(leaf);
        return this;
    }

    /** The last page in another state. */
    Promoted in(PageState state) {
        Leaf leaf = pages.removeLast();
        return with(new Leaf(
                leaf.id(),
                leaf.name(),
                leaf.kind(),
                leaf.landing(),
                leaf.entry(),
                state,
                leaf.ways(),
                leaf.form(),
                leaf.pixels()));
    }

    /** The last page without a pixel. */
    Promoted silent() {
        Leaf leaf = pages.removeLast();
        return with(new Leaf(
                leaf.id(),
                leaf.name(),
                leaf.kind(),
                leaf.landing(),
                leaf.entry(),
                leaf.state(),
                leaf.ways(),
                leaf.form(),
                0));
    }

    static List<Way> ways(Target... targets) {
        return Arrays.stream(targets).map(target -> new Way("Go", target)).toList();
    }

    static Form form(boolean confirms, boolean mailsOff, Target... targets) {
        return new Form(
                "Send it to me",
                ways(targets),
                Optional.empty(),
                confirms,
                Optional.of(new ListId(new UUID(9, 1))),
                mailsOff);
    }

    /** Everything at work: a bridge page, a redirect page, the offer. */
    static Promoted straight() {
        return new Promoted().with(1, "Bridge page", page(2)).withRedirect(2);
    }

    /** Variants that visits begin with, each leading to a page. */
    Promoted forked(VariantId... variants) {
        forks.add(new Setup.Fork(
                new Behind.OfLink(LINK),
                IntStream.range(0, variants.length)
                        .mapToObj(at -> new Setup.Arm(
                                variants[at],
                                "Variant " + (at + 1),
                                "50 % of new ones",
                                Optional.of(new Target.ToPage(id(at + 1)))))
                        .toList()));
        return this;
    }

    /** So many visitors who go along these stations. */
    Promoted went(int many, Station... stations) {
        return went(many, Standing.COUNTED, stations);
    }

    Promoted went(int many, Standing standing, Station... stations) {
        IntStream.range(0, many)
                .forEach(i -> visits.add(new Visit(
                        new ClickId(ids.next()),
                        new PromotionId(new UUID(2, 1)),
                        visits.size(),
                        standing,
                        Map.of(dev.wilyferret.core.figures.Dimension.LINK, LINK.toString()),
                        Leg.of(List.of(stations)),
                        0,
                        0,
                        Arrays.asList(stations).contains(new Station.Sale())
                                ? List.of(Sold.begins(SaleState.APPROVED, 2750, 0))
                                : List.of())));
        return this;
    }

    Setup setup() {
        return new Setup(
                sources,
                pages,
                straight,
                forks,
                OFFER,
                Map.of(OFFER, "Cellar Crop Course", OTHER, "Oyster Kit Club"),
                Map.of(ROOM, "Grow-along room"),
                clickId,
                pixelAccounts,
                leadPixelSeen,
                legal);
    }

    private Tally tally() {
        return Tally.of(visits);
    }

    Trail trail() {
        return Trail.of(setup(), Traffic.of(tally(), Map.of(LINK, "plumage")));
    }

    List<Advice> advice() {
        long sent = tally().visitors(leg -> leg.to() instanceof Station.Offer);
        return Advice.of(
                setup(),
                new StepFigures(
                        tally().clicks(),
                        0,
                        0,
                        sent,
                        tally().sums().sold().sales(),
                        Money.zero(Currency.getInstance("EUR"))));
    }
}
