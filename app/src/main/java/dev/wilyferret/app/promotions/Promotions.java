package dev.wilyferret.app.promotions;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.Slug;
import dev.wilyferret.core.text.Refusal;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
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
    public Promotion add(WorkspaceId workspace, OfferId offer, String name, Slug slug) {
        return promotions
                .save(new PromotionRow(
                        RowKey.of(workspace, ids.next()), offer.value(), name, slug.text(), clock.instant()))
                .toPromotion();
    }

    @Transactional(readOnly = true)
    public Optional<Promotion> find(WorkspaceId workspace, PromotionId id) {
        return promotions.findById(RowKey.of(workspace, id)).map(PromotionRow::toPromotion);
    }

    @Transactional(readOnly = true)
    public List<Promotion> of(WorkspaceId workspace) {
        return promotions.ofWorkspace(workspace.value()).stream()
                .map(PromotionRow::toPromotion)
                .toList();
    }
}
