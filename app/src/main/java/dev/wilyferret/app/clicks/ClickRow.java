package dev.wilyferret.app.clicks;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.visit.Arrival;
import dev.wilyferret.core.visit.Device;
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
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.SQLInsert;
import org.hibernate.jdbc.Expectation;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A click as it is kept; written once, never changed. The insert names columns by the alphabet of the fields, the key last. */
@Entity
@Table(name = "click")
@IdClass(ClickRow.Key.class)
@SQLInsert(
        sql =
                "insert into click (address, country, device, headers, language, link_id, network, own, promotion_id, query,"
                        + " referrer, tags, user_agent, variant_id, verdict, verdict_sign, visitor_id, workspace_id, id, at)"
                        + " values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?) on conflict do nothing",
        verify = Expectation.None.class)
class ClickRow {

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
        variant = click.variant().map(VariantId::value).orElse(null);
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
                Optional.ofNullable(variant).map(VariantId::new),
                arrival,
                read);
    }
}
