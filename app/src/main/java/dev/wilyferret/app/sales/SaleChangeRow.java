package dev.wilyferret.app.sales;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.sale.SaleChange;
import dev.wilyferret.core.sale.SaleState;
import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** What was said of a sale. */
@Entity
@DynamicUpdate
@Table(name = "sale_change")
class SaleChangeRow {

    /** @param number from 1, in the order it was said */
    @Embeddable
    record Key(
            @Column(name = "workspace_id") UUID workspace,
            @Column(name = "sale_id") UUID sale,
            int number) implements Serializable {}

    @EmbeddedId
    Key key;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    SaleState state;

    @Column(name = "amount_minor")
    long amountMinor;

    Instant at;

    @Column(name = "by_hand")
    boolean byHand;

    protected SaleChangeRow() {}

    SaleChangeRow(RowKey sale, int number, SaleChange change) {
        this.key = new Key(sale.workspace(), sale.id(), number);
        this.state = change.state();
        this.amountMinor = change.amount();
        this.at = change.at();
        this.byHand = change.byHand();
    }

    SaleChange toChange() {
        return new SaleChange(state, amountMinor, at, byHand);
    }
}
