package dev.wilyferret.app.offers;

import dev.wilyferret.app.secrets.Seals;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.NetworkId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.money.NumberStyle;
import dev.wilyferret.core.offer.SlotLimit;
import dev.wilyferret.core.sale.PostbackForm;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Optional;
import org.hibernate.annotations.DynamicUpdate;

@Entity
@DynamicUpdate
@Table(name = "network")
class NetworkRow {

    @EmbeddedId
    RowKey key;

    String name;

    @Column(name = "postback_key")
    String postbackKey;

    String secret;

    @Column(name = "number_style")
    String numberStyle = "";

    @Column(name = "sub_id_most")
    int subIdMost;

    @Column(name = "sub_id_signs")
    String subIdSigns = SlotLimit.Signs.ANY.name();

    @Column(name = "postback_names")
    String postbackNames = "";

    @Column(name = "postback_words")
    String postbackWords = "";

    @Column(name = "without_order")
    boolean withoutOrder;

    boolean signed;

    String zone = "";

    @Column(name = "created_at")
    Instant createdAt;

    protected NetworkRow() {}

    NetworkRow(RowKey key, String name, String postbackKey, String secret, ZoneId zone, Instant createdAt) {
        this.key = key;
        this.name = name;
        this.postbackKey = postbackKey;
        this.secret = secret;
        this.zone = zone.getId();
        this.createdAt = createdAt;
    }

    void report(PostbackForm form) {
        postbackNames = form.namesText();
        postbackWords = form.wordsText();
        withoutOrder = form.withoutOrder();
        signed = form.signed();
    }

    Network toNetwork(Seals seals) {
        return new Network(
                new NetworkId(key.id()),
                new WorkspaceId(key.workspace()),
                name,
                postbackKey,
                seals.opened(secret).orElse(""),
                numberStyle.isEmpty() ? Optional.empty() : Optional.of(NumberStyle.valueOf(numberStyle)),
                new SlotLimit(subIdMost, SlotLimit.Signs.valueOf(subIdSigns)),
                new PostbackForm(
                        PostbackForm.readNames(postbackNames),
                        PostbackForm.readWords(postbackWords),
                        withoutOrder,
                        signed),
                ZoneId.of(zone));
    }
}
