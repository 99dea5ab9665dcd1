package dev.wilyferret.app.workspace;

import dev.wilyferret.app.storage.RowKey;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;

@Entity
@DynamicUpdate
@Table(name = "account")
class AccountRow {

    @EmbeddedId
    RowKey key;

    String email;

    @Column(name = "password_hash")
    String passwordHash;

    @Column(name = "one_time")
    boolean oneTime;

    /** Until when a one-time password opens the console. */
    @Column(name = "one_time_until")
    @Nullable
    Instant oneTimeUntil;

    @Column(name = "created_at")
    Instant createdAt;

    protected AccountRow() {}

    AccountRow(RowKey key, String email, String passwordHash, boolean oneTime, Instant createdAt) {
        this.key = key;
        this.email = email;
        this.passwordHash = passwordHash;
        this.oneTime = oneTime;
        this.oneTimeUntil = oneTime ? createdAt.plus(Accounts.ONE_TIME_LASTS) : null;
        this.createdAt = createdAt;
    }
}
