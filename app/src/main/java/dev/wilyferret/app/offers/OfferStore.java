package dev.wilyferret.app.offers;

import dev.wilyferret.app.storage.RowKey;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface OfferStore extends JpaRepository<OfferRow, RowKey> {

    @Query("from OfferRow where key.workspace = :workspace order by createdAt desc, key.id desc")
    List<OfferRow> latest(UUID workspace);

    @Query("from OfferRow where key.workspace = :workspace order by name")
    List<OfferRow> ofWorkspace(UUID workspace);
}
