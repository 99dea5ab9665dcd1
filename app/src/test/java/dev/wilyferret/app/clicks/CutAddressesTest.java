package dev.wilyferret.app.clicks;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.visit.Arrival;
import dev.wilyferret.core.visit.Headers;
import dev.wilyferret.core.visit.Parameters;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.Verdict;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** What is old is kept without what tells one browser from another; figures lose nothing. */
class CutAddressesTest extends AppTest {

    private static final String PHONE =
            "Mozilla/5.0 (Linux; Android 16; K) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/150.0.0.0 Mobile Safari/537.36";

    @Autowired
    private ClickLog log;

    @Autowired
    private ClickBook book;

    @Autowired
    private CutAddresses cutting;

    @Autowired
    private UuidV7 ids;

    private SiteEvent.Click click(WorkspaceId workspace, int daysAgo) {
        Arrival arrival = Arrival.of(
                new VisitorId(ids.next()),
                Optional.empty(),
                Optional.empty(),
                new Parameters("sub1=a"),
                false,
                new Arrival.Place("192.0.2.1", "192.0.2.0/24", "AT"),
                new Headers(
                        PHONE,
                        "https://plumage.test/",
                        "de-AT",
                        new Headers.Hints("", "?1", ""),
                        new Headers.Fetch("none", "navigate", "document", "?1"),
                        "2"));
        return new SiteEvent.Click(
                new ClickId(ids.at(clock.instant().minus(Duration.ofDays(daysAgo)))),
                workspace,
                new PromotionId(ids.next()),
                Optional.empty(),
                arrival,
                Verdict.on(arrival));
    }

    @Test
    void afterNinetyDaysAddressAndHeadersAreCutAndTheirNamesStay() {
        WorkspaceId workspace = scenario.empty().id();
        sql.sql("delete from pass_over").update();
        SiteEvent.Click old = click(workspace, 92);
        SiteEvent.Click young = click(workspace, 88);
        log.append(List.of(old, young));
        cutting.turn();
        cutting.turn();

        Arrival cut = book.click(workspace, old.id()).orElseThrow().arrival();
        assertThat(cut.headers())
                .isEqualTo(new Headers("", "https://plumage.test/", "", Headers.Hints.NONE, Headers.Fetch.NONE, ""));
        assertThat(cut.place()).isEqualTo(new Arrival.Place("", "192.0.2.0/24", "AT"));
        assertThat(cut.device()).isEqualTo(old.arrival().device());
        assertThat(cut.parameters()).isEqualTo(old.arrival().parameters());
        assertThat(book.these(workspace, List.of(old.id())).getFirst().browser())
                .isEqualTo("Chrome on Android");
        assertThat(book.click(workspace, young.id())).hasValue(young);
        assertThat(sql.sql("select count(*) from pass_over")
                        .query(Integer.class)
                        .single())
                .isEqualTo(1);
    }
}
