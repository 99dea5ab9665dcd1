package dev.wilyferret.app.rotations;

import dev.wilyferret.app.links.LinkChoices;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.page.PageDocument.OutsidePage;
import dev.wilyferret.core.rotation.Behind;
import dev.wilyferret.core.rotation.Variant;
import java.util.List;
import java.util.Optional;

/**
 * What a rotation stands behind, or is to.
 *
 * @param name what that is called
 * @param alone where it leads without a rotation
 */
record Asked(Promotion promotion, Behind behind, String name, Destination alone, LinkChoices choices) {

    /** Where what it stands behind is worked on. */
    public String bench() {
        return "/promotions/" + promotion.id()
                + switch (behind) {
                    case Behind.OfLink(var link) -> "/links/" + link;
                    case Behind.OfPage(var page) -> "/pages/" + page;
                    case Behind.OfOut(var page, var _) -> "/pages/" + page;
                };
    }

    /** The pages that can be copied. */
    public List<Page> copyable() {
        return choices.pages().stream()
                .filter(page -> !(page.draft() instanceof OutsidePage))
                .toList();
    }

    public String nameOf(Destination to) {
        return choices.of(to).map(LinkChoices.To::name).orElse("gone");
    }

    /** Where everybody goes while nobody is drawn. */
    public String instead() {
        return choices.of(alone).map(LinkChoices.To::name).orElse("nowhere");
    }

    /** Why a variant's offer takes nobody just now, as a sentence; empty while it does. */
    public Optional<String> shut(Variant variant) {
        return variant.to()
                .offer(promotion.offer())
                .flatMap(id -> choices.offers().stream()
                        .filter(one -> one.id().equals(id))
                        .findFirst())
                .flatMap(one -> one.closing().map(why -> "“%s” %s.".formatted(one.name(), why.words())));
    }

    /** Whether visitors are drawn for a variant that is at work. */
    boolean draws(Variant variant) {
        return reachable(variant) && shut(variant).isEmpty();
    }

    /** Whether visitors could get to a variant. */
    public boolean reachable(Variant variant) {
        return variant.to() instanceof Destination.ToPage(PageId id)
                ? page(id).flatMap(Page::published).isPresent()
                : choices.of(variant.to()).isPresent();
    }

    public Optional<Page> page(PageId id) {
        return choices.pages().stream().filter(page -> page.id().equals(id)).findFirst();
    }
}
