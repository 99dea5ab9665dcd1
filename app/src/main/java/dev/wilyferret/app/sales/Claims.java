package dev.wilyferret.app.sales;

import dev.wilyferret.app.people.People;
import dev.wilyferret.core.id.WorkspaceId;
import java.time.Clock;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who claimed which order: the first address has it, until the owner frees it. */
@Service
public class Claims {

    private final JdbcClient sql;
    private final Clock clock;

    Claims(JdbcClient sql, Clock clock) {
        this.sql = sql;
        this.clock = clock;
    }

    private static String key(String order) {
        return order.strip().toLowerCase(Locale.ROOT);
    }

    /** Claims an order; false if another address has it. Two at the same moment cannot both get it. */
    @Transactional
    public boolean claim(WorkspaceId workspace, String order, String addressKey) {
        sql.sql("""
                        insert into order_claim (workspace_id, order_key, address_key, claimed_at)
                        values (:workspace, :order, :address, :at) on conflict do nothing
                        """)
                .param("workspace", workspace.value())
                .param("order", key(order))
                .param("address", addressKey)
                .param("at", clock.instant().atOffset(ZoneOffset.UTC))
                .update();
        return by(workspace, java.util.List.of(order)).get(key(order)).equals(addressKey);
    }

    /** The addresses that claimed these orders, by order in small letters; whoever was erased is not named. */
    @Transactional(readOnly = true)
    public Map<String, String> by(WorkspaceId workspace, Collection<String> orders) {
        Map<String, String> claims = new HashMap<>();
        sql.sql(
                        "select order_key, address_key from order_claim where workspace_id = :workspace and order_key = any(:orders)")
                .param("workspace", workspace.value())
                .param("orders", orders.stream().map(Claims::key).toArray(String[]::new))
                .query(row -> {
                    claims.put(row.getString(1), row.getString(2));
                });
        return claims;
    }

    /** Lets another address claim an order. */
    @Transactional
    public void free(WorkspaceId workspace, String order) {
        sql.sql("delete from order_claim where workspace_id = :workspace and order_key = :order")
                .param("workspace", workspace.value())
                .param("order", key(order))
                .update();
    }

    /** What an erased person claimed stays claimed, by nobody that is named. */
    @EventListener
    @Transactional
    public void forget(People.Erased erased) {
        sql.sql(
                        "update order_claim set address_key = '(erased)' where workspace_id = :workspace and address_key = :address")
                .param("workspace", erased.workspace().value())
                .param("address", erased.addressKey())
                .update();
    }
}
