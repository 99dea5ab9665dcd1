package dev.wilyferret.app.pixels;

import dev.wilyferret.app.secrets.Seals;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.pixel.FireAddress;
import dev.wilyferret.core.pixel.JsonTemplate;
import dev.wilyferret.core.pixel.PixelSnippet;
import dev.wilyferret.core.pixel.PixelWay;
import dev.wilyferret.core.pixel.ServerCall;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Optional;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

@Entity
@DynamicUpdate
@Table(name = "pixel_account")
class PixelAccountRow {

    @EmbeddedId
    RowKey key;

    String name;

    @Column(name = "pixel_id")
    String pixelId;

    @Column(name = "fire_template")
    String fireTemplate;

    /** HTML; empty for none. */
    String snippet = "";

    @Column(name = "view_event")
    String viewEvent;

    @Column(name = "lead_event")
    String leadEvent;

    @Column(name = "also_asked")
    String alsoAsked = "";

    @Column(name = "checkout_event")
    String checkoutEvent = "";

    @Column(name = "sale_event")
    String saleEvent = "";

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    PixelWay way = PixelWay.BROWSER;

    @Column(name = "server_template")
    String serverTemplate = "";

    @Column(name = "server_body")
    String serverBody = "";

    /** Sealed; empty for none. */
    String token = "";

    @Column(name = "created_at")
    Instant createdAt;

    protected PixelAccountRow() {}

    PixelAccountRow(RowKey key, Instant createdAt) {
        this.key = key;
        this.createdAt = createdAt;
    }

    void describe(PixelDetails details, Seals seals) {
        name = details.name();
        pixelId = details.pixelId();
        way = details.way();
        fireTemplate =
                details.address().map(address -> address.template().toString()).orElse("");
        snippet = details.snippet().map(PixelSnippet::html).orElse("");
        serverTemplate = details.server().map(call -> call.address().toString()).orElse("");
        serverBody = details.server().map(call -> call.body().text()).orElse("");
        if (!details.token().equals(seals.opened(token).orElse(""))) {
            token = details.token().isEmpty() ? "" : seals.seal(details.token());
        }
        alsoAsked = String.join("\n", details.alsoAsked());
        checkoutEvent = details.checkoutEvent();
        saleEvent = details.saleEvent();
        viewEvent = details.viewEvent();
        leadEvent = details.leadEvent();
    }

    PixelAccount toAccount(Seals seals) {
        PixelDetails details = new PixelDetails(
                name,
                pixelId,
                way,
                fireTemplate.isEmpty()
                        ? Optional.empty()
                        : Optional.of(new FireAddress(UriTemplate.parseWeb(fireTemplate))),
                Optional.of(snippet).filter(html -> !html.isEmpty()).map(PixelSnippet::new),
                alsoAsked.lines().toList(),
                serverTemplate.isEmpty()
                        ? Optional.empty()
                        : Optional.of(
                                new ServerCall(UriTemplate.parseWeb(serverTemplate), new JsonTemplate(serverBody))),
                token.isEmpty() ? "" : seals.opened(token).orElse(""),
                viewEvent,
                leadEvent,
                checkoutEvent,
                saleEvent);
        return new PixelAccount(new PixelId(key.id()), new WorkspaceId(key.workspace()), details);
    }
}
