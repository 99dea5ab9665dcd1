package dev.wilyferret.app.offers;

import dev.wilyferret.app.storage.LockingStore;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;

interface OfferStore extends LockingStore<OfferRow> {

    @Query("from OfferRow where key.workspace = :workspace order by createdAt desc, key.id desc")
    List<OfferRow> latest(UUID workspace);

    @Query("from OfferRow where key.workspace = :workspace order by name")
    List<OfferRow> ofWorkspace(UUID workspace);

    @Query("from OfferRow where capMost > 0 or fullOn is not null or watched = true or failingSince is not null")
    List<OfferRow> minded();
}
