package dev.wilyferret.app.links;

import dev.wilyferret.app.sources.SourceUse;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.SourceId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.LinkCode;
import dev.wilyferret.core.text.Refusal;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.random.RandomGenerator;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The tracking links of a workspace. */
@Service
public class Links implements SourceUse {

    private final LinkStore links;
    private final EntityManager entityManager;
    private final UuidV7 ids;
    private final RandomGenerator random;
    private final Clock clock;

    Links(LinkStore links, EntityManager entityManager, UuidV7 ids, RandomGenerator random, Clock clock) {
        this.links = links;
        this.entityManager = entityManager;
        this.ids = ids;
        this.random = random;
        this.clock = clock;
    }

    /**
     * The chosen code, or a made one if nothing was typed.
     *
     * @throws Refusal if it is wrong, or another link has it
     */
    @Transactional(readOnly = true)
    public LinkCode freeCode(String typed) {
        if (!typed.isBlank()) {
            LinkCode chosen = new LinkCode(typed);
            if (links.taken(chosen.text())) {
                throw new Refusal(
                        "The short code \"%s\" is taken by another link. Choose another.".formatted(chosen.text()));
            }
            return chosen;
        }
        LinkCode made = LinkCode.made(random);
        while (links.taken(made.text())) {
            made = LinkCode.made(random);
        }
        return made;
    }

    @Transactional
    public TrackingLink add(WorkspaceId workspace, PromotionId promotion, LinkCode code, LinkDetails details) {
        return links.save(new LinkRow(RowKey.of(workspace, ids.next()), promotion, code, details, clock.instant()))
                .toLink();
    }

    /** All of them, or none: the database has no two links of one code. */
    @Transactional
    int addAll(WorkspaceId workspace, PromotionId promotion, List<LinkTable.Row> rows) {
        Set<String> codes = new HashSet<>();
        rows.forEach(row -> row.code().map(LinkCode::text).ifPresent(codes::add));
        List<LinkCode> made = new ArrayList<>();
        while (made.size() < rows.size()) {
            LinkCode code = LinkCode.made(random);
            if (codes.add(code.text())) {
                made.add(code);
            }
        }
        Set<String> taken = links.takenOf(made.stream().map(LinkCode::text).toList());
        Iterator<LinkCode> free =
                made.stream().filter(code -> !taken.contains(code.text())).iterator();
        rows.forEach(row -> entityManager.persist(new LinkRow(
                RowKey.of(workspace, ids.next()),
                promotion,
                row.code().orElseGet(() -> free.hasNext() ? free.next() : freeCode("")),
                row.details(),
                clock.instant())));
        return rows.size();
    }

    /** What is noted anew counts from now on; clicks that came before keep the tags they came with. */
    @Transactional
    public void change(WorkspaceId workspace, LinkId id, LinkDetails details) {
        links.findById(RowKey.of(workspace, id)).orElseThrow().keep(details);
    }

    /** The latest first. */
    @Transactional(readOnly = true)
    public List<TrackingLink> of(WorkspaceId workspace) {
        return links.ofWorkspace(workspace.value()).stream()
                .map(LinkRow::toLink)
                .toList();
    }

    /** The latest first. */
    @Transactional(readOnly = true)
    public List<TrackingLink> ofPromotion(WorkspaceId workspace, PromotionId promotion) {
        return links.ofPromotion(workspace.value(), promotion.value()).stream()
                .map(LinkRow::toLink)
                .toList();
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
        links.findById(RowKey.of(workspace, id)).ifPresent(row -> {
            row.archived = state == TrackingLink.State.ARCHIVED;
            // Who was paused before it was archived is so when it comes back.
            row.paused = state == TrackingLink.State.PAUSED || row.archived && row.paused;
        });
    }
}
