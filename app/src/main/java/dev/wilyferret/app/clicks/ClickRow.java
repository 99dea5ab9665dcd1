package dev.wilyferret.app.clicks;

import dev.wilyferret.core.click.SiteEvent;
import dev.wilyferret.core.click.Verdict;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.SQLInsert;
import org.hibernate.jdbc.Expectation;
import org.jspecify.annotations.Nullable;

/** A click as it is kept; written once, never changed. The insert names columns by the alphabet of the fields, the key last. */
@Entity
@Table(name = "click")
@IdClass(ClickRow.Key.class)
@SQLInsert(
        sql = "insert into click (address, language, link_id, own, promotion_id, query, referrer, user_agent, verdict,"
                + " verdict_sign, visitor_id, workspace_id, id, at)"
                + " values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?) on conflict do nothing",
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

    String address;

    @Column(name = "user_agent")
    String userAgent;

    String referrer;
    String language;
    String query;

    protected ClickRow() {}

    ClickRow(SiteEvent.Click click) {
        workspace = click.workspace();
        id = click.id();
        at = click.at();
        promotion = click.promotion();
        visitor = click.visitor();
        link = click.link().orElse(null);
        own = click.own();
        verdict = click.verdict() instanceof Verdict.Counted ? "COUNTED" : "DECLARED_CRAWLER";
        verdictSign = click.verdict() instanceof Verdict.DeclaredCrawler(String sign) ? sign : "";
        address = click.origin().address();
        userAgent = click.origin().userAgent();
        referrer = click.origin().referrer();
        language = click.origin().language();
        query = click.origin().query();
    }

    SiteEvent.Click toClick() {
        Verdict read = verdict.equals("COUNTED") ? new Verdict.Counted() : new Verdict.DeclaredCrawler(verdictSign);
        SiteEvent.Origin origin = new SiteEvent.Origin(address, userAgent, referrer, language, query);
        return new SiteEvent.Click(id, workspace, promotion, visitor, Optional.ofNullable(link), own, read, origin);
    }
}
