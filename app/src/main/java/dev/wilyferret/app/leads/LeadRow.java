package dev.wilyferret.app.leads;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.SubscriberId;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

@Entity
@DynamicUpdate
@Table(name = "lead")
class LeadRow {

    @EmbeddedId
    RowKey key;

    @Column(name = "promotion_id")
    UUID promotion;

    @Column(name = "page_id")
    UUID page;

    @Column(name = "click_id")
    UUID click;

    String email;

    @JdbcTypeCode(SqlTypes.JSON)
    Map<String, String> answers;

    /** What was typed in the name of somebody confirmed, until they confirm once more. */
    @JdbcTypeCode(SqlTypes.JSON)
    @Nullable
    Map<String, String> aside;

    String consent;
    String suspect;
    String source;
    String medium;
    String campaign;
    String country;

    @Column(name = "subscriber_id")
    @Nullable
    UUID subscriber;

    Instant at;

    protected LeadRow() {}

    LeadRow(UUID workspace, Lead lead) {
        key = new RowKey(workspace, lead.id());
        promotion = lead.promotion().value();
        page = lead.page().value();
        click = lead.click().value();
        email = lead.email();
        answers = lead.answers();
        consent = lead.consent();
        suspect = lead.suspect();
        source = lead.tags().map(Tags::source).orElse("");
        medium = lead.tags().map(Tags::medium).orElse("");
        campaign = lead.tags().map(Tags::campaign).orElse("");
        country = lead.country();
        at = lead.at();
    }

    private Optional<Tags> tags() {
        return source.isEmpty() ? Optional.empty() : Optional.of(new Tags(source, medium, campaign, "", ""));
    }

    Lead toLead() {
        return new Lead(
                key.id(),
                new PromotionId(promotion),
                new PageId(page),
                new ClickId(click),
                email,
                answers,
                consent,
                suspect,
                tags(),
                country,
                at);
    }

    /** Who they are on a list; empty if the form put them on none. */
    Optional<SubscriberId> listed() {
        return Optional.ofNullable(subscriber).map(SubscriberId::new);
    }
}
