package dev.wilyferret.app.pixels;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.pixel.FireAddress;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;

@Entity
@Table(name = "pixel_account")
class PixelAccountRow {

    @EmbeddedId
    RowKey key;

    String name;

    @Column(name = "pixel_id")
    String pixelId;

    @Column(name = "fire_template")
    String fireTemplate;

    @Column(name = "view_event")
    String viewEvent;

    @Column(name = "lead_event")
    String leadEvent;

    @Column(name = "created_at")
    Instant createdAt;

    protected PixelAccountRow() {}

    PixelAccountRow(RowKey key, Instant createdAt) {
        this.key = key;
        this.createdAt = createdAt;
    }

    void describe(PixelDetails details) {
        name = details.name();
        pixelId = details.pixelId();
        fireTemplate = details.address().template().toString();
        viewEvent = details.viewEvent();
        leadEvent = details.leadEvent();
    }

    PixelAccount toAccount() {
        PixelDetails details = new PixelDetails(
                name, pixelId, new FireAddress(UriTemplate.parseWeb(fireTemplate)), viewEvent, leadEvent);
        return new PixelAccount(new PixelId(key.id()), new WorkspaceId(key.workspace()), details);
    }
}
