package dev.wilyferret.app.trails;

import dev.wilyferret.app.links.Links;
import dev.wilyferret.app.links.TrackingLink;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.people.MailList;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.trail.PageMap;
import dev.wilyferret.core.trail.PageMap.Target;
import dev.wilyferret.core.trail.PageMap.Way;
import dev.wilyferret.core.wording.BlockWords;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Gathers where the drafts of a promotion's pages lead. */
@Service
class PagePlan {

    private final Pages pages;
    private final Offers offers;
    private final Lists lists;
    private final Links links;

    PagePlan(Pages pages, Offers offers, Lists lists, Links links) {
        this.pages = pages;
        this.offers = offers;
        this.lists = lists;
        this.links = links;
    }

    @Transactional(readOnly = true)
    PageMap of(Promotion promotion) {
        List<Page> own = pages.ofPromotion(promotion.workspace(), promotion.id());
        Set<PageId> linked = links.ofPromotion(promotion.workspace(), promotion.id()).stream()
                .map(TrackingLink::page)
                .flatMap(Optional::stream)
                .collect(Collectors.toSet());
        return PageMap.of(own.stream()
                .map(page -> new PageMap.Leaf(
                        page.id(),
                        page.name(),
                        page.state(),
                        linked.contains(page.id()) || page.landing(),
                        ways(promotion, page)))
                .toList());
    }

    private List<Way> ways(Promotion promotion, Page page) {
        return switch (page.draft()) {
            case PageDocument.RedirectPage redirect ->
                List.of(new Way("by itself", new Target.Goal(offer(promotion, promotion.offer()))));
            case PageDocument.ContentPage content -> {
                List<Way> ways = new ArrayList<>();
                content.blocks().shown().forEach(placed -> ways.addAll(ways(promotion, placed)));
                yield ways;
            }
        };
    }

    private List<Way> ways(Promotion promotion, Placed placed) {
        List<Way> ways = new ArrayList<>();
        String label = label(placed.block());
        placed.block().ways().stream()
                .flatMap(next -> target(promotion, next).stream())
                .forEach(target -> ways.add(new Way(label, target)));
        if (placed.block() instanceof Block.Form form) {
            form.list()
                    .flatMap(id -> lists.find(promotion.workspace(), id))
                    .ifPresent(list -> byMail(list, form, ways));
        }
        if (placed.block() instanceof Block.BonusList list && list.handedOut()) {
            ways.add(new Way(label, new Target.Goal("Bonuses fetched")));
        }
        return ways;
    }

    /** A list that asks for confirmation leads on by mail. */
    private static void byMail(MailList list, Block.Form form, List<Way> ways) {
        if (form.next() instanceof NextStep.NotChosen) {
            list.checkPage().ifPresent(page -> ways.add(new Way(form.words(), new Target.ToPage(page))));
        }
        if (list.doubleOptIn()) {
            list.confirmedPage().ifPresent(page -> ways.add(new Way("by mail, confirmed", new Target.ToPage(page))));
        }
    }

    private Optional<Target> target(Promotion promotion, NextStep next) {
        return switch (next) {
            case NextStep.ToPage(PageId page) -> Optional.of(new Target.ToPage(page));
            case NextStep.ToPageToMake(String name) -> Optional.of(new Target.ToMissing(name));
            case NextStep.ToOffer() -> Optional.of(new Target.Goal(offer(promotion, promotion.offer())));
            case NextStep.ToAnotherOffer(OfferId offer) -> Optional.of(new Target.Goal(offer(promotion, offer)));
            default -> Optional.of(next.ends()).filter(ends -> !ends.isEmpty()).map(Target.Goal::new);
        };
    }

    private String offer(Promotion promotion, OfferId id) {
        return offers.find(promotion.workspace(), id)
                .map(offer -> "Offer: " + offer.name())
                .orElse("Offer that is gone");
    }

    private static String label(Block block) {
        return Stream.of(block)
                .filter(one -> !(one instanceof Block.Form))
                .flatMap(one -> BlockWords.of(one).stream())
                .filter(BlockWords.Line::read)
                .map(BlockWords.Line::words)
                .findFirst()
                .orElse(
                        block instanceof Block.Form form
                                ? form.words()
                                : block.kind().words());
    }
}
