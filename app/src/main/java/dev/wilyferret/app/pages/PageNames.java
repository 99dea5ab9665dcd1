package dev.wilyferret.app.pages;

import dev.wilyferret.app.hosts.HostPages;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.people.ListPages;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.page.PageKind;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** The content pages of all promotions, told apart where one is chosen. */
@Component
class PageNames implements ListPages, HostPages {

    private final Pages pages;
    private final Promotions promotions;
    private final SiteAddress site;

    PageNames(Pages pages, Promotions promotions, SiteAddress site) {
        this.pages = pages;
        this.promotions = promotions;
        this.site = site;
    }

    @Override
    public List<Choice> choices(WorkspaceId workspace) {
        return of(workspace).stream()
                .map(page -> new Choice(page.id(), page.words()))
                .toList();
    }

    @Override
    public List<Named> of(WorkspaceId workspace) {
        Map<PromotionId, Promotion> known =
                promotions.of(workspace).stream().collect(Collectors.toMap(Promotion::id, Function.identity()));
        return pages.of(workspace).stream()
                .filter(page -> page.kind() == PageKind.CONTENT)
                .map(page -> {
                    Promotion promotion = Objects.requireNonNull(known.get(page.promotion()));
                    return new Named(
                            page.id(),
                            promotion.name() + ": " + page.name()
                                    + (page.state().isPublic() ? "" : " (not published)"),
                            site.of(promotion.host(), promotion.path(page.slug())));
                })
                .toList();
    }
}
