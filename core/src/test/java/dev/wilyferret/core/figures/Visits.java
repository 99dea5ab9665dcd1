package dev.wilyferret.core.figures;

import dev.wilyferret.core.id.BonusId;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.MailId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.sale.SaleState;
import dev.wilyferret.core.sale.Sold;
import dev.wilyferret.core.visit.Standing;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;

/** Made-up visits of one promotion on one day, few enough of each thing that they meet. */
final class Visits {

    static final PromotionId PROMOTION = new PromotionId(new UUID(1, 1));
    static final Instant DAY = Instant.parse("2026-11-26T00:00:00Z");
    static final PageId BRIDGE = new PageId(new UUID(2, 1));
    static final PageId REDIRECT = new PageId(new UUID(2, 2));
    static final Station ON_BRIDGE = new Station.Page(BRIDGE);
    static final Station ON_REDIRECT = new Station.Page(REDIRECT);
    static final Station OUT = new Station.Offer(REDIRECT, Optional.empty());
    private static final List<Station> STATIONS = List.of(
            ON_BRIDGE,
            ON_REDIRECT,
            OUT,
            new Station.OptIn(BRIDGE),
            new Station.Confirmed(),
            new Station.Sale(),
            new Station.Mail(new MailId(new UUID(3, 1))),
            new Station.HandedOut(new BonusId(new UUID(4, 1))),
            new Station.File("calendar.pdf"),
            new Station.Step(BRIDGE, "Watched > half & liked it"),
            new Station.Elsewhere(Optional.of(BRIDGE), new ElsewhereId(new UUID(5, 1))),
            new Station.Elsewhere(Optional.empty(), new ElsewhereId(new UUID(5, 1))),
            new Station.Offer(Optional.empty(), Optional.empty()));

    private final Random random;
    private final UuidV7 ids;

    Visits(Random random) {
        this.random = random;
        ids = new UuidV7(InstantSource.fixed(DAY), new Random(3));
    }

    List<Visit> some(int most) {
        int count = random.nextInt(most + 1);
        List<Visit> visits = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            // Every other at a full minute, as limits are.
            int second = random.nextBoolean() ? 60 * random.nextInt(1440) : random.nextInt(86_400);
            visits.add(anew(new ClickId(ids.at(DAY.plus(Duration.ofSeconds(second))))));
        }
        return visits;
    }

    /** A visit of a click, whatever it was before. */
    Visit anew(ClickId click) {
        List<Station> way = random.ints(random.nextInt(8), 0, STATIONS.size())
                .mapToObj(STATIONS::get)
                .toList();
        return new Visit(
                click,
                PROMOTION,
                random.nextInt(12),
                Standing.values()[random.nextInt(5) % 4],
                random.nextBoolean()
                        ? Map.of()
                        : Map.of(
                                Dimension.COUNTRY,
                                random.nextBoolean() ? "AT" : "DE",
                                Dimension.SOURCE,
                                "plumage" + random.nextInt(3)),
                Leg.of(way),
                random.nextInt(3) / 2,
                random.nextInt(4) / 3,
                random.nextInt(4) > 0
                        ? List.of()
                        : List.of(new Sold(
                                SaleState.values()[random.nextInt(4)],
                                2000 + random.nextInt(7000),
                                random.nextInt(2000),
                                19_900)));
    }

    /** Some of them once more, with something else in them. */
    List<Visit> changed(List<Visit> visits) {
        return visits.stream()
                .filter(visit -> random.nextInt(3) == 0)
                .map(visit -> anew(visit.click()))
                .toList();
    }

    int below(int bound) {
        return random.nextInt(bound);
    }

    Random random() {
        return random;
    }
}
