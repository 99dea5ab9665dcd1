package dev.wilyferret.app.clicks;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.visit.Arrival;
import dev.wilyferret.core.visit.Device;
import dev.wilyferret.core.visit.Draw;
import dev.wilyferret.core.visit.Headers;
import dev.wilyferret.core.visit.Parameters;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.Verdict;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A click as it is kept; written once, never changed. */
@Entity
@Immutable
@Table(name = "click")
@IdClass(ClickRow.Key.class)
class ClickRow {

    static final ColumnInsert<ClickRow> INSERT = ColumnInsert.<ClickRow>into("click")
            .uuid("workspace_id", row -> row.workspace)
            .uuid("id", row -> row.id)
            .moment("at", row -> row.at.toEpochMilli())
            .uuid("promotion_id", row -> row.promotion)
            .uuid("visitor_id", row -> row.visitor)
            .uuid("link_id", row -> row.link)
            .bool("own", row -> row.own)
            .text("verdict", row -> row.verdict)
            .text("verdict_sign", row -> row.verdictSign)
            .text("tags", row -> row.tags)
            .uuid("variant_id", row -> row.variant)
            .uuid("rotation_id", row -> row.rotation)
            .integer("stretch", row -> row.stretch)
            .real("share", row -> row.share)
            .bool("first_draw", row -> row.firstDraw)
            .bool("continued", row -> row.continued)
            .text("address", row -> row.address)
            .text("network", row -> row.network)
            .text("country", row -> row.country)
            .text("device", row -> row.device.name())
            .text("user_agent", row -> row.userAgent)
            .text("referrer", row -> row.referrer)
            .text("language", row -> row.language)
            .text("query", row -> row.query)
            .text("headers", row -> row.headers)
            .made();

    record Key(UUID workspace, UUID id, Instant at) implements Serializable {}

    @Id
    @Column(name = "workspace_id")
    UUID workspace;

    @Id
    UUID id;

    @Id
    Instant at;

    @Column(name = "promotion_id")
    UUID promotion;

    @Column(name = "visitor_id")
    UUID visitor;

    @Column(name = "link_id")
    @Nullable
    UUID link;

    boolean own;
    String verdict;

    @Column(name = "verdict_sign")
    String verdictSign;

    String tags;

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

    /** Empty for most. */
    @Nullable
    Boolean continued;

    String address;
    String network;
    String country;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    Device device;

    @Column(name = "user_agent")
    String userAgent;

    String referrer;
    String language;
    String query;

    String headers;

    protected ClickRow() {}

    ClickRow(SiteEvent.Click click) {
        workspace = click.workspace().value();
        id = click.id().value();
        at = click.at();
        promotion = click.promotion().value();
        visitor = click.visitor().value();
        link = click.link().map(LinkId::value).orElse(null);
        own = click.own();
        verdict = click.verdict() instanceof Verdict.Counted ? "COUNTED" : "DECLARED_CRAWLER";
        verdictSign = click.verdict() instanceof Verdict.DeclaredCrawler(String sign) ? sign : "";
        Arrival arrival = click.arrival();
        Headers said = arrival.headers();
        tags = arrival.tags().map(KeptText::tags).orElse("");
        click.draw().ifPresent(draw -> {
            variant = draw.variant().value();
            rotation = draw.rotation().value();
            stretch = draw.stretch();
            share = (float) draw.share();
            firstDraw = draw.first();
        });
        continued = click.continued() ? true : null;
        address = arrival.place().address();
        network = arrival.place().network();
        country = arrival.place().country();
        device = arrival.device();
        userAgent = said.userAgent();
        referrer = said.referrer();
        language = said.language();
        query = arrival.parameters().query();
        headers = KeptText.headers(said);
    }

    SiteEvent.Click toClick() {
        Verdict read = verdict.equals("COUNTED") ? new Verdict.Counted() : new Verdict.DeclaredCrawler(verdictSign);
        Arrival arrival = new Arrival(
                new VisitorId(visitor),
                Optional.ofNullable(link).map(LinkId::new),
                KeptText.tags(tags),
                new Parameters(query),
                own,
                new Arrival.Place(address, network, country),
                device,
                KeptText.headers(userAgent, referrer, language, headers));
        return new SiteEvent.Click(
                new ClickId(id),
                new WorkspaceId(workspace),
                new PromotionId(promotion),
                Optional.ofNullable(rotation).map(this::draw),
                arrival,
                read,
                Boolean.TRUE.equals(continued));
    }

    private Draw draw(UUID of) {
        return new Draw(
                new RotationId(of),
                Objects.requireNonNull(stretch),
                new VariantId(Objects.requireNonNull(variant)),
                Objects.requireNonNull(share),
                Objects.requireNonNull(firstDraw));
    }
}
