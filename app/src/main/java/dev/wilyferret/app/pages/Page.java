package dev.wilyferret.app.pages;

import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.PageKind;
import dev.wilyferret.core.trail.PageState;
import dev.wilyferret.core.wording.PageChanges;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * A page of a promotion.
 *
 * @param landing whether visitors of the promotion land on it who come without a link
 * @param name what its owner calls it; visitors never see it
 * @param slug the second part of its public address
 * @param revision counts the kept edits of the draft
 * @param step where the draft stands among the states it went through
 * @param published what visitors see; empty before the first time
 * @param version counts the publishings
 */
public record Page(
        PageId id,
        WorkspaceId workspace,
        PromotionId promotion,
        PageKind kind,
        boolean landing,
        String name,
        String slug,
        PageDocument draft,
        int revision,
        int step,
        Optional<PageDocument> published,
        int version,
        Optional<Instant> publishedAt) {

    public PageState state() {
        if (published.isEmpty()) {
            return PageState.DRAFT;
        }
        return published.get().equals(draft) ? PageState.PUBLISHED : PageState.CHANGED;
    }

    /** What publishing the draft would change, as sentences. */
    public List<String> changes() {
        return PageChanges.between(published, draft);
    }
}
