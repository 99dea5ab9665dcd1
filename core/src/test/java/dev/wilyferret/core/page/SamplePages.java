package dev.wilyferret.core.page;

import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.readiness.Fold;
import dev.wilyferret.core.readiness.Readiness;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;

/** A page that is ready, and what stands around it. */
public final class SamplePages {

    public static final PageId REDIRECT = new PageId(new UUID(1, 1));
    public static final PageId DRAFTED = new PageId(new UUID(1, 2));
    public static final ElsewhereId ROOM = new ElsewhereId(new UUID(8, 1));
    public static final OfferId OTHER_OFFER = new OfferId(new UUID(2, 1));
    public static final Instant NOON = Instant.parse("2026-05-14T12:00:00Z");

    public static final Placed HEADLINE = Placed.of("head", new Block.Headline("Pick your first mushrooms"));
    public static final Placed SUB = Placed.of("sub", new Block.SubHeadline("Without a garden"));
    public static final Placed BENEFITS = Placed.of("gains", new Block.Benefits(List.of("Cheap", "Quick")));
    public static final Placed BUTTON = Placed.of("go", new Block.Button("Show me", new NextStep.ToPage(REDIRECT)));
    public static final Placed DISCLOSURE = Placed.of("say", new Block.Disclosure("I earn a commission."));

    private SamplePages() {}

    public static PageSettings settings() {
        return new PageSettings("Oyster mushrooms", "How to grow them.", "", "", "en", true, false, "", "");
    }

    public static ContentPage page(Placed... blocks) {
        return new ContentPage(settings(), Look.PLAIN, new Blocks(List.of(blocks)), List.of());
    }

    public static ContentPage good() {
        return page(HEADLINE, SUB, BENEFITS, BUTTON, DISCLOSURE);
    }

    /** The good page with more blocks before the disclosure. */
    public static ContentPage goodWith(Placed... more) {
        List<Placed> blocks = new ArrayList<>(List.of(HEADLINE, SUB, BENEFITS, BUTTON));
        blocks.addAll(List.of(more));
        blocks.add(DISCLOSURE);
        return page(blocks.toArray(new Placed[0]));
    }

    public static Readiness.Context around() {
        return around(true, true, List.of());
    }

    public static Readiness.Context around(boolean legal, boolean tagged, List<Fold> folds) {
        return new Readiness.Context(
                id -> id.equals(REDIRECT)
                        ? Readiness.Target.PUBLISHED
                        : id.equals(DRAFTED) ? Readiness.Target.NOT_PUBLISHED : Readiness.Target.MISSING,
                Set.of(OTHER_OFFER),
                Set.of(ROOM),
                offer -> tagged,
                Map.of(
                        "bucket.jpg",
                        80_000L,
                        "poster.png",
                        1_600_000L,
                        "half.jpg",
                        750_000L,
                        "other-half.jpg",
                        750_000L,
                        "film.mp4",
                        9_000_000L),
                legal,
                9_000,
                folds,
                NOON);
    }

    public static Stream<String> found(PageDocument page) {
        return found(page, around());
    }

    /** Each finding as grade, check and block. */
    public static Stream<String> found(PageDocument page, Readiness.Context around) {
        return Readiness.of(page, around).stream()
                .map(finding -> "%s %s %s"
                        .formatted(
                                finding.grade(),
                                finding.check(),
                                finding.block().map(BlockId::text).orElse("page")));
    }
}
