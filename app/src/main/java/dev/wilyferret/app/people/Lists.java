package dev.wilyferret.app.people;

import dev.wilyferret.app.hosts.HostUse;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.people.Membership;
import dev.wilyferret.core.text.Refusal;
import java.time.Clock;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The lists of a workspace. */
@Service
@Order(3)
public class Lists implements HostUse {

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
    public record Made(WorkspaceId workspace, MailList list) {}

    public ListId newId() {
        return new ListId(ids.next());
    }

    @Transactional(readOnly = true)
    public List<MailList> of(WorkspaceId workspace) {
        return lists.ofWorkspace(workspace.value()).stream()
                .map(ListRow::toList)
                .toList();
    }

    public Map<ListId, String> names(WorkspaceId workspace) {
        Map<ListId, String> names = new LinkedHashMap<>();
        of(workspace).forEach(list -> names.put(list.id(), list.name()));
        return names;
    }

    @Transactional(readOnly = true)
    public Optional<MailList> find(WorkspaceId workspace, ListId id) {
        return lists.findById(RowKey.of(workspace, id)).map(ListRow::toList);
    }

    /**
     * Makes a list, or describes it anew.
     *
     * @throws Refusal if another list has its name
     */
    @Transactional
    public void keep(WorkspaceId workspace, MailList list) {
        RowKey key = RowKey.of(workspace, list.id());
        Optional<ListRow> known = lists.toChange(key);
        boolean taken = of(workspace).stream()
                .anyMatch(other -> !other.id().equals(list.id()) && other.name().equalsIgnoreCase(list.name()));
        if (taken) {
            throw new Refusal("There is a list called \"%s\" already. Choose another name.".formatted(list.name()));
        }
        lists.saveAndFlush(
                known.orElseGet(() -> new ListRow(key, clock.instant())).saying(list));
        if (known.isEmpty()) {
            events.publishEvent(new Made(workspace, list));
        }
    }

    /** The lists whose people have to confirm their address. */
    public Set<ListId> confirming(WorkspaceId workspace) {
        return of(workspace).stream()
                .filter(MailList::doubleOptIn)
                .map(MailList::id)
                .collect(Collectors.toSet());
    }

    @Override
    @Transactional(readOnly = true)
    public List<Standing> on(WorkspaceId workspace, OwnHost host) {
        long standing = lists.on(workspace.value(), host.name()).size();
        return List.of(HostUse.of(standing, "list whose mails link over it", "lists whose mails link over it", false));
    }

    @Override
    @Transactional
    public void leave(WorkspaceId workspace, OwnHost host) {
        lists.leave(workspace.value(), host.name());
    }

    @Override
    @Transactional
    public void comeBack(WorkspaceId workspace, OwnHost host) {
        lists.comeBack(workspace.value(), host.name());
    }

    /** How many stand how on each list. */
    @Transactional(readOnly = true)
    public Map<ListId, Map<Membership, Long>> members(WorkspaceId workspace) {
        Map<ListId, Map<Membership, Long>> all = new HashMap<>();
        lists.members(workspace.value())
                .forEach(row -> all.computeIfAbsent(new ListId(row.getList()), list -> new EnumMap<>(Membership.class))
                        .put(Membership.valueOf(row.getState()), row.getPeople()));
        return all;
    }
}
