package dev.wilyferret.app.leads;

import dev.wilyferret.app.storage.RowKey;
import java.util.List;
import java.util.UUID;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.NativeQuery;
import org.springframework.data.jpa.repository.Query;

interface LeadStore extends JpaRepository<LeadRow, RowKey> {

    @Query("from LeadRow where key.workspace = :workspace and promotion = :promotion order by at desc, key.id desc")
    List<LeadRow> ofPromotion(UUID workspace, UUID promotion, Pageable page);

    @Query("select count(*) from LeadRow where key.workspace = :workspace and promotion = :promotion")
    long count(UUID workspace, UUID promotion);

    @Query("from LeadRow where key.workspace = :workspace and lower(email) = lower(:address) order by at desc")
    List<LeadRow> ofAddress(UUID workspace, String address);

    @Query("from LeadRow where key.workspace = :workspace and (lower(email) = :key or subscriber in :subscribers)")
    List<LeadRow> ofPerson(UUID workspace, String key, List<UUID> subscribers);

    /** @param clicks ids as they write themselves; a list of thousands is slow in a query of entities */
    @NativeQuery("select * from lead where workspace_id = :workspace and click_id = any(cast(:clicks as uuid[]))")
    List<LeadRow> ofClicks(UUID workspace, String[] clicks);

    @Query("select click from LeadRow where key.workspace = :workspace and subscriber = :subscriber")
    List<UUID> clicksOf(UUID workspace, UUID subscriber);

    @Query("from LeadRow where key.workspace = :workspace and subscriber = :subscriber and aside is not null")
    List<LeadRow> waiting(UUID workspace, UUID subscriber);

    @Query(
            "select count(*) > 0 from LeadRow where key.workspace = :workspace and promotion = :promotion and lower(email) = lower(:email)")
    boolean known(UUID workspace, UUID promotion, String email);
}
