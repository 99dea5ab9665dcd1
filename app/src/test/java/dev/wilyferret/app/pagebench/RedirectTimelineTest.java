package dev.wilyferret.app.pagebench;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.page.Hold;
import dev.wilyferret.core.pixel.PixelAnswer;
import dev.wilyferret.core.pixel.PixelEvent;
import dev.wilyferret.core.visit.SiteEvent;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.UUID;
import java.util.random.RandomGeneratorFactory;
import org.junit.jupiter.api.Test;

class RedirectTimelineTest {

    private static final Instant NOON = Instant.parse("2026-11-24T12:00:00Z");
    private final UuidV7 ids = new UuidV7(
            InstantSource.fixed(NOON),
            RandomGeneratorFactory.of("L64X128MixRandom").create(1));
    private final UUID any = ids.next();

    private SiteEvent.PageView view(ClickId click) {
        return new SiteEvent.PageView(
                new EventId(ids.at(NOON)),
                new WorkspaceId(any),
                new PromotionId(any),
                click,
                new VisitorId(any),
                new PageId(any));
    }

    private SiteEvent.PixelFired fire(SiteEvent.PageView view, PixelAnswer answer, int millis) {
        return new SiteEvent.PixelFired(
                SiteEvent.PixelFired.idFor(view.id(), new PixelId(any), PixelEvent.LEAD),
                new WorkspaceId(any),
                new PromotionId(any),
                view.click(),
                new VisitorId(any),
                new PageId(any),
                new PixelId(any),
                PixelEvent.LEAD,
                answer,
                millis);
    }

    @Test
    void drawsAVisitToScale() {
        SiteEvent.PageView view = view(new ClickId(ids.next()));
        SiteEvent.WentOn out = new SiteEvent.WentOn(
                new EventId(ids.at(NOON.plusMillis(250))),
                new WorkspaceId(any),
                new PromotionId(any),
                view.click(),
                new VisitorId(any),
                new PageId(any));
        RedirectTimeline timeline =
                RedirectTimeline.of(new Hold(1000), List.of(out, fire(view, PixelAnswer.ANSWERED, 125), view));
        assertThat(timeline.endMillis()).isEqualTo(1250);
        RedirectTimeline.Visit visit = timeline.visits().getFirst();
        assertThat(visit.wentOnMillis()).hasValue(250);
        assertThat(visit.wentOnX()).isEqualTo(160);
        assertThat(visit.asked())
                .singleElement()
                .satisfies(asked -> assertThat(asked.x()).isEqualTo(80));
        assertThat(timeline.x(1000)).isEqualTo(640);
        assertThat(timeline.marks()).containsExactly(0, 500, 1000);
    }

    @Test
    void aVisitorWhoLeftHasNoEnd() {
        RedirectTimeline timeline = RedirectTimeline.of(Hold.DEFAULT, List.of(view(new ClickId(ids.next()))));
        assertThat(timeline.visits())
                .singleElement()
                .satisfies(visit -> assertThat(visit.wentOnMillis()).isEmpty());
    }

    @Test
    void showsTheLastEightVisits() {
        List<SiteEvent.Followed> many = java.util.stream.IntStream.range(0, 20)
                .<SiteEvent.Followed>mapToObj(i -> view(new ClickId(ids.next())))
                .toList();
        assertThat(RedirectTimeline.of(Hold.DEFAULT, many).visits()).hasSize(8);
    }

    @Test
    void withoutVisitsOnlyTheSetUpIsDrawn() {
        RedirectTimeline timeline = RedirectTimeline.of(new Hold(0), List.of());
        assertThat(timeline.visits()).isEmpty();
        assertThat(timeline.endMillis()).isEqualTo(750);
    }
}
