package dev.wilyferret.app.shelf;

import dev.wilyferret.app.storage.RowKey;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import org.hibernate.annotations.DynamicUpdate;

@Entity
@DynamicUpdate
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

    String description = "";

    /** Widths and sizes of smaller copies, as {@code 480:12345,960:45678}. */
    String widths = "";

    @Column(name = "created_at")
    Instant createdAt;

    protected MediaRow() {}

    MediaRow(RowKey key, MediaFile file, Instant createdAt) {
        this.key = key;
        this.name = file.name();
        this.kind = file.video() ? "VIDEO" : file.picture() ? "PICTURE" : "DOCUMENT";
        this.contentType = file.contentType();
        this.originalName = file.originalName();
        this.widths = file.smaller().stream()
                .map(copy -> copy.width() + ":" + copy.bytes())
                .collect(Collectors.joining(","));
        this.bytes = file.bytes();
        this.width = file.width();
        this.height = file.height();
        this.createdAt = createdAt;
    }

    MediaFile toFile() {
        List<MediaFile.Copy> smaller = widths.isEmpty()
                ? List.of()
                : Arrays.stream(widths.split(","))
                        .map(copy -> copy.split(":"))
                        .map(parts -> new MediaFile.Copy(Integer.parseInt(parts[0]), Long.parseLong(parts[1])))
                        .toList();
        return new MediaFile(name, originalName, description, contentType, bytes, width, height, smaller);
    }
}
