package dev.wilyferret.app.sales;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface SaleChangeStore extends JpaRepository<SaleChangeRow, SaleChangeRow.Key> {

    /** In the order they were said. */
    @Query("from SaleChangeRow where key.workspace = :workspace and key.sale = :sale order by key.number")
    List<SaleChangeRow> ofSale(UUID workspace, UUID sale);
}
