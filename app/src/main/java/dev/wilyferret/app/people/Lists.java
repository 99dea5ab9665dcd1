package dev.wilyferret.app.people;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.people.Standing;
import dev.wilyferret.core.text.Refusal;
import java.time.Clock;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The lists of a workspace. */
@Service
public class Lists {

    private final ListStore lists;
    private final ApplicationEventPublisher events;
    private final UuidV7 ids;
    private final Clock clock;

    Lists(ListStore lists, ApplicationEventPublisher events, UuidV7 ids, Clock clock) {
        this.lists = lists;
        this.events = events;
        this.ids = ids;
        this.clock = clock;
    }

    /** A list was made. */
    public record Made(UUID workspace, MailList list) {}

    public UUID newId() {
        return ids.next();
    }

    @Transactional(readOnly = true)
    public List<MailList> of(UUID workspace) {
        return lists.ofWorkspace(workspace).stream().map(ListRow::toList).toList();
    }

    public Map<UUID, String> names(UUID workspace) {
        Map<UUID, String> names = new LinkedHashMap<>();
        of(workspace).forEach(list -> names.put(list.id(), list.name()));
        return names;
    }

    @Transactional(readOnly = true)
    public Optional<MailList> find(UUID workspace, UUID id) {
        return lists.findById(new RowKey(workspace, id)).map(ListRow::toList);
    }

    /**
     * Makes a list, or describes it anew.
     *
     * @throws Refusal if another list has its name
     */
    @Transactional
    public void keep(UUID workspace, MailList list) {
        boolean taken = of(workspace).stream()
                .anyMatch(other -> !other.id().equals(list.id()) && other.name().equalsIgnoreCase(list.name()));
        if (taken) {
            throw new Refusal("There is a list called \"%s\" already. Choose another name.".formatted(list.name()));
        }
        RowKey key = new RowKey(workspace, list.id());
        Optional<ListRow> known = lists.findById(key);
        lists.saveAndFlush(
                known.orElseGet(() -> new ListRow(key, clock.instant())).saying(list));
        if (known.isEmpty()) {
            events.publishEvent(new Made(workspace, list));
        }
    }

    /** The lists whose people have to confirm their address. */
    public Set<UUID> confirming(UUID workspace) {
        return of(workspace).stream()
                .filter(MailList::doubleOptIn)
                .map(MailList::id)
                .collect(Collectors.toSet());
    }

    /** How many stand how on each list. */
    @Transactional(readOnly = true)
    public Map<UUID, Map<Standing, Long>> standings(UUID workspace) {
        Map<UUID, Map<Standing, Long>> all = new HashMap<>();
        lists.standings(workspace)
                .forEach(row -> all.computeIfAbsent(row.getList(), list -> new EnumMap<>(Standing.class))
                        .put(Standing.valueOf(row.getState()), row.getPeople()));
        return all;
    }
}
