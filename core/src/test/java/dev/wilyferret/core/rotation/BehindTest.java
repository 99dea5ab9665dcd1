package dev.wilyferret.core.rotation;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.link.Destination;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class BehindTest {

    private static final UuidV7 IDS =
            new UuidV7(InstantSource.fixed(Instant.parse("2026-11-01T12:00:00Z")), new Random(5));
    private static final PageId PAGE = new PageId(IDS.next());
    private static final LinkId LINK = new LinkId(IDS.next());
    private static final OfferId OFFER = new OfferId(IDS.next());
    private static final ElsewhereId ELSEWHERE = new ElsewhereId(IDS.next());

    private static Stream<Behind> all() {
        return Stream.of(
                new Behind.OfLink(LINK),
                new Behind.OfPage(PAGE),
                new Behind.OfOut(PAGE),
                new Behind.OfOut(PAGE, new Destination.ToOffer(Optional.of(OFFER))),
                new Behind.OfOut(PAGE, new Destination.ToElsewhere(ELSEWHERE)));
    }

    @ParameterizedTest
    @MethodSource("all")
    void whatIsKeptReadsTheSame(Behind behind) {
        assertThat(Behind.read(behind.text())).contains(behind);
    }

    @Test
    void theUsualWayOutNamesNoOffer() {
        assertThat(new Behind.OfOut(PAGE).text()).isEqualTo("out " + PAGE);
        assertThat(Behind.read("out " + PAGE + " offer"))
                .as("it is written without")
                .isEmpty();
        assertThat(Behind.read("out " + PAGE + " page " + PAGE))
                .as("pages are no way out")
                .isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "link", "link x", "page", "out", "out x", "way 7", "out x offer", "link x y"})
    void whatNothingWritesIsNone(String text) {
        assertThat(Behind.read(text)).isEmpty();
        assertThat(Behind.read("out " + PAGE + " " + text)).isEmpty();
    }

    @Test
    void onlyALinksVisitorsAreNoPages() {
        assertThat(new Behind.OfLink(LINK).page()).isEmpty();
        assertThat(new Behind.OfPage(PAGE).page()).contains(PAGE);
        assertThat(new Behind.OfOut(PAGE).page()).contains(PAGE);
    }
}
