package dev.wilyferret.app.trails;

import dev.wilyferret.app.links.TrackingLink;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.rotations.Rotating;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.offer.Closing;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.PageKind;
import dev.wilyferret.core.rotation.Behind;
import dev.wilyferret.core.rotation.Rotation;
import dev.wilyferret.core.rotation.Variant;
import dev.wilyferret.core.trail.PageWays;
import dev.wilyferret.core.trail.Setup;
import dev.wilyferret.core.trail.Setup.Leaf;
import dev.wilyferret.core.trail.Setup.Target;
import dev.wilyferret.core.trail.Setup.Way;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Tells what of a promotion stands: where the drafts of its pages lead, and what is published of them. */
final class Setups {

    private final Promotion promotion;
    private final Overviews.Known known;

    private Setups(Promotion promotion, Overviews.Known known) {
        this.promotion = promotion;
        this.known = known;
    }

    static Setup of(Promotion promotion, Overviews.Known known) {
        return new Setups(promotion, known).setup();
    }

    private Setup setup() {
        return new Setup(
                known.linksOf(promotion)
                        .filter(TrackingLink::active)
                        .collect(Collectors.groupingBy(link -> link.tags().source(), Collectors.summingInt(link -> 1))),
                known.pagesOf(promotion).stream().map(this::leaf).toList(),
                known.linksOf(promotion)
                        .filter(TrackingLink::active)
                        .flatMap(known::destinations)
                        .flatMap(to -> straight(to).stream())
                        .distinct()
                        .toList(),
                known.rotationsOf(promotion).map(this::fork).toList(),
                promotion.offer(),
                known.offers().values().stream().collect(Collectors.toMap(Offer::id, Offer::name)),
                known.elsewhere(),
                Objects.requireNonNull(known.offers().get(promotion.offer()))
                        .details()
                        .link()
                        .carriesClickId(),
                known.pixelAccounts(),
                known.leadSeen().contains(promotion.id()),
                known.workspace().legal().complete());
    }

    /** Empty where it leads to a page. */
    private Optional<Target> straight(Destination to) {
        return Optional.of(target(to)).filter(target -> !(target instanceof Target.ToPage));
    }

    private Target target(Destination to) {
        return switch (to) {
            case Destination.ToPage(PageId page) -> new Target.ToPage(page);
            case Destination.ToOffer(Optional<OfferId> other) -> new Target.ToOffer(other.orElse(promotion.offer()));
            case Destination.ToElsewhere(ElsewhereId id) -> new Target.ToElsewhere(id);
        };
    }

    /** Why the offer that a variant leads to takes nobody just now. */
    private Optional<Closing> shut(Variant variant) {
        return variant.to().offer(promotion.offer()).map(known.offers()::get).flatMap(Offer::closing);
    }

    /** What a rotation stands behind, in short. */
    private String shared(Behind behind) {
        return switch (behind) {
            case Behind.OfLink(LinkId id) ->
                known.linksOf(promotion)
                        .filter(link -> link.id().equals(id))
                        .findFirst()
                        .map(link -> link.code().text())
                        .orElse("a link");
            case Behind.OfPage(PageId id) -> pageName(id);
            case Behind.OfOut(PageId id, Destination _) -> "who goes on from " + pageName(id);
        };
    }

    private String pageName(PageId id) {
        return known.pagesOf(promotion).stream()
                .filter(page -> page.id().equals(id))
                .findFirst()
                .map(Page::name)
                .orElse("a page");
    }

    private Setup.Fork fork(Rotating rotating) {
        Rotation rotation =
                rotating.rotation().passingBy(variant -> shut(variant).isPresent());
        String shared = shared(rotating.behind());
        return new Setup.Fork(
                rotating.behind(),
                rotation.variants().stream()
                        .map(variant -> {
                            boolean draws = rotation.drawing().contains(variant);
                            return new Setup.Arm(
                                    variant.id(),
                                    variant.name(),
                                    draws
                                            ? String.format(
                                                    Locale.ROOT,
                                                    "%.0f %% of %s",
                                                    100 * rotation.share(variant),
                                                    variant.branch().isPresent() ? "a branch" : shared)
                                            : shut(variant)
                                                    .map(Closing::brief)
                                                    .orElse(
                                                            variant.state() == Variant.State.ACTIVE
                                                                    ? "gets nobody"
                                                                    : variant.state()
                                                                            .words()),
                                    draws ? Optional.of(target(variant.to())) : Optional.empty());
                        })
                        .toList());
    }

    private Leaf leaf(Page page) {
        PageWays around = new PageWays(promotion.offer(), this::list);
        Optional<ContentPage> content = page.draft() instanceof ContentPage one ? Optional.of(one) : Optional.empty();
        return new Leaf(
                page.id(),
                page.name(),
                page.kind(),
                page.landing(),
                known.linksOf(promotion)
                        .flatMap(known::destinations)
                        .anyMatch(new Destination.ToPage(page.id())::equals),
                page.state(),
                ways(page, around),
                content.flatMap(around::form),
                page.published().map(document -> document.pixels().size()).orElse(0));
    }

    private List<Way> ways(Page page, PageWays around) {
        return switch (page.draft()) {
            case ContentPage content -> around.of(content);
            case PageDocument.RedirectPage redirect ->
                List.of(new Way("by itself", new Target.ToOffer(promotion.offer())));
            case PageDocument.OutsidePage outside ->
                Stream.concat(
                                Stream.of(new Way(
                                        "its links",
                                        known.pagesOf(promotion).stream()
                                                .filter(other -> other.kind() == PageKind.REDIRECT)
                                                .findFirst()
                                                .<Target>map(redirect -> new Target.ToPage(redirect.id()))
                                                .orElseGet(() -> new Target.ToOffer(promotion.offer())))),
                                outside.steps().stream().map(step -> new Way("", new Target.ToStep(page.id(), step))))
                        .toList();
        };
    }

    private Optional<PageWays.FormList> list(ListId id) {
        return Optional.ofNullable(known.lists().get(id))
                .map(list -> new PageWays.FormList(
                        id,
                        list.doubleOptIn(),
                        list.checkPage(),
                        list.doubleOptIn() ? list.confirmedPage() : Optional.empty(),
                        known.listsSwitchedOff().contains(id)));
    }
}
