package dev.wilyferret.app.sales;

import dev.wilyferret.app.storage.RowKey;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.NativeQuery;
import org.springframework.data.jpa.repository.Query;

interface SaleStore extends JpaRepository<SaleRow, RowKey> {

    record Sold(UUID promotion, long sales, long commissionMinor) {}

    /** Takes an order id for a sale; 0 if the order has one already. Two at the same moment cannot both take it. */
    @Modifying
    @NativeQuery("""
            insert into sale (workspace_id, id, network_id, order_ref, click_id, promotion_id, offer_id, commission_minor, order_minor, sold_at)
            values (:workspace, :id, :network, :order, :click, :promotion, :offer, :commission, :value, :soldAt)
            on conflict (workspace_id, network_id, order_ref) do nothing
            """)
    int insertOnce(
            UUID workspace,
            UUID id,
            UUID network,
            String order,
            UUID click,
            UUID promotion,
            UUID offer,
            long commission,
            long value,
            Instant soldAt);

    @Query("""
            select new dev.wilyferret.app.sales.SaleStore$Sold(s.promotion, count(*), sum(s.commissionMinor))
            from SaleRow s
            where s.key.workspace = :workspace
              and exists (select 1 from StandingClickRow c
                where c.workspace = s.key.workspace and c.id = s.click and c.at >= :from and c.standing = COUNTED)
            group by s.promotion
            """)
    List<Sold> soldByClickDay(UUID workspace, Instant from);

    @Query("from SaleRow s where s.key.workspace = :workspace order by s.soldAt desc")
    List<SaleRow> latest(UUID workspace, Limit limit);

    @Query("from SaleRow s where s.key.workspace = :workspace and s.promotion = :promotion order by s.soldAt desc")
    List<SaleRow> latest(UUID workspace, UUID promotion, Limit limit);

    @Query("from SaleRow s where s.key.workspace = :workspace and lower(s.order) = lower(:order)")
    List<SaleRow> ofOrder(UUID workspace, String order);

    @Query("from SaleRow s where s.key.workspace = :workspace and s.click = :click order by s.soldAt")
    List<SaleRow> ofClick(UUID workspace, UUID click);
}
