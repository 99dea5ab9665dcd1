package dev.wilyferret.app.hosts;

import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface HostStore extends JpaRepository<HostRow, HostKey> {

    @Query("from HostRow where key.workspace = :workspace order by addedAt, key.name")
    List<HostRow> ofWorkspace(UUID workspace);

    /** As it stands now, for whoever is going to change it. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from HostRow where key = :key")
    Optional<HostRow> toChange(HostKey key);

    @Query("from HostRow where key.name = :name and activeAt is not null and removedAt is null")
    Optional<HostRow> atWork(String name);

    /** Of whichever workspace, at work or not, removed or not. */
    @Query("from HostRow where key.name = :name")
    List<HostRow> named(String name);

    /** Those to look at again, the longest unseen first. */
    @Query("""
            from HostRow where removedAt is null and (checkedAt is null
              or activeAt is not null and checkedAt < :atWork
              or activeAt is null and addedAt > :young and checkedAt < :waiting)
            order by checkedAt nulls first
            """)
    List<HostRow> due(Instant atWork, Instant waiting, Instant young, Limit most);
}
