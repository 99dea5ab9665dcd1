package dev.wilyferret.app.people;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.PageId;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;

@Entity
@DynamicUpdate
@Table(name = "mail_list")
class ListRow {

    @EmbeddedId
    RowKey key;

    String name;

    @Column(name = "sender_name")
    String senderName;

    @Column(name = "sender_address")
    String senderAddress;

    @Column(name = "reply_to")
    String replyTo;

    @Column(name = "double_opt_in")
    boolean doubleOptIn;

    boolean buyers;

    @Nullable
    String host;

    /** The removed host its links led over, which they do again when that comes back. */
    @Column(name = "host_removed")
    @Nullable
    String hostRemoved;

    @Column(name = "check_page")
    @Nullable
    UUID checkPage;

    @Column(name = "confirmed_page")
    @Nullable
    UUID confirmedPage;

    @Column(name = "left_page")
    @Nullable
    UUID leftPage;

    @Column(name = "created_at")
    Instant createdAt;

    protected ListRow() {}

    ListRow(RowKey key, Instant createdAt) {
        this.key = key;
        this.createdAt = createdAt;
    }

    private void at(Optional<OwnHost> place) {
        host = place.map(OwnHost::name).orElse(null);
        hostRemoved = null;
    }

    ListRow saying(MailList list) {
        name = list.name();
        senderName = list.senderName();
        senderAddress = list.senderAddress();
        replyTo = list.replyTo();
        doubleOptIn = list.doubleOptIn();
        buyers = list.buyers();
        at(list.host());
        checkPage = list.checkPage().map(PageId::value).orElse(null);
        confirmedPage = list.confirmedPage().map(PageId::value).orElse(null);
        leftPage = list.leftPage().map(PageId::value).orElse(null);
        return this;
    }

    MailList toList() {
        return new MailList(
                new ListId(key.id()),
                name,
                senderName,
                senderAddress,
                replyTo,
                doubleOptIn,
                buyers,
                Optional.ofNullable(host).map(OwnHost::new),
                Optional.ofNullable(checkPage).map(PageId::new),
                Optional.ofNullable(confirmedPage).map(PageId::new),
                Optional.ofNullable(leftPage).map(PageId::new));
    }
}
