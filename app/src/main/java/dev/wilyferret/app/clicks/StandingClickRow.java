package dev.wilyferret.app.clicks;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.visit.Standing;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A click with how it stands in the figures, as the view of that name says. */
@Entity
@Immutable
@Table(name = "standing_click")
@IdClass(ClickRow.Key.class)
class StandingClickRow {

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

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    Standing standing;

    @Column(name = "verdict_sign")
    String verdictSign;

    String address;

    @Column(name = "user_agent")
    String userAgent;

    String referrer;

    String browser;

    protected StandingClickRow() {}

    /** @param names the names of browsers whose user agent is not cut yet */
    ListedClick toListed(BrowserNames names) {
        return new ListedClick(
                new ClickId(id),
                at,
                new PromotionId(promotion),
                new VisitorId(visitor),
                link == null ? null : new LinkId(link),
                standing,
                verdictSign,
                address,
                browser.isEmpty() ? names.of(userAgent) : browser,
                userAgent,
                referrer);
    }
}
