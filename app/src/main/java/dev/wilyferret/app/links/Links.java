package dev.wilyferret.app.links;

import dev.wilyferret.app.hosts.HostUse;
import dev.wilyferret.app.hosts.PublicPlaces;
import dev.wilyferret.app.sources.SourceUse;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.SourceId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.LinkCode;
import dev.wilyferret.core.text.Refusal;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.random.RandomGenerator;
import java.util.stream.Collectors;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The tracking links of a workspace. */
@Service
@Order(2)
public class Links implements SourceUse, HostUse {

    private final LinkStore links;
    private final PublicPlaces places;
    private final EntityManager entityManager;
    private final UuidV7 ids;
    private final RandomGenerator random;
    private final Clock clock;

    Links(
            LinkStore links,
            PublicPlaces places,
            EntityManager entityManager,
            UuidV7 ids,
            RandomGenerator random,
            Clock clock) {
        this.links = links;
        this.places = places;
        this.entityManager = entityManager;
        this.ids = ids;
        this.random = random;
        this.clock = clock;
    }

    /**
     * The chosen code, or a made one if nothing was typed.
     *
     * @throws Refusal if it is wrong, or another link has or had it on that host
     */
    @Transactional(readOnly = true)
    public LinkCode freeCode(WorkspaceId workspace, Optional<OwnHost> host, String typed) {
        if (!typed.isBlank()) {
            LinkCode chosen = new LinkCode(typed);
            if (places.taken(host, TrackingLink.path(chosen))) {
                throw taken(chosen);
            }
            return chosen;
        }
        LinkCode made = LinkCode.made(random);
        while (places.taken(host, TrackingLink.path(made))) {
            made = LinkCode.made(random);
        }
        return made;
    }

    private static Refusal taken(LinkCode code) {
        return new Refusal("The short code \"%s\" is taken by another link. Choose another.".formatted(code.text()));
    }

    /** On the installation's own host. */
    @Transactional
    public TrackingLink add(WorkspaceId workspace, PromotionId promotion, LinkCode code, LinkDetails details) {
        return add(workspace, promotion, Optional.empty(), code, details);
    }

    @Transactional
    public TrackingLink add(
            WorkspaceId workspace, PromotionId promotion, Optional<OwnHost> host, LinkCode code, LinkDetails details) {
        return links.save(
                        new LinkRow(RowKey.of(workspace, ids.next()), promotion, host, code, details, clock.instant()))
                .toLink();
    }

    /** All of them, or none: the database has no two links of one code on a host. */
    @Transactional
    int addAll(WorkspaceId workspace, PromotionId promotion, List<LinkTable.Row> rows) {
        Map<Optional<OwnHost>, Set<String>> codes = new HashMap<>();
        rows.forEach(row -> row.code()
                .ifPresent(code -> codes.computeIfAbsent(row.host(), host -> new HashSet<>())
                        .add(code.text())));
        rows.stream().map(LinkTable.Row::host).distinct().forEach(host -> {
            Iterator<LinkCode> free = made(
                    workspace,
                    host,
                    rows.stream().filter(row -> row.host().equals(host)).count(),
                    codes.getOrDefault(host, Set.of()));
            rows.stream()
                    .filter(row -> row.host().equals(host))
                    .forEach(row -> entityManager.persist(new LinkRow(
                            RowKey.of(workspace, ids.next()),
                            promotion,
                            host,
                            row.code().orElseGet(() -> free.hasNext() ? free.next() : freeCode(workspace, host, "")),
                            row.details(),
                            clock.instant())));
        });
        return rows.size();
    }

    /** Made codes that are free on a host; a few less than wanted where chance met one that is taken. */
    private Iterator<LinkCode> made(WorkspaceId workspace, Optional<OwnHost> host, long wanted, Set<String> chosen) {
        Map<String, LinkCode> made = new LinkedHashMap<>();
        while (made.size() < wanted) {
            LinkCode code = LinkCode.made(random);
            if (!chosen.contains(code.text())) {
                made.put(TrackingLink.path(code), code);
            }
        }
        made.keySet().removeAll(places.taken(host, List.copyOf(made.keySet())));
        return made.values().iterator();
    }

    /** What is noted anew counts from now on; clicks that came before keep the tags they came with. */
    @Transactional
    public void change(WorkspaceId workspace, LinkId id, LinkDetails details) {
        links.toChange(RowKey.of(workspace, id)).orElseThrow().keep(details);
    }

    /**
     * Puts a link on another host. Where it was handed out before, it goes on being followed.
     *
     * @throws Refusal if another link has or had its code there
     */
    @Transactional
    public void move(WorkspaceId workspace, LinkId id, Optional<OwnHost> host) {
        LinkRow row = links.toChange(RowKey.of(workspace, id)).orElseThrow();
        TrackingLink link = row.toLink();
        if (link.host().equals(host)) {
            return;
        }
        if (!places.takenByOthers(workspace, host, Map.of(link.path(), id)).isEmpty()) {
            throw new Refusal(
                    "Another link has the short code \"%s\" on that host. Leave this one where it is, and make a new one there."
                            .formatted(link.code().text()));
        }
        row.at(host);
    }

    @Override
    @Transactional(readOnly = true)
    public List<Standing> on(WorkspaceId workspace, OwnHost host) {
        return List.of(HostUse.of(links.countOn(workspace.value(), host.name()), "link", "links", true));
    }

    @Override
    @Transactional
    public void leave(WorkspaceId workspace, OwnHost host) {
        List<LinkRow> standing = links.on(workspace.value(), host.name());
        Set<String> taken = places.takenByOthers(
                workspace,
                Optional.empty(),
                standing.stream().map(LinkRow::toLink).collect(Collectors.toMap(TrackingLink::path, TrackingLink::id)));
        if (!taken.isEmpty()) {
            throw new Refusal(
                    "Other links of this installation have the addresses %s already. Put yours on another host first, then remove this one."
                            .formatted(taken.stream().limit(10).collect(Collectors.joining(", "))));
        }
        links.leave(workspace.value(), host.name());
    }

    @Override
    @Transactional
    public void comeBack(WorkspaceId workspace, OwnHost host) {
        links.comeBack(workspace.value(), host.name());
    }

    /** The latest first. */
    @Transactional(readOnly = true)
    public List<TrackingLink> of(WorkspaceId workspace) {
        return LinkRow.toLinks(links.ofWorkspace(workspace.value()));
    }

    /** Those that end after a number of clicks, with the promotions they are of. */
    @Transactional(readOnly = true)
    public Map<LinkId, PromotionId> endingByClicks(WorkspaceId workspace) {
        return links.endingByClicks(workspace.value()).stream()
                .collect(
                        Collectors.toMap(one -> new LinkId(one.getLink()), one -> new PromotionId(one.getPromotion())));
    }

    /** The latest first. */
    @Transactional(readOnly = true)
    public List<TrackingLink> ofPromotion(WorkspaceId workspace, PromotionId promotion) {
        return LinkRow.toLinks(links.ofPromotion(workspace.value(), promotion.value()));
    }

    @Override
    @Transactional(readOnly = true)
    public Map<SourceId, Long> links(WorkspaceId workspace) {
        return of(workspace).stream()
                .filter(link -> !link.archived())
                .flatMap(link -> link.details().source().stream())
                .collect(Collectors.groupingBy(Function.identity(), Collectors.counting()));
    }

    @Transactional(readOnly = true)
    public Optional<TrackingLink> find(WorkspaceId workspace, LinkId id) {
        return links.findById(RowKey.of(workspace, id)).map(LinkRow::toLink);
    }

    @Transactional
    public void put(WorkspaceId workspace, LinkId id, TrackingLink.State state) {
        links.toChange(RowKey.of(workspace, id)).ifPresent(row -> {
            row.archived = state == TrackingLink.State.ARCHIVED;
            // Who was paused before it was archived is so when it comes back.
            row.paused = state == TrackingLink.State.PAUSED || row.archived && row.paused;
        });
    }
}
