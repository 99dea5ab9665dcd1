package dev.wilyferret.app.pages;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A state a draft went through. */
@Entity
@DynamicUpdate
@Table(name = "page_step")
class PageStepRow {

    @Embeddable
    record Key(
            @Column(name = "workspace_id") UUID workspace,
            @Column(name = "page_id") UUID page,
            int step) implements Serializable {}

    @EmbeddedId
    Key key;

    @JdbcTypeCode(SqlTypes.JSON)
    String document;

    /** What was edited, so that typing on in the same line stays one step. */
    String what;

    @Column(name = "made_at")
    Instant madeAt;

    protected PageStepRow() {}

    PageStepRow(Key key, String document, String what, Instant madeAt) {
        this.key = key;
        this.document = document;
        this.what = what;
        this.madeAt = madeAt;
    }
}
