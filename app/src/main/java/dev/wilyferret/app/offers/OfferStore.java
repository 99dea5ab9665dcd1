package dev.wilyferret.app.offers;

import dev.wilyferret.app.storage.RowKey;
import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface OfferStore extends JpaRepository<OfferRow, RowKey> {

    @Query("from OfferRow where key.workspace = :workspace order by createdAt desc, key.id desc")
    List<OfferRow> latest(UUID workspace);

    @Query("from OfferRow where key.workspace = :workspace order by name")
    List<OfferRow> ofWorkspace(UUID workspace);

    @Query("from OfferRow where capMost > 0 or fullOn is not null or watched = true or failingSince is not null")
    List<OfferRow> minded();

    /** For the transaction alone, so that of two who note the same only one notes something new. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from OfferRow where key = :key")
    Optional<OfferRow> toChange(RowKey key);
}
