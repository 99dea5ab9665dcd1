package dev.wilyferret.app.people;

import dev.wilyferret.app.storage.RowKey;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

@Entity
@DynamicUpdate
@Table(name = "import_run")
class ImportRow {

    /** What each column holds, and what is done with the people. */
    record Plan(List<String> columns, String tag, boolean inSequence) {}

    @EmbeddedId
    RowKey key;

    @Column(name = "list_id")
    UUID list;

    String name;
    byte[] content;

    @JdbcTypeCode(SqlTypes.JSON)
    @Column(name = "columns")
    Plan plan;

    @Enumerated(EnumType.STRING)
    Imports.State state = Imports.State.NEW;

    int total;
    int done;
    int added;
    String errors = "";

    @Column(name = "made_at")
    Instant madeAt;

    protected ImportRow() {}

    ImportRow(RowKey key, UUID list, String name, byte[] content, Plan plan, int total, Instant madeAt) {
        this.key = key;
        this.list = list;
        this.name = name;
        this.content = content;
        this.plan = plan;
        this.total = total;
        this.madeAt = madeAt;
    }
}
