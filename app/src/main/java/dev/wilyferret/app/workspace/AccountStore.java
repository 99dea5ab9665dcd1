package dev.wilyferret.app.workspace;

import dev.wilyferret.app.storage.LockingStore;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;

interface AccountStore extends LockingStore<AccountRow> {

    @Query("from AccountRow where lower(email) = lower(:email)")
    Optional<AccountRow> byEmail(String email);
}
