package dev.wilyferret.app.rotations;

import dev.wilyferret.app.storage.RowKey;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

@Entity
@DynamicUpdate
@Table(name = "rotation_mark")
class MarkRow {

    @EmbeddedId
    RowKey key;

    @Column(name = "rotation_id")
    UUID rotation;

    int round;
    int stretch;
    Instant at;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    Mark.Kind kind;

    String words;

    protected MarkRow() {}

    MarkRow(RowKey key, UUID rotation, Mark mark) {
        this.key = key;
        this.rotation = rotation;
        this.round = mark.round();
        this.stretch = mark.stretch();
        this.at = mark.at();
        this.kind = mark.kind();
        this.words = mark.words();
    }

    Mark toMark() {
        return new Mark(at, round, stretch, kind, words);
    }
}
