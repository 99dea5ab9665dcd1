package dev.wilyferret.core.trail;

import static dev.wilyferret.core.trail.Promoted.at;
import static dev.wilyferret.core.trail.Promoted.form;
import static dev.wilyferret.core.trail.Promoted.id;
import static dev.wilyferret.core.trail.Promoted.page;
import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.figures.Rate;
import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.id.BonusId;
import dev.wilyferret.core.id.MailId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.page.PageKind;
import dev.wilyferret.core.rotation.Behind;
import dev.wilyferret.core.trail.Setup.Target;
import dev.wilyferret.core.trail.Trail.Loss;
import dev.wilyferret.core.trail.Trail.State;
import dev.wilyferret.core.trail.Trail.Stop;
import dev.wilyferret.core.trail.Trail.Way;
import dev.wilyferret.core.visit.Standing;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;

class TrailTest {

    private static final Station BRIDGE = new Station.Page(id(1));
    private static final Station REDIRECT = new Station.Page(id(2));
    private static final Station OUT = new Station.Offer(id(2), Optional.empty());
    private static final Station SALE = new Station.Sale();
    private static final Place OFFER = new Place.Offer(Promoted.OFFER);

    private static Stop stop(Trail trail, Place place) {
        return trail.stop(place).orElseThrow();
    }

    private static Way way(Trail trail, Place from, Place to) {
        return trail.from(from).stream()
                .filter(one -> one.to().equals(to))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aStraightTrailCarriesItsFiguresFromTrafficToSales() {
        Trail trail = Promoted.straight()
                .went(3, Standing.FILTERED, BRIDGE)
                .went(2, Standing.OWN)
                .went(1)
                .went(40, BRIDGE)
                .went(10, BRIDGE, REDIRECT)
                .went(8, BRIDGE, REDIRECT, OUT)
                .went(2, BRIDGE, REDIRECT, OUT, SALE)
                .trail();
        assertThat(trail.stops())
                .extracting(Stop::place)
                .containsExactly(
                        new Place.Source("plumage"),
                        new Place.Filter(),
                        at(1),
                        new Place.Redirect(id(2)),
                        OFFER,
                        new Place.Sales());
        assertThat(trail.stops()).extracting(Stop::figure).containsExactly(66L, 61L, 60L, 20L, 10L, 2L);
        assertThat(trail.stops()).extracting(Stop::state).containsOnly(State.READY);
        assertThat(stop(trail, new Place.Filter()).note()).isEqualTo("61 visitors");
        assertThat(stop(trail, new Place.Filter()).losses())
                .containsExactly(
                        new Loss(Loss.Kind.KEPT_OUT, 5, "kept out"), new Loss(Loss.Kind.NO_PAGE, 1, "saw no page"));
        assertThat(stop(trail, at(1)).losses()).containsExactly(new Loss(Loss.Kind.WENT_NO_FURTHER, 40, "fell off"));
        assertThat(stop(trail, OFFER).losses())
                .containsExactly(new Loss(Loss.Kind.WENT_NO_FURTHER, 8, "without a sale"));
        assertThat(trail.share(way(trail, at(1), new Place.Redirect(id(2))))).contains(new Rate(20, 60));
        assertThat(trail.share(way(trail, new Place.Filter(), at(1))))
                .as("clicks and visitors make no share")
                .isEmpty();
    }

    @Test
    void onePersonIsNotSeveral() {
        Trail trail = Promoted.straight().went(1, BRIDGE, REDIRECT, OUT, SALE).trail();
        assertThat(trail.stops())
                .extracting(Stop::said)
                .containsExactly("click", "counted", "visitor", "visitor", "visitor", "sale");
    }

    @Test
    void gapsAreLeftWhereNothingIsYet() {
        Promoted empty = new Promoted();
        empty.sources.clear();
        Trail trail = empty.trail();
        assertThat(trail.stops())
                .extracting(Stop::place)
                .containsExactly(
                        new Place.Source(""), new Place.Filter(), OFFER, Place.Missing.LANDING, new Place.Sales());
        assertThat(stop(trail, new Place.Source("")).state()).isEqualTo(State.GAP);
        assertThat(stop(trail, Place.Missing.LANDING).state()).isEqualTo(State.GAP);
        Trail later = new Promoted()
                .with(1, "Bridge page", new Target.ToMissing("Check your inbox"))
                .in(PageState.DRAFT)
                .trail();
        assertThat(stop(later, at(1)).state()).isEqualTo(State.WAITING);
        assertThat(stop(later, new Place.Missing("Check your inbox")).state()).isEqualTo(State.GAP);
        assertThat(stop(later, Place.Missing.REDIRECT).state()).isEqualTo(State.GAP);
        Promoted unlinked = Promoted.straight();
        unlinked.clickId = false;
        assertThat(stop(unlinked.trail(), OFFER).state()).isEqualTo(State.WAITING);
    }

    @Test
    void anAddressElsewhereIsAPlaceThatPagesLeadTo() {
        Place room = new Place.Elsewhere(Promoted.ROOM);
        Station sent = new Station.Elsewhere(Optional.of(id(1)), Promoted.ROOM);
        Trail trail = new Promoted()
                .with(1, "Landing page", new Target.ToElsewhere(Promoted.ROOM))
                .went(3, BRIDGE)
                .went(2, BRIDGE, sent)
                .trail();
        assertThat(way(trail, at(1), room).figure()).isEqualTo(2);
        assertThat(stop(trail, room).name()).isEqualTo("Grow-along room");
        assertThat(stop(trail, at(1)).losses()).containsExactly(new Loss(Loss.Kind.WENT_NO_FURTHER, 3, "fell off"));
        assertThat(Station.read(sent.text())).isEqualTo(sent);
    }

    @Test
    void aPageElsewhereHasStepsOfItsOwnersOwn() {
        Station film = new Station.Step(id(7), "Watched > 50 %");
        Place watched = new Place.Step(id(7), "Watched > 50 %");
        Trail trail = Promoted.straight()
                .with(new Setup.Leaf(
                        id(7),
                        "Cellar notes",
                        PageKind.OUTSIDE,
                        false,
                        true,
                        PageState.PUBLISHED,
                        List.of(
                                new Setup.Way("its links", Promoted.offer()),
                                new Setup.Way("", new Target.ToStep(id(7), "Watched > 50 %")),
                                new Setup.Way("", new Target.ToStep(id(7), "Asked"))),
                        Optional.empty(),
                        0))
                .went(3, new Station.Page(id(7)))
                .went(2, new Station.Page(id(7)), film, new Station.Offer(id(7), Optional.empty()))
                .trail();
        assertThat(way(trail, at(7), watched).figure()).isEqualTo(2);
        assertThat(way(trail, watched, OFFER).figure()).isEqualTo(2);
        assertThat(stop(trail, watched).name()).isEqualTo("Watched > 50 %");
        assertThat(stop(trail, new Place.Step(id(7), "Asked")).figure()).isZero();
        assertThat(stop(trail, at(7)).note()).isEqualTo("on a host elsewhere");
        assertThat(Station.read(film.text())).isEqualTo(film);
        assertThat(Place.read(watched.key())).contains(watched);
        assertThat(Place.read("step-nothing")).isEmpty();
        assertThat(Place.read("step-" + id(7))).isEmpty();
    }

    @Test
    void aLinkMayLeadPastEveryPage() {
        Station offer = new Station.Offer(Optional.empty(), Optional.empty());
        Station other = new Station.Offer(Optional.empty(), Optional.of(Promoted.OTHER));
        Station room = new Station.Elsewhere(Optional.empty(), Promoted.ROOM);
        Promoted promoted = Promoted.straight();
        promoted.straight.add(new Target.ToOffer(Promoted.OFFER));
        promoted.straight.add(new Target.ToElsewhere(Promoted.ROOM));
        Trail trail = promoted.went(1, BRIDGE, REDIRECT, OUT)
                .went(4, offer)
                .went(1, offer, SALE)
                .went(2, other)
                .went(3, room)
                .trail();
        Place filter = new Place.Filter();
        assertThat(way(trail, filter, OFFER).figure()).isEqualTo(5);
        assertThat(way(trail, filter, OFFER).planned()).isTrue();
        assertThat(way(trail, filter, new Place.Offer(Promoted.OTHER)).planned())
                .isFalse();
        assertThat(way(trail, filter, new Place.Elsewhere(Promoted.ROOM)).figure())
                .isEqualTo(3);
        assertThat(stop(trail, OFFER).figure()).isEqualTo(6);
        assertThat(stop(trail, filter).losses()).as("nobody saw nothing").isEmpty();
        assertThat(List.of(offer, other, room))
                .allSatisfy(station -> assertThat(Station.read(station.text())).isEqualTo(station));
    }

    @Test
    void optInsConfirmationsMailsAndGiftsAreOnTheTrail() {
        Station form = new Station.OptIn(id(1));
        Station inbox = new Station.Page(id(2));
        Station thanks = new Station.Page(id(3));
        Station confirmed = new Station.Confirmed();
        Station mail = new Station.Mail(new MailId(new UUID(4, 1)));
        Station gift = new Station.HandedOut(new BonusId(new UUID(4, 2)));
        Promoted list = new Promoted()
                .withForm(1, "Squeeze page", form(true, false, page(2)))
                .with(2, "Check your inbox", new Target.Thanks())
                .with(3, "Thank-you page", new Target.HandOut());
        Trail planned = list.trail();
        Place optIn = new Place.OptIn(id(1));
        assertThat(planned.from(optIn)).extracting(Way::to).containsExactly(at(2));
        assertThat(planned.from(at(2))).extracting(Way::to).containsExactly(new Place.Confirmed());
        Trail trail = list.went(20, BRIDGE)
                .went(5, BRIDGE, form, inbox)
                .went(2, BRIDGE, form, inbox, confirmed, thanks)
                .went(1, BRIDGE, form, inbox, confirmed, thanks, new Station.File("guide.pdf"))
                .went(2, BRIDGE, form, inbox, confirmed, thanks, mail, thanks, gift)
                .trail();
        assertThat(stop(trail, optIn).figure()).isEqualTo(10);
        assertThat(stop(trail, new Place.Confirmed()).figure()).isEqualTo(5);
        assertThat(stop(trail, new Place.Mails()).figure()).isEqualTo(2);
        assertThat(stop(trail, new Place.HandedOut()).figure()).isEqualTo(3);
        assertThat(stop(trail, at(3)).losses()).containsExactly(new Loss(Loss.Kind.WENT_NO_FURTHER, 2, "fell off"));
        assertThat(stop(trail, at(1)).losses()).containsExactly(new Loss(Loss.Kind.WENT_NO_FURTHER, 20, "fell off"));
        assertThat(stop(trail, at(2)).losses()).containsExactly(new Loss(Loss.Kind.WENT_NO_FURTHER, 5, "fell off"));
        assertThat(way(trail, at(2), new Place.Confirmed()).figure()).isEqualTo(5);
    }

    /** From one in fifty of those at its beginning on, and not below. */
    @Test
    void aWayNobodyPlannedIsDrawnFromOneInFiftyOn() {
        assertThat(Promoted.straight()
                        .went(49, BRIDGE, REDIRECT)
                        .went(1, BRIDGE, SALE)
                        .trail()
                        .from(at(1)))
                .extracting(Way::to)
                .contains(new Place.Sales());
        assertThat(Promoted.straight()
                        .went(50, BRIDGE, REDIRECT)
                        .went(1, BRIDGE, SALE)
                        .trail()
                        .from(at(1)))
                .extracting(Way::to)
                .doesNotContain(new Place.Sales());
    }

    @Test
    void waysNobodyPlannedAreDrawnWhereSomeGoThemAndNotWhereTheyLeadBack() {
        Trail trail = Promoted.straight()
                .with(3, "Story")
                .went(50, BRIDGE, new Station.Page(id(3)))
                .went(1, BRIDGE, SALE)
                .went(10, BRIDGE, REDIRECT, BRIDGE)
                .trail();
        assertThat(way(trail, at(1), at(3)).planned()).isFalse();
        assertThat(trail.from(at(1))).extracting(Way::to).doesNotContain(new Place.Sales());
        assertThat(trail.to(at(1))).extracting(Way::from).containsExactly(new Place.Filter());
        assertThat(stop(trail, new Place.Redirect(id(2))).losses())
                .as("who goes back got no further")
                .containsExactly(new Loss(Loss.Kind.WENT_NO_FURTHER, 10, "fell off"));
    }

    @Test
    void pagesThatAreGoneAndOtherOffersHaveAPlace() {
        Station gone = new Station.Page(id(99));
        Trail trail = Promoted.straight()
                .went(5, gone)
                .went(5, BRIDGE, new Station.Offer(id(1), Optional.of(Promoted.OTHER)), SALE)
                .trail();
        assertThat(stop(trail, new Place.Gone()).figure()).isEqualTo(5);
        assertThat(stop(trail, new Place.Offer(Promoted.OTHER)).name()).isEqualTo("Oyster Kit Club");
        assertThat(way(trail, new Place.Offer(Promoted.OTHER), new Place.Sales())
                        .figure())
                .isEqualTo(5);
    }

    @Test
    void ofManySourcesTheSmallOnesAreOneStrand() {
        Promoted many = Promoted.straight();
        for (String source : List.of("a", "b", "c", "d")) {
            many.sources.put(source, 1);
        }
        Trail trail = many.went(3, BRIDGE).trail();
        assertThat(trail.stops().stream().map(Stop::place).filter(Place::traffic))
                .containsExactly(
                        new Place.Source("plumage"),
                        new Place.Source("a"),
                        new Place.Source("b"),
                        new Place.OtherSources());
        assertThat(new Traffic(Map.of("", 3L), dev.wilyferret.core.figures.Tally.NONE).sources())
                .containsKey("");
    }

    @Test
    void placesAreReadAsTheyWriteThemselves() {
        for (Place place : List.of(
                at(1),
                new Place.Redirect(id(2)),
                new Place.OptIn(id(1)),
                OFFER,
                new Place.Filter(),
                new Place.Gone(),
                new Place.Confirmed(),
                new Place.Mails(),
                new Place.HandedOut(),
                new Place.Elsewhere(Promoted.ROOM),
                new Place.Sales())) {
            assertThat(Place.read(place.key())).contains(place);
        }
        assertThat(Place.read("page-1")).isEmpty();
        assertThat(Place.read("nowhere")).isEmpty();
    }

    @Test
    void stepsAddUpAndAreABand() {
        Steps one = new Steps(100, 80, 60, 20, 4);
        Steps sum = one.plus(new Steps(10, 8, 6, 2, 0));
        assertThat(sum.figures()).containsExactly(110L, 88L, 66L, 22L, 4L);
        assertThat(one.band(200))
                .startsWith("M0.0 10.0 L50.0 10.0 C100.0 10.0 100.0 12.0 150.0 12.0")
                .endsWith("Z");
        assertThat(Steps.NONE.band(200)).isEmpty();
        assertThat(new Steps(1, 1, 1, 1, 1).band(10_000_000))
                .as("a line is left")
                .contains("19.4");
    }

    @Test
    void variantsAreAForkWithEachOnesStream() {
        VariantId first = new VariantId(new UUID(4, 1));
        VariantId second = new VariantId(new UUID(4, 2));
        Trail trail = Promoted.straight()
                .with(3, "Other words", page(2))
                .forked(first, second)
                .went(30, new Station.Variant(first, 1, true), BRIDGE)
                .went(5, new Station.Variant(first, 1, false), BRIDGE, REDIRECT, OUT)
                .went(7, new Station.Variant(second, 1, true))
                .trail();
        Place one = new Place.Variant(first);
        Place other = new Place.Variant(second);
        assertThat(way(trail, new Place.Filter(), one)).isEqualTo(new Way(new Place.Filter(), one, "", true, 35));
        assertThat(way(trail, one, at(1))).isEqualTo(new Way(one, at(1), "", true, 35));
        assertThat(stop(trail, other).losses()).containsExactly(new Loss(Loss.Kind.WENT_NO_FURTHER, 7, "saw no page"));
        assertThat(stop(trail, one).note()).isEqualTo("50 % of new ones");
        assertThat(trail.from(new Place.Filter())).noneMatch(way -> way.to().equals(at(1)));
    }

    /** Behind a page's address the fork stands before the page, wherever visitors come from; behind its way out after it. */
    @Test
    void aPagesAddressAndItsWayOutForkWhereTheyAre() {
        VariantId stays = new VariantId(new UUID(4, 1));
        VariantId other = new VariantId(new UUID(4, 2));
        Promoted promoted = new Promoted()
                .with(1, "Bridge page", new Target.ToOffer(Promoted.OFFER))
                .with(3, "Other words", page(1));
        promoted.forks.add(new Setup.Fork(
                new Behind.OfPage(id(1)),
                List.of(
                        new Setup.Arm(stays, "As it stands", "", Optional.of(page(1))),
                        new Setup.Arm(other, "Other", "", Optional.of(page(3))))));
        Trail trail = promoted.trail();
        assertThat(trail.to(at(1))).extracting(Way::from).containsExactly(new Place.Variant(stays));
        assertThat(trail.from(at(3))).extracting(Way::to).contains(new Place.Variant(stays), new Place.Variant(other));
        promoted.forks.add(new Setup.Fork(
                new Behind.OfOut(id(1)),
                List.of(new Setup.Arm(
                        new VariantId(new UUID(4, 3)), "Kit", "", Optional.of(new Target.ToOffer(Promoted.OTHER))))));
        assertThat(promoted.trail().from(at(1)))
                .extracting(Way::to)
                .containsExactly(new Place.Variant(new VariantId(new UUID(4, 3))));
    }
}
