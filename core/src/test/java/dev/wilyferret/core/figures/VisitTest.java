package dev.wilyferret.core.figures;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.id.BonusId;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.id.MailId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.sale.SaleState;
import dev.wilyferret.core.sale.Sold;
import dev.wilyferret.core.visit.Device;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.Standing;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import org.junit.jupiter.api.Test;

class VisitTest {

    private static final Instant AT = Instant.parse("2026-11-26T23:59:00Z");
    private static final UuidV7 IDS = new UuidV7(InstantSource.fixed(AT), new Random(1));
    private static final WorkspaceId WORKSPACE = new WorkspaceId(new UUID(9, 9));
    private static final ClickId CLICK = new ClickId(IDS.next());
    private static final MailId MAIL = new MailId(new UUID(6, 6));
    private static final BonusId BONUS = new BonusId(new UUID(5, 5));
    private static final VisitorId VISITOR = new VisitorId(new UUID(8, 8));

    private static SiteEvent.Followed view(int seconds, PromotionId promotion) {
        return new SiteEvent.PageView(
                new EventId(IDS.at(AT.plusSeconds(seconds))), WORKSPACE, promotion, CLICK, VISITOR, Visits.BRIDGE);
    }

    private static SiteEvent.Followed out(int seconds) {
        return new SiteEvent.WentOn(
                new EventId(IDS.at(AT.plusSeconds(seconds))),
                WORKSPACE,
                Visits.PROMOTION,
                CLICK,
                VISITOR,
                Visits.REDIRECT);
    }

    /** The bridge, an address left there that was confirmed long before, on to the offer, a sale the next day. */
    @Test
    void aVisitIsToldInTheOrderThingsHappenedWhateverOrderTheyCameIn() {
        Visit visit = Visit.of(
                new Visit.Kept(
                        CLICK,
                        Visits.PROMOTION,
                        Standing.COUNTED,
                        new Visit.Known(
                                Optional.empty(),
                                Optional.empty(),
                                Optional.empty(),
                                "AT",
                                Device.PHONE,
                                "Chrome on Android"),
                        List.of(out(40), view(20, new PromotionId(new UUID(7, 7))), view(10, Visits.PROMOTION)),
                        new Visit.People(
                                List.of(new Visit.OptIn(
                                        Visits.BRIDGE, AT.plusSeconds(30), Optional.of(AT.minusSeconds(9000)))),
                                List.of(
                                        new Visit.Did(new Station.HandedOut(BONUS), AT.plusSeconds(5060)),
                                        new Visit.Did(new Station.Mail(MAIL), AT.plusSeconds(5000)))),
                        List.of(
                                new Visit.Reported(AT.plusSeconds(90_000), Sold.begins(SaleState.APPROVED, 2750, 8900)),
                                new Visit.Reported(
                                        AT.plusSeconds(95_000), new Sold(SaleState.REVERSED, 2750, 0, 8900)))),
                7);
        Station optIn = new Station.OptIn(Visits.BRIDGE);
        assertThat(visit.legs())
                .isEqualTo(Leg.of(List.of(
                        Visits.ON_BRIDGE,
                        optIn,
                        new Station.Confirmed(),
                        Visits.OUT,
                        new Station.Mail(MAIL),
                        new Station.HandedOut(BONUS),
                        new Station.Sale())));
        assertThat(visit.traits())
                .isEqualTo(Map.of(
                        Dimension.ENTRY, Visits.BRIDGE.toString(),
                        Dimension.COUNTRY, "AT",
                        Dimension.DEVICE, "PHONE",
                        Dimension.BROWSER, "Chrome",
                        Dimension.SYSTEM, "Android"));
        assertThat(visit.day()).as("that of the click").isEqualTo("2026-11-26");
        assertThat(visit.optIns()).isEqualTo(1);
        assertThat(visit.confirmed()).isEqualTo(1);
        assertThat(visit.sold())
                .containsExactly(
                        Sold.begins(SaleState.APPROVED, 2750, 8900), new Sold(SaleState.REVERSED, 2750, 0, 8900));
    }
}
