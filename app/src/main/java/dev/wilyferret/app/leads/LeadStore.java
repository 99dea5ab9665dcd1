package dev.wilyferret.app.leads;

import dev.wilyferret.app.storage.RowKey;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface LeadStore extends JpaRepository<LeadRow, RowKey> {

    @Query("from LeadRow where key.workspace = :workspace and promotion = :promotion order by at desc")
    List<LeadRow> ofPromotion(UUID workspace, UUID promotion);

    @Query(
            "select count(*) > 0 from LeadRow where key.workspace = :workspace and promotion = :promotion and lower(email) = lower(:email)")
    boolean known(UUID workspace, UUID promotion, String email);
}
