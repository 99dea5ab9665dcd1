package dev.wilyferret.app.sales;

import dev.wilyferret.app.storage.RowKey;
import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.NativeQuery;
import org.springframework.data.jpa.repository.Query;

interface SaleStore extends JpaRepository<SaleRow, RowKey> {

    /** Takes an order's item for a sale; 0 if it has one already. Two at the same moment cannot both take it. */
    @Modifying
    @NativeQuery("""
            insert into sale (workspace_id, id, network_id, order_ref, item, kind, product, click_id, promotion_id, offer_id, state, commission_minor,
              refunded_minor, order_minor, sold_at)
            values (:workspace, :id, :network, :order, :item, :kind, :product, :click, :promotion, :offer, :state, :commission, 0, :value, :soldAt)
            on conflict (workspace_id, network_id, order_ref, item, kind) do nothing
            """)
    int insertOnce(
            UUID workspace,
            UUID id,
            UUID network,
            String order,
            String item,
            String kind,
            String product,
            UUID click,
            UUID promotion,
            UUID offer,
            String state,
            long commission,
            long value,
            Instant soldAt);

    /** Whoever writes of an order waits here for whoever does already, also where there is no sale of it yet. */
    @NativeQuery("select 1 from pg_advisory_xact_lock(hashtextextended(:order, 0))")
    int alone(String order);

    /** For the transaction alone, so that two changes at the same moment follow on each other. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from SaleRow s where s.key.workspace = :workspace and s.network = :network and s.order = :order"
            + " order by s.key.id")
    List<SaleRow> alone(UUID workspace, UUID network, String order);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from SaleRow s where s.key.workspace = :workspace and s.key.id = :id")
    Optional<SaleRow> alone(UUID workspace, UUID id);

    @Query("from SaleRow s where s.key.workspace = :workspace order by s.soldAt desc")
    List<SaleRow> latest(UUID workspace, Limit limit);

    @Query("from SaleRow s where s.key.workspace = :workspace and s.promotion = :promotion order by s.soldAt desc")
    List<SaleRow> latest(UUID workspace, UUID promotion, Limit limit);

    @Query("""
            select count(*) from SaleRow s where s.key.workspace = :workspace and s.offer = :offer and s.soldAt >= :from
              and s.state in (PENDING, APPROVED)
            """)
    long standing(UUID workspace, UUID offer, Instant from);

    @Query("from SaleRow s where s.key.workspace = :workspace and lower(s.order) = lower(:order)")
    List<SaleRow> ofOrder(UUID workspace, String order);

    /** @param clicks ids as they write themselves; a list of thousands is slow in a query of entities */
    @NativeQuery(
            "select * from sale where workspace_id = :workspace and click_id = any(cast(:clicks as uuid[])) order by sold_at")
    List<SaleRow> ofClicks(UUID workspace, String[] clicks);
}
