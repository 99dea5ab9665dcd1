package dev.wilyferret.core.visit;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.pixel.PixelEvent;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SiteEventTest {

    private final UuidV7 ids = new UuidV7(InstantSource.fixed(Instant.parse("2026-11-01T12:00:00Z")), new Random(3));

    /** Fires of one page at one moment: whatever tells them apart does, and what is the same is one. */
    @Test
    void aFireIsOneByViewPixelEventAndWhoTellsIt() {
        List<EventId> all = new ArrayList<>();
        List<EventId> again = new ArrayList<>();
        List<EventId> views = List.of(new EventId(ids.next()), new EventId(ids.next()));
        List<PixelId> pixels = List.of(new PixelId(ids.next()), new PixelId(ids.next()));
        for (EventId view : views) {
            for (PixelId pixel : pixels) {
                for (PixelEvent.Kind kind : PixelEvent.Kind.values()) {
                    for (String own : kind == PixelEvent.Kind.OWN ? List.of("Watched", "Asked") : List.of("")) {
                        PixelEvent event = new PixelEvent(kind, own);
                        all.add(SiteEvent.PixelFired.idFor(view, pixel, event));
                        all.add(SiteEvent.PixelFired.idForServer(view, pixel, event));
                        again.add(SiteEvent.PixelFired.idFor(view, pixel, event));
                        again.add(SiteEvent.PixelFired.idForServer(view, pixel, event));
                    }
                }
            }
        }
        assertThat(all).doesNotHaveDuplicates().isEqualTo(again);
        assertThat(all).allMatch(id -> UuidV7.momentOf(id.value()).equals(Instant.parse("2026-11-01T12:00:00Z")));
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void aClickSaysWhoseItIsByWhatItCameWith(boolean own) {
        LinkId link = new LinkId(ids.next());
        VariantId variant = new VariantId(ids.next());
        VisitorId visitor = new VisitorId(UUID.randomUUID());
        SiteEvent.Click click = new SiteEvent.Click(
                new ClickId(ids.next()),
                new WorkspaceId(ids.next()),
                new PromotionId(ids.next()),
                Optional.of(new Draw(new RotationId(ids.next()), 1, variant, 0.5, true)),
                Arrival.of(
                        visitor,
                        Optional.of(link),
                        Optional.empty(),
                        Parameters.NONE,
                        own,
                        new Arrival.Place("192.0.2.1", "192.0.2.0/24", "AT"),
                        Headers.of("agent")),
                new Verdict.Counted());
        assertThat(click.own()).isEqualTo(own);
        assertThat(click.link()).contains(link);
        assertThat(click.variant()).contains(variant);
        assertThat(click.visitor()).isEqualTo(visitor);
    }
}
