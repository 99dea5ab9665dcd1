package dev.wilyferret.app.leads;

import dev.wilyferret.app.storage.RowKey;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Map;
import java.util.UUID;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

@Entity
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

    String consent;
    String suspect;
    Instant at;

    protected LeadRow() {}

    LeadRow(UUID workspace, Lead lead) {
        key = new RowKey(workspace, lead.id());
        promotion = lead.promotion();
        page = lead.page();
        click = lead.click();
        email = lead.email();
        answers = lead.answers();
        consent = lead.consent();
        suspect = lead.suspect();
        at = lead.at();
    }

    Lead toLead() {
        return new Lead(key.id(), promotion, page, click, email, answers, consent, suspect, at);
    }
}
