package dev.wilyferret.app.elsewhere;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.link.Elsewhere;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import org.hibernate.annotations.DynamicUpdate;

@Entity
@DynamicUpdate
@Table(name = "elsewhere_place")
class ElsewhereRow {

    @EmbeddedId
    RowKey key;

    String name;
    String address;

    @Column(name = "created_at")
    Instant createdAt;

    protected ElsewhereRow() {}

    ElsewhereRow(RowKey key, Instant createdAt) {
        this.key = key;
        this.createdAt = createdAt;
    }

    Place toPlace() {
        return new Place(new ElsewhereId(key.id()), new Elsewhere(name, UriTemplate.parseWeb(address)));
    }
}
