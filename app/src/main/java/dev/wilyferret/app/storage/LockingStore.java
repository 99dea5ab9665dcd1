package dev.wilyferret.app.storage;

import jakarta.persistence.LockModeType;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.NoRepositoryBean;

/** Rows that several may change at the same moment. */
@NoRepositoryBean
public interface LockingStore<T> extends JpaRepository<T, RowKey> {

    /**
     * A row as it stands now, for whoever is going to change it: until the transaction ends nobody else gets it so. It is to be
     * the transaction's first look at the row.
     */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select row from #{#entityName} row where row.key = :key")
    Optional<T> toChange(RowKey key);
}
