package dev.wilyferret.app.clicks;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.pixel.PixelAnswer;
import dev.wilyferret.core.pixel.PixelEvent;
import dev.wilyferret.core.visit.Draw;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.TakenStep;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.UUID;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** Something that followed a click, as it is kept; written once, never changed. */
@Entity
@Immutable
@Table(name = "site_event")
@IdClass(ClickRow.Key.class)
class SiteEventRow {

    static final ColumnInsert<SiteEventRow> INSERT = ColumnInsert.<SiteEventRow>into("site_event")
            .uuid("workspace_id", row -> row.workspace)
            .uuid("id", row -> row.id)
            .moment("at", row -> row.at.toEpochMilli())
            .uuid("promotion_id", row -> row.promotion)
            .uuid("click_id", row -> row.click)
            .uuid("visitor_id", row -> row.visitor)
            .uuid("page_id", row -> row.page)
            .text("kind", row -> row.kind.name())
            .uuid("offer_id", row -> row.offer)
            .uuid("elsewhere_id", row -> row.elsewhere)
            .text("file", row -> row.file)
            .uuid("pixel_id", row -> row.pixel)
            .text("pixel_event", row -> row.pixelEvent)
            .text("pixel_answer", row -> row.pixelAnswer == null ? null : row.pixelAnswer.name())
            .integer("took_ms", row -> row.tookMillis)
            .uuid("variant_id", row -> row.variant)
            .uuid("rotation_id", row -> row.rotation)
            .integer("stretch", row -> row.stretch)
            .real("share", row -> row.share)
            .bool("first_draw", row -> row.firstDraw)
            .text("step_name", row -> row.stepName)
            .bigint("step_amount", row -> row.stepAmount)
            .text("step_label", row -> row.stepLabel)
            .made();

    enum Kind {
        PAGE_VIEW,
        DRAWN,
        WENT_ON,
        HANDED_OUT,
        SENT_ELSEWHERE,
        STEP_TAKEN,
        PIXEL_FIRED
    }

    @Id
    @Column(name = "workspace_id")
    UUID workspace;

    @Id
    UUID id;

    @Id
    Instant at;

    @Column(name = "promotion_id")
    UUID promotion;

    @Column(name = "click_id")
    UUID click;

    @Column(name = "visitor_id")
    UUID visitor;

    @Column(name = "page_id")
    @Nullable
    UUID page;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    Kind kind;

    @Column(name = "offer_id")
    @Nullable
    UUID offer;

    @Column(name = "pixel_id")
    @Nullable
    UUID pixel;

    @Column(name = "pixel_event")
    @Nullable
    String pixelEvent;

    @Column(name = "pixel_answer")
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Nullable
    PixelAnswer pixelAnswer;

    @Column(name = "took_ms")
    @Nullable
    Integer tookMillis;

    @Column(name = "variant_id")
    @Nullable
    UUID variant;

    @Column(name = "rotation_id")
    @Nullable
    UUID rotation;

    @Nullable
    Integer stretch;

    @Nullable
    Float share;

    @Column(name = "first_draw")
    @Nullable
    Boolean firstDraw;

    @Nullable
    String file;

    @Column(name = "elsewhere_id")
    @Nullable
    UUID elsewhere;

    @Column(name = "step_name")
    @Nullable
    String stepName;

    /** In minor units of the workspace's currency. */
    @Column(name = "step_amount")
    @Nullable
    Long stepAmount;

    @Column(name = "step_label")
    @Nullable
    String stepLabel;

    protected SiteEventRow() {}

    SiteEventRow(SiteEvent.Followed event) {
        workspace = event.workspace().value();
        id = event.id().value();
        at = event.at();
        promotion = event.promotion().value();
        click = event.click().value();
        visitor = event.visitor().value();
        page = switch (event) {
            case SiteEvent.Drawn _ -> null;
            case SiteEvent.OnPage on -> on.page().value();
            case SiteEvent.WentOn out -> out.page().map(PageId::value).orElse(null);
            case SiteEvent.SentElsewhere out -> out.page().map(PageId::value).orElse(null);
        };
        kind = switch (event) {
            case SiteEvent.PageView view -> Kind.PAGE_VIEW;
            case SiteEvent.Drawn drawn -> Kind.DRAWN;
            case SiteEvent.WentOn out -> Kind.WENT_ON;
            case SiteEvent.HandedOut given -> Kind.HANDED_OUT;
            case SiteEvent.SentElsewhere out -> Kind.SENT_ELSEWHERE;
            case SiteEvent.StepTaken taken -> Kind.STEP_TAKEN;
            case SiteEvent.PixelFired fire -> Kind.PIXEL_FIRED;
        };
        if (event instanceof SiteEvent.Drawn(var _, var _, var _, var _, var _, Draw draw)) {
            variant = draw.variant().value();
            rotation = draw.rotation().value();
            stretch = draw.stretch();
            share = (float) draw.share();
            firstDraw = draw.first();
        }
        if (event instanceof SiteEvent.WentOn out) {
            offer = out.offer().map(OfferId::value).orElse(null);
        }
        if (event instanceof SiteEvent.SentElsewhere out) {
            elsewhere = out.elsewhere().value();
        }
        if (event instanceof SiteEvent.HandedOut given) {
            file = given.file();
        }
        if (event instanceof SiteEvent.StepTaken(var _, var _, var _, var _, var _, var _, TakenStep step)) {
            stepName = step.name();
            stepAmount = step.amount().isPresent() ? step.amount().getAsLong() : null;
            stepLabel = step.label();
        }
        if (event instanceof SiteEvent.PixelFired fire) {
            pixel = fire.pixel().value();
            pixelEvent = fire.event().text();
            pixelAnswer = fire.answer();
            tookMillis = fire.tookMillis();
        }
    }

    SiteEvent.Followed toEvent() {
        return switch (kind) {
            case PAGE_VIEW ->
                new SiteEvent.PageView(
                        new EventId(id),
                        new WorkspaceId(workspace),
                        new PromotionId(promotion),
                        new ClickId(click),
                        new VisitorId(visitor),
                        onPage());
            case DRAWN ->
                new SiteEvent.Drawn(
                        new EventId(id),
                        new WorkspaceId(workspace),
                        new PromotionId(promotion),
                        new ClickId(click),
                        new VisitorId(visitor),
                        new Draw(
                                new RotationId(Objects.requireNonNull(rotation)),
                                Objects.requireNonNull(stretch),
                                new VariantId(Objects.requireNonNull(variant)),
                                Objects.requireNonNull(share),
                                Objects.requireNonNull(firstDraw)));
            case WENT_ON ->
                new SiteEvent.WentOn(
                        new EventId(id),
                        new WorkspaceId(workspace),
                        new PromotionId(promotion),
                        new ClickId(click),
                        new VisitorId(visitor),
                        Optional.ofNullable(page).map(PageId::new),
                        Optional.ofNullable(offer).map(OfferId::new));
            case HANDED_OUT ->
                new SiteEvent.HandedOut(
                        new EventId(id),
                        new WorkspaceId(workspace),
                        new PromotionId(promotion),
                        new ClickId(click),
                        new VisitorId(visitor),
                        onPage(),
                        Objects.requireNonNull(file));
            case SENT_ELSEWHERE ->
                new SiteEvent.SentElsewhere(
                        new EventId(id),
                        new WorkspaceId(workspace),
                        new PromotionId(promotion),
                        new ClickId(click),
                        new VisitorId(visitor),
                        Optional.ofNullable(page).map(PageId::new),
                        new ElsewhereId(Objects.requireNonNull(elsewhere)));
            case STEP_TAKEN ->
                new SiteEvent.StepTaken(
                        new EventId(id),
                        new WorkspaceId(workspace),
                        new PromotionId(promotion),
                        new ClickId(click),
                        new VisitorId(visitor),
                        onPage(),
                        new TakenStep(
                                Objects.requireNonNull(stepName),
                                stepAmount == null ? OptionalLong.empty() : OptionalLong.of(stepAmount),
                                Objects.requireNonNull(stepLabel)));
            case PIXEL_FIRED -> toFire();
        };
    }

    private PageId onPage() {
        return new PageId(Objects.requireNonNull(page));
    }

    SiteEvent.PixelFired toFire() {
        return new SiteEvent.PixelFired(
                new EventId(id),
                new WorkspaceId(workspace),
                new PromotionId(promotion),
                new ClickId(click),
                new VisitorId(visitor),
                onPage(),
                new PixelId(Objects.requireNonNull(pixel)),
                PixelEvent.read(Objects.requireNonNull(pixelEvent)),
                Objects.requireNonNull(pixelAnswer),
                Objects.requireNonNull(tookMillis));
    }
}
