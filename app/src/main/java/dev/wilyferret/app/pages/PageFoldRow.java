package dev.wilyferret.app.pages;

import dev.wilyferret.app.storage.RowKey;
import jakarta.persistence.AttributeOverride;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** Where the blocks of a draft stand on the screens it was measured on. */
@Entity
@DynamicUpdate
@Table(name = "page_fold")
class PageFoldRow {

    @EmbeddedId
    @AttributeOverride(name = "id", column = @Column(name = "page_id"))
    RowKey key;

    /** The revision of the draft that was measured. */
    int revision;

    @JdbcTypeCode(SqlTypes.JSON)
    String facts;

    protected PageFoldRow() {}
}
