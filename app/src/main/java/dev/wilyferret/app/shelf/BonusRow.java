package dev.wilyferret.app.shelf;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.BonusId;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.ListId;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import java.util.stream.Collectors;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

@Entity
@DynamicUpdate
@Table(name = "bonus")
class BonusRow {

    @EmbeddedId
    RowKey key;

    String name;
    String about;
    String picture;
    String worth;
    String file;
    String link;
    String terms;

    @JdbcTypeCode(SqlTypes.ARRAY)
    List<UUID> lists = List.of();

    @Column(name = "created_at")
    Instant createdAt;

    protected BonusRow() {}

    BonusRow(RowKey key, Instant createdAt) {
        this.key = key;
        this.createdAt = createdAt;
    }

    BonusRow saying(Bonus bonus) {
        name = bonus.name();
        about = bonus.about();
        picture = bonus.picture();
        worth = bonus.worth();
        file = bonus.file();
        link = bonus.link();
        terms = bonus.terms();
        lists = Id.values(bonus.lists());
        return this;
    }

    Bonus toBonus() {
        return new Bonus(
                new BonusId(key.id()),
                name,
                about,
                picture,
                worth,
                file,
                link,
                terms,
                lists.stream().map(ListId::new).collect(Collectors.toUnmodifiableSet()));
    }
}
