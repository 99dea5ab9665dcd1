package dev.wilyferret.app.site;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.visit.Arrival;
import dev.wilyferret.core.visit.Device;
import dev.wilyferret.core.visit.Headers;
import dev.wilyferret.core.visit.SiteEvent;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;

/** What is known of a request is kept whole with its click, and shown in words. */
class ArrivalsTest extends AppTest {

    private static final String PHONE =
            "Mozilla/5.0 (Linux; Android 16; K) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/150.0.0.0 Mobile Safari/537.36";

    @Autowired
    private ClickBook clicks;

    private Scenario.Trail trail;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
    }

    private SiteEvent.Click clickOf(Guest guest) {
        UUID id = ShortId.parse(guest.cookie(VisitCookies.CLICK).orElseThrow().split("\\.")[0])
                .orElseThrow();
        return clicks.click(trail.workspace(), new ClickId(id)).orElseThrow();
    }

    @Test
    void everythingThatIsKnownIsKeptWithTheClick() {
        Guest guest = guest().as(PHONE);
        guest.get(
                trail.link().path() + "?sub1=a%2Fb&gclid=9&email=i%40k.example",
                "Referer",
                "https://plumage.test/feed?name=Ines&s=1",
                "Accept-Language",
                "de-AT,de;q=0.9",
                "Sec-CH-UA",
                "\"Chromium\";v=\"150\"",
                "Sec-CH-UA-Mobile",
                "?1",
                "Sec-CH-UA-Platform",
                "\"Android\"",
                "Sec-Fetch-Site",
                "cross-site",
                "Sec-Fetch-Mode",
                "navigate",
                "Sec-Fetch-Dest",
                "document",
                "Sec-Fetch-User",
                "?1");
        Arrival arrival = clickOf(guest).arrival();
        assertThat(arrival.link()).hasValue(trail.link().id());
        assertThat(arrival.tags()).hasValue(trail.link().tags());
        assertThat(arrival.parameters().query()).isEqualTo("sub1=a%2Fb&gclid=9");
        assertThat(arrival.place()).isEqualTo(new Arrival.Place("127.0.0.1", "127.0.0.0/24", ""));
        assertThat(arrival.device()).isEqualTo(Device.PHONE);
        assertThat(arrival.headers())
                .isEqualTo(new Headers(
                        PHONE,
                        "https://plumage.test/feed?s=1",
                        "de-AT,de;q=0.9",
                        new Headers.Hints("\"Chromium\";v=\"150\"", "?1", "\"Android\""),
                        new Headers.Fetch("cross-site", "navigate", "document", "?1"),
                        ""));

        Guest owner = owner(trail.stage());
        followed();
        assertThat(owner.get("/promotions/" + trail.promotion().id() + "/clicks?behind=traffic&days=7")
                        .body())
                .contains("Chrome on Android", PHONE);
        assertThat(owner.get("/clicks/" + clickOf(guest).id()).body())
                .contains("sub1 = a/b", "Phone", "Chrome on Android", "not known");
    }

    @Test
    void aPageReachedWithoutALinkArrivesToo() {
        Guest guest = guest();
        guest.get(trail.bridgePath() + "?utm_source=somewhere");
        Arrival arrival = clickOf(guest).arrival();
        assertThat(arrival.link()).isEmpty();
        assertThat(arrival.tags()).isEmpty();
        assertThat(arrival.parameters().values()).containsEntry("utm_source", "somewhere");
        assertThat(arrival.headers().httpVersion()).as("no proxy says it").isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"false, false", "true, false", "true, true", "false, true"})
    void aVisitIsKnownAgainWithAndWithoutLinkAndVariant(boolean link, boolean variant) {
        ClickId click = new ClickId(ShortId.parse(guestsClick()).orElseThrow());
        Visit.Current current = new Visit.Current(
                click,
                trail.promotion().id(),
                link ? Optional.of(trail.link().id()) : Optional.empty(),
                variant ? Optional.of(new VariantId(new UUID(1, 1))) : Optional.empty());
        assertThat(Visit.Current.parse(current.text())).hasValue(current);
        assertThat(current.text().split("\\.")).hasSize(variant ? 4 : link ? 3 : 2);
    }

    private String guestsClick() {
        Guest guest = guest();
        guest.get(trail.link().path());
        return guest.cookie(VisitCookies.CLICK).orElseThrow().split("\\.")[0];
    }

    @ParameterizedTest
    @CsvSource({"''", "x", "a.b", "a.b.c.d.e"})
    void whatIsNoVisitIsNone(String cookie) {
        assertThat(Visit.Current.parse(cookie)).isEmpty();
    }
}
