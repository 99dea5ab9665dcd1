package dev.wilyferret.app.shelf;

import dev.wilyferret.app.people.Doings;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.figures.Visit;
import dev.wilyferret.core.id.BonusId;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.SubscriberId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import java.time.Clock;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The bonuses of a workspace, and how often each was fetched. */
@Service
public class Bonuses implements Doings {

    private final BonusStore bonuses;
    private final ApplicationEventPublisher events;
    private final UuidV7 ids;
    private final Clock clock;

    Bonuses(BonusStore bonuses, ApplicationEventPublisher events, UuidV7 ids, Clock clock) {
        this.bonuses = bonuses;
        this.events = events;
        this.ids = ids;
        this.clock = clock;
    }

    /** @param times it was fetched; @param people who did */
    public record Fetched(long times, long people) {
        public static final Fetched NEVER = new Fetched(0, 0);
    }

    /** A name for a bonus that is not there yet. */
    public BonusId newId() {
        return new BonusId(ids.next());
    }

    @Transactional
    public void keep(WorkspaceId workspace, Bonus bonus) {
        RowKey key = RowKey.of(workspace, bonus.id());
        bonuses.save(bonuses.toChange(key)
                .orElseGet(() -> new BonusRow(key, clock.instant()))
                .saying(bonus));
    }

    @Transactional(readOnly = true)
    public List<Bonus> of(WorkspaceId workspace) {
        return bonuses.ofWorkspace(workspace.value()).stream()
                .map(BonusRow::toBonus)
                .toList();
    }

    @Transactional(readOnly = true)
    public Optional<Bonus> find(WorkspaceId workspace, BonusId id) {
        return bonuses.findById(RowKey.of(workspace, id)).map(BonusRow::toBonus);
    }

    /** Whose a bonus is. */
    @Transactional(readOnly = true)
    public Optional<WorkspaceId> workspaceOf(BonusId id) {
        return bonuses.workspaceOf(id.value()).map(WorkspaceId::new);
    }

    /** Notes that a subscriber fetched a bonus. */
    @Transactional
    public void fetch(WorkspaceId workspace, BonusId bonus, SubscriberId subscriber) {
        bonuses.note(workspace.value(), ids.next(), bonus.value(), subscriber.value(), clock.instant());
        events.publishEvent(new Doings.Noted(workspace, subscriber));
    }

    @Override
    @Transactional(readOnly = true)
    public Map<SubscriberId, List<Visit.Did>> of(WorkspaceId workspace, Collection<SubscriberId> people) {
        return bonuses.handedOut(workspace.value(), Id.texts(people)).stream()
                .collect(Collectors.groupingBy(
                        row -> new SubscriberId(row.getSubscriber()),
                        Collectors.mapping(
                                row -> new Visit.Did(new Station.HandedOut(new BonusId(row.getBonus())), row.getAt()),
                                Collectors.toList())));
    }

    /** By bonus; one that was never fetched is missing. */
    @Transactional(readOnly = true)
    public Map<BonusId, Fetched> fetched(WorkspaceId workspace) {
        return bonuses.fetched(workspace.value()).stream()
                .collect(Collectors.toMap(
                        row -> new BonusId(row.getBonus()), row -> new Fetched(row.getTimes(), row.getPeople())));
    }
}
