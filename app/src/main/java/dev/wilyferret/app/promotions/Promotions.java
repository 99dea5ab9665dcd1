package dev.wilyferret.app.promotions;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.link.Slug;
import dev.wilyferret.core.text.Refusal;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The promotions of a workspace. */
@Service
public class Promotions {

    private final PromotionStore promotions;
    private final UuidV7 ids;
    private final Clock clock;

    Promotions(PromotionStore promotions, UuidV7 ids, Clock clock) {
        this.promotions = promotions;
        this.ids = ids;
        this.clock = clock;
    }

    /** @throws Refusal if the slug is wrong or another promotion has it */
    @Transactional(readOnly = true)
    public Slug freeSlug(String typed) {
        Slug slug = Slug.ofPromotion(typed);
        if (promotions.taken(slug.text())) {
            throw new Refusal("The slug \"%s\" is taken by another promotion. Choose another.".formatted(slug.text()));
        }
        return slug;
    }

    @Transactional
    public Promotion add(UUID workspace, UUID offer, String name, Slug slug) {
        return promotions
                .save(new PromotionRow(new RowKey(workspace, ids.next()), offer, name, slug.text(), clock.instant()))
                .toPromotion();
    }

    @Transactional(readOnly = true)
    public Optional<Promotion> find(UUID workspace, UUID id) {
        return promotions.findById(new RowKey(workspace, id)).map(PromotionRow::toPromotion);
    }

    @Transactional(readOnly = true)
    public List<Promotion> of(UUID workspace) {
        return promotions.ofWorkspace(workspace).stream()
                .map(PromotionRow::toPromotion)
                .toList();
    }
}
