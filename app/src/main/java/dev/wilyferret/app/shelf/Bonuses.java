package dev.wilyferret.app.shelf;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.UuidV7;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The bonuses of a workspace, and how often each was fetched. */
@Service
public class Bonuses {

    private final BonusStore bonuses;
    private final UuidV7 ids;
    private final Clock clock;

    Bonuses(BonusStore bonuses, UuidV7 ids, Clock clock) {
        this.bonuses = bonuses;
        this.ids = ids;
        this.clock = clock;
    }

    /** @param times it was fetched; @param people who did */
    public record Fetched(long times, long people) {
        public static final Fetched NEVER = new Fetched(0, 0);
    }

    /** A name for a bonus that is not there yet. */
    public UUID newId() {
        return ids.next();
    }

    @Transactional
    public void keep(UUID workspace, Bonus bonus) {
        RowKey key = new RowKey(workspace, bonus.id());
        bonuses.save(bonuses.findById(key)
                .orElseGet(() -> new BonusRow(key, clock.instant()))
                .saying(bonus));
    }

    @Transactional(readOnly = true)
    public List<Bonus> of(UUID workspace) {
        return bonuses.ofWorkspace(workspace).stream().map(BonusRow::toBonus).toList();
    }

    @Transactional(readOnly = true)
    public Optional<Bonus> find(UUID workspace, UUID id) {
        return bonuses.findById(new RowKey(workspace, id)).map(BonusRow::toBonus);
    }

    /** Whose a bonus is. */
    @Transactional(readOnly = true)
    public Optional<UUID> workspaceOf(UUID id) {
        return bonuses.workspaceOf(id);
    }

    /** Notes that a subscriber fetched a bonus. */
    @Transactional
    public void fetch(UUID workspace, UUID bonus, UUID subscriber) {
        bonuses.note(workspace, ids.next(), bonus, subscriber, clock.instant());
    }

    /** By bonus; one that was never fetched is missing. */
    @Transactional(readOnly = true)
    public Map<UUID, Fetched> fetched(UUID workspace) {
        return bonuses.fetched(workspace).stream()
                .collect(Collectors.toMap(
                        BonusStore.Fetched::getBonus, row -> new Fetched(row.getTimes(), row.getPeople())));
    }
}
