package dev.wilyferret.app.links;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.LinkCode;
import dev.wilyferret.core.text.Refusal;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.random.RandomGenerator;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The tracking links of a workspace. */
@Service
public class Links {

    private final LinkStore links;
    private final UuidV7 ids;
    private final RandomGenerator random;
    private final Clock clock;

    Links(LinkStore links, UuidV7 ids, RandomGenerator random, Clock clock) {
        this.links = links;
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
    public TrackingLink add(
            WorkspaceId workspace, PromotionId promotion, LinkCode code, Optional<PageId> page, Tags tags) {
        return links.save(new LinkRow(
                        RowKey.of(workspace, ids.next()),
                        promotion.value(),
                        code,
                        page.map(PageId::value),
                        tags,
                        clock.instant()))
                .toLink();
    }

    /** The latest first. */
    @Transactional(readOnly = true)
    public List<TrackingLink> of(WorkspaceId workspace) {
        return links.ofWorkspace(workspace.value()).stream()
                .map(LinkRow::toLink)
                .toList();
    }

    /** The latest first. */
    public List<TrackingLink> ofPromotion(WorkspaceId workspace, PromotionId promotion) {
        return of(workspace).stream()
                .filter(link -> link.promotion().equals(promotion))
                .toList();
    }

    @Transactional
    public void pause(WorkspaceId workspace, LinkId id, boolean paused) {
        links.findById(RowKey.of(workspace, id)).ifPresent(row -> row.paused = paused);
    }
}
