package dev.wilyferret.app.sales;

import dev.wilyferret.app.storage.LockingStore;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Query;

interface PostbackStore extends LockingStore<PostbackRow> {

    @Query("from PostbackRow where key.workspace = :workspace and network = :network and outcome = :outcome"
            + " order by receivedAt")
    List<PostbackRow> ofOutcome(UUID workspace, UUID network, Postback.Outcome outcome);

    @Query(
            "from PostbackRow where key.workspace = :workspace and network = :network and order = :order and outcome = :outcome"
                    + " order by receivedAt")
    List<PostbackRow> ofOrder(UUID workspace, UUID network, String order, Postback.Outcome outcome);

    @Query(
            "from PostbackRow p where p.key.workspace = :workspace and p.outcome in :outcomes order by p.receivedAt desc, p.key.id desc")
    List<PostbackRow> latest(UUID workspace, Collection<Postback.Outcome> outcomes, Limit limit);

    @Query("select count(*) from PostbackRow p where p.key.workspace = :workspace and p.outcome in :outcomes")
    long count(UUID workspace, Collection<Postback.Outcome> outcomes);

    @Query("from PostbackRow p where p.key.workspace = :workspace order by p.receivedAt desc, p.key.id desc")
    List<PostbackRow> latest(UUID workspace, Limit limit);
}
