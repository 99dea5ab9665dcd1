package dev.wilyferret.app.workspace;

import dev.wilyferret.app.storage.RowKey;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface AccountStore extends JpaRepository<AccountRow, RowKey> {

    @Query("from AccountRow where lower(email) = lower(:email)")
    Optional<AccountRow> byEmail(String email);
}
