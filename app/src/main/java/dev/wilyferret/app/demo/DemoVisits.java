package dev.wilyferret.app.demo;

import dev.wilyferret.app.links.TrackingLink;
import dev.wilyferret.app.offers.Network;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.sales.Sale;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.core.address.NetworkKey;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.pixel.PixelAnswer;
import dev.wilyferret.core.pixel.PixelEvent;
import dev.wilyferret.core.sale.SaleChange;
import dev.wilyferret.core.sale.SaleState;
import dev.wilyferret.core.visit.Arrival;
import dev.wilyferret.core.visit.Draw;
import dev.wilyferret.core.visit.Headers;
import dev.wilyferret.core.visit.Parameters;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.TakenStep;
import dev.wilyferret.core.visit.Verdict;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.random.RandomGenerator;
import java.util.random.RandomGeneratorFactory;

/**
 * Two weeks of made-up visits of one promotion, the same for the same moment: every sale has its click, every lead its page
 * view. People come more in the evening; some come back; a few programs and the owner's own visits are among them. What people do
 * on its pages is up to each promotion.
 */
abstract class DemoVisits {

    private static final Duration SPAN = Duration.ofDays(14);
    /** How much of a day's traffic each hour brings, in percent of the busiest. */
    private static final int[] HOURS = {
        12, 8, 5, 4, 4, 8, 22, 40, 46, 42, 40, 46, 54, 48, 44, 46, 54, 66, 82, 97, 100, 84, 52, 26
    };

    private static final List<String> AGENTS = List.of(
            "Mozilla/5.0 (iPhone; CPU iPhone OS 19_1 like Mac OS X) AppleWebKit/605.1.15 (KHTML, like Gecko) Version/19.1 Mobile/15E148 Safari/604.1",
            "Mozilla/5.0 (Linux; Android 16; K) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/156.0.0.0 Mobile Safari/537.36",
            "Mozilla/5.0 (Windows NT 10.0; Win64; x64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/156.0.0.0 Safari/537.36",
            "Mozilla/5.0 (X11; Linux x86_64; rv:151.0) Gecko/20100101 Firefox/151.0");
    private static final List<String> PROGRAMS = List.of(
            "Mozilla/5.0 (compatible; LinkPreviewBot/2.1; +https://previews.example/bot)",
            "QuerywellCrawler/1.0 (+https://querywell.example/crawler)");
    private static final String OWN_AGENT = AGENTS.get(3);

    /**
     * Where the visits take place.
     *
     * @param pixel fires on pages that are read, and on redirect pages
     */
    record Scene(Workspace workspace, Network network, Promotion promotion, PixelId pixel, List<TrackingLink> links) {}

    private final Scene scene;
    private final Instant now;
    private final RandomGenerator random;
    private final UuidV7 ids;
    private final List<SiteEvent> events = new ArrayList<>();
    private final List<Sale.Past> sales = new ArrayList<>();
    private final List<VisitorId> people = new ArrayList<>();

    DemoVisits(Instant now, Scene scene, long seed) {
        this.now = now;
        this.scene = scene;
        this.random = RandomGeneratorFactory.of("L64X128MixRandom").create(seed);
        this.ids = new UuidV7(InstantSource.fixed(now), random);
    }

    /**
     * Lets visitors come.
     *
     * @param shares how many in a hundred come by each link
     */
    final void come(int clicks, int... shares) {
        for (int i = 0; i < clicks; i++) {
            visit(shares);
        }
    }

    /** What somebody does who came to a page of the promotion. */
    abstract void read(SiteEvent.Click click, Instant at, int link);

    /** What the page does by itself where people arrive. */
    void opened(SiteEvent.Click click, SiteEvent.PageView view) {
        fire(click, view, PixelEvent.PAGE_VIEW, 5000);
    }

    /** Where visitors who come by a link arrive. */
    abstract Page entry(SiteEvent.Click click);

    /** The variant that a visitor is given. */
    Optional<Draw> drawn(Arrival arrival) {
        return Optional.empty();
    }

    /** How many in a hundred get to see the page. */
    int arriving(SiteEvent.Click click) {
        return 97;
    }

    final List<SiteEvent> events() {
        return events;
    }

    final List<Sale.Past> sales() {
        return sales;
    }

    final Scene scene() {
        return scene;
    }

    final int below(int bound) {
        return random.nextInt(bound);
    }

    final boolean past(Instant at) {
        return at.isBefore(now);
    }

    final boolean chance(int percent) {
        return random.nextInt(100) < percent;
    }

    final int oneOf(int... shares) {
        int drawn = random.nextInt(100);
        int at = 0;
        while (at < shares.length - 1 && drawn >= shares[at]) {
            drawn -= shares[at++];
        }
        return at;
    }

    private Instant moment() {
        while (true) {
            Instant drawn =
                    now.minusMillis(random.nextLong(Duration.ofMinutes(3).toMillis(), SPAN.toMillis()));
            if (chance(HOURS[drawn.atZone(scene.workspace.zone()).getHour()])) {
                return drawn;
            }
        }
    }

    private void visit(int[] shares) {
        Instant at = moment();
        int link = oneOf(shares);
        boolean program = chance(4);
        boolean own = !program && random.nextInt(300) == 0;
        VisitorId visitor = visitor(at);
        Arrival arrival = arrival(visitor, program, own, link);
        SiteEvent.Click click = new SiteEvent.Click(
                new ClickId(ids.at(at)),
                scene.workspace.id(),
                scene.promotion.id(),
                drawn(arrival),
                arrival,
                Verdict.on(arrival));
        events.add(click);
        if (chance(arriving(click))) {
            Instant seen = at.plusMillis(random.nextInt(120, 900));
            SiteEvent.PageView view = view(click, entry(click), seen);
            if (!program) {
                opened(click, view);
                read(click, seen, link);
            }
        }
    }

    private VisitorId visitor(Instant at) {
        if (!people.isEmpty() && chance(11)) {
            return people.get(random.nextInt(people.size()));
        }
        VisitorId fresh = new VisitorId(ids.at(at));
        people.add(fresh);
        return fresh;
    }

    private Arrival arrival(VisitorId visitor, boolean program, boolean own, int link) {
        String agent = program
                ? PROGRAMS.get(random.nextInt(PROGRAMS.size()))
                : own ? OWN_AGENT : AGENTS.get(oneOf(44, 30, 20, 6));
        Tags tags = scene.links.get(link).tags();
        String referrer = tags.source().contains("-") ? "" : "https://" + tags.source() + ".example/";
        boolean german = chance(70);
        String address = address(own);
        return Arrival.of(
                visitor,
                Optional.of(scene.links.get(link).id()),
                Optional.of(tags),
                Parameters.NONE,
                own,
                new Arrival.Place(address, NetworkKey.prefix(address), german ? "AT" : "GB"),
                new Headers(
                        agent,
                        referrer,
                        german ? "de-AT,de;q=0.9" : "en-GB,en;q=0.8",
                        Headers.Hints.NONE,
                        Headers.Fetch.NONE,
                        ""));
    }

    /** From the documentation ranges of RFC 5737 and RFC 3849. */
    private String address(boolean own) {
        if (own) {
            return "203.0.113.7";
        }
        return switch (random.nextInt(4)) {
            case 0 -> "192.0.2." + random.nextInt(1, 255);
            case 1 -> "198.51.100." + random.nextInt(1, 255);
            case 2 -> "203.0.113." + random.nextInt(1, 255);
            default ->
                "2001:db8:" + Integer.toHexString(random.nextInt(0x10000)) + "::"
                        + Integer.toHexString(random.nextInt(1, 0x10000));
        };
    }

    /** Passes a redirect page to its offer; empty for those who leave before. */
    final Optional<Instant> pass(SiteEvent.Click click, Page redirect, Instant at) {
        SiteEvent.PageView view = view(click, redirect, at);
        int stayed = fire(click, view, PixelEvent.LEAD, 1000);
        if (!chance(98)) {
            return Optional.empty();
        }
        Instant left = at.plusMillis(stayed + random.nextInt(5, 40));
        goOn(click, redirect, Optional.empty(), left);
        return Optional.of(left);
    }

    /** Is sent on to the promotion's offer, or to another one. */
    final void goOn(SiteEvent.Click click, Page from, Optional<OfferId> other, Instant at) {
        events.add(new SiteEvent.WentOn(
                new EventId(ids.at(at)),
                click.workspace(),
                click.promotion(),
                click.id(),
                click.visitor(),
                from.id(),
                other));
    }

    final void take(SiteEvent.Click click, Page on, TakenStep step, Instant at) {
        events.add(new SiteEvent.StepTaken(
                new EventId(ids.at(at)),
                click.workspace(),
                click.promotion(),
                click.id(),
                click.visitor(),
                on.id(),
                step));
    }

    final void handOut(SiteEvent.Click click, Page from, String file, Instant at) {
        events.add(new SiteEvent.HandedOut(
                new EventId(ids.at(at)),
                click.workspace(),
                click.promotion(),
                click.id(),
                click.visitor(),
                from.id(),
                file));
    }

    final SiteEvent.PageView view(SiteEvent.Click click, Page page, Instant at) {
        SiteEvent.PageView view = new SiteEvent.PageView(
                new EventId(ids.at(at)), click.workspace(), click.promotion(), click.id(), click.visitor(), page.id());
        events.add(view);
        return view;
    }

    /** Fires the pixel, and says how long the page waited for it. */
    final int fire(SiteEvent.Click click, SiteEvent.PageView view, PixelEvent event, int longest) {
        int drawn = random.nextInt(100);
        int took = 40 + (int) (-90 * Math.log(1 - random.nextDouble()));
        PixelAnswer answer = drawn < 2
                ? PixelAnswer.FAILED
                : drawn < 4 || took >= longest ? PixelAnswer.NO_ANSWER_IN_TIME : PixelAnswer.ANSWERED;
        int waited = answer == PixelAnswer.NO_ANSWER_IN_TIME ? longest : took;
        events.add(new SiteEvent.PixelFired(
                SiteEvent.PixelFired.idFor(view.id(), scene.pixel, event),
                click.workspace(),
                click.promotion(),
                click.id(),
                click.visitor(),
                view.page(),
                scene.pixel,
                event,
                answer,
                waited));
        return waited;
    }

    /**
     * Buys, or does what the offer pays for; what lies ahead is left out.
     *
     * @param commission in minor units
     * @param orderValue in minor units
     */
    final void buy(SiteEvent.Click click, OfferId offer, Instant at, long commission, long orderValue) {
        if (!click.own() && past(at)) {
            String order = "LF-" + random.nextInt(100_000, 1_000_000) + "-" + sales.size();
            Sale.Facts facts = new Sale.Facts(scene.network.id(), order, click.id(), click.promotion(), offer);
            sales.add(new Sale.Past(facts, orderValue, course(sales.size(), at, commission)));
        }
    }

    /** The network approves after two days; some are given back later, whole or in part, and some were none. */
    private List<SaleChange> course(int number, Instant at, long commission) {
        List<SaleChange> course = new ArrayList<>();
        course.add(new SaleChange(SaleState.PENDING, commission, at, false));
        if (number % 15 == 5) {
            course.add(new SaleChange(SaleState.REVERSED, commission, at.plus(Duration.ofDays(1)), false));
        } else {
            course.add(new SaleChange(SaleState.APPROVED, commission, at.plus(Duration.ofDays(2)), false));
            if (number % 12 == 3 || number % 12 == 7) {
                long back = number % 12 == 3 ? commission : commission / 2;
                course.add(new SaleChange(SaleState.REFUNDED, back, at.plus(Duration.ofDays(4)), false));
            }
        }
        return course.stream().filter(change -> change.at().isBefore(now)).toList();
    }
}
