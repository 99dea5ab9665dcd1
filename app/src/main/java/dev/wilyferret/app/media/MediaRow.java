package dev.wilyferret.app.media;

import dev.wilyferret.app.storage.RowKey;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;

@Entity
@Table(name = "media")
class MediaRow {

    @EmbeddedId
    RowKey key;

    String name;
    String kind;

    @Column(name = "content_type")
    String contentType;

    @Column(name = "original_name")
    String originalName;

    long bytes;
    int width;
    int height;

    @Column(name = "created_at")
    Instant createdAt;

    protected MediaRow() {}

    MediaRow(RowKey key, MediaFile file, String originalName, Instant createdAt) {
        this.key = key;
        this.name = file.name();
        this.kind = file.video() ? "VIDEO" : "PICTURE";
        this.contentType = file.contentType();
        this.originalName = originalName;
        this.bytes = file.bytes();
        this.width = file.width();
        this.height = file.height();
        this.createdAt = createdAt;
    }

    MediaFile toFile() {
        return new MediaFile(name, contentType, bytes, width, height);
    }
}
