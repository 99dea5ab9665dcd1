package dev.wilyferret.app.links;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.link.LinkCode;
import dev.wilyferret.core.text.Refusal;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
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
    public TrackingLink add(UUID workspace, UUID promotion, LinkCode code, Optional<UUID> page, Tags tags) {
        return links.save(new LinkRow(new RowKey(workspace, ids.next()), promotion, code, page, tags, clock.instant()))
                .toLink();
    }

    /** The latest first. */
    @Transactional(readOnly = true)
    public List<TrackingLink> of(UUID workspace) {
        return links.ofWorkspace(workspace).stream().map(LinkRow::toLink).toList();
    }

    /** The latest first. */
    public List<TrackingLink> ofPromotion(UUID workspace, UUID promotion) {
        return of(workspace).stream()
                .filter(link -> link.promotion().equals(promotion))
                .toList();
    }

    @Transactional
    public void pause(UUID workspace, UUID id, boolean paused) {
        links.findById(new RowKey(workspace, id)).ifPresent(row -> row.paused = paused);
    }
}
