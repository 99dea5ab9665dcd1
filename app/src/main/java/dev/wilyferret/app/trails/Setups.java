package dev.wilyferret.app.trails;

import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.PageKind;
import dev.wilyferret.app.people.MailList;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.trail.Setup;
import dev.wilyferret.core.trail.Setup.Form;
import dev.wilyferret.core.trail.Setup.Leaf;
import dev.wilyferret.core.trail.Setup.Target;
import dev.wilyferret.core.trail.Setup.Way;
import dev.wilyferret.core.wording.BlockWords;
import java.util.ArrayList;
import java.util.List;
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
                        .filter(link -> !link.paused())
                        .collect(Collectors.groupingBy(link -> link.tags().source(), Collectors.summingInt(link -> 1))),
                known.pagesOf(promotion).stream().map(this::leaf).toList(),
                promotion.offer(),
                known.offers().values().stream().collect(Collectors.toMap(Offer::id, Offer::name)),
                Objects.requireNonNull(known.offers().get(promotion.offer()))
                        .details()
                        .link()
                        .carriesClickId(),
                known.pixelAccounts(),
                known.leadSeen().contains(promotion.id()),
                known.workspace().legal().complete());
    }

    private Leaf leaf(Page page) {
        List<Placed> blocks = page.draft() instanceof PageDocument.ContentPage content
                ? content.blocks().shown().toList()
                : List.of();
        return new Leaf(
                page.id(),
                page.name(),
                page.kind() == PageKind.REDIRECT,
                page.landing(),
                known.linksOf(promotion).anyMatch(link -> link.page().equals(Optional.of(page.id()))),
                page.state(),
                page.draft() instanceof PageDocument.RedirectPage
                        ? List.of(new Way("by itself", new Target.ToOffer(promotion.offer())))
                        : blocks.stream().map(Placed::block).flatMap(this::ways).toList(),
                form(blocks),
                page.published().map(document -> document.pixels().size()).orElse(0));
    }

    /** Of what is pressed; not of forms. */
    private Stream<Way> ways(Block block) {
        if (block instanceof Block.Form) {
            return Stream.empty();
        }
        String label = label(block);
        Stream<Target> led = block.ways().stream().flatMap(next -> target(next).stream());
        Stream<Target> given = block instanceof Block.BonusList list && list.handedOut()
                ? Stream.of(new Target.HandOut())
                : Stream.empty();
        return Stream.concat(led, given).map(target -> new Way(label, target));
    }

    /** All that takes addresses on a page, as one. */
    private Optional<Form> form(List<Placed> blocks) {
        List<Block.Form> forms = blocks.stream()
                .map(Placed::block)
                .filter(Block.Form.class::isInstance)
                .map(Block.Form.class::cast)
                .toList();
        if (forms.isEmpty()) {
            return Optional.empty();
        }
        List<MailList> lists = forms.stream()
                .flatMap(form -> form.list().stream())
                .flatMap(id -> Optional.ofNullable(known.lists().get(id)).stream())
                .toList();
        List<Way> ways = new ArrayList<>();
        for (Block.Form form : forms) {
            form.ways().stream()
                    .flatMap(next -> target(next).stream())
                    .forEach(target -> ways.add(new Way(form.words(), target)));
            if (form.next() instanceof NextStep.NotChosen) {
                lists.stream()
                        .flatMap(list -> list.checkPage().stream())
                        .forEach(page -> ways.add(new Way(form.words(), new Target.ToPage(page))));
            }
        }
        Optional<MailList> confirming =
                lists.stream().filter(MailList::doubleOptIn).findFirst();
        return Optional.of(new Form(
                forms.getFirst().words(),
                ways,
                confirming
                        .flatMap(MailList::confirmedPage)
                        .map(page -> new Way("by mail, confirmed", new Target.ToPage(page))),
                confirming.isPresent(),
                lists.stream().map(MailList::id).findFirst(),
                lists.stream().anyMatch(list -> known.listsSwitchedOff().contains(list.id()))));
    }

    private Optional<Target> target(NextStep next) {
        return switch (next) {
            case NextStep.ToPage(PageId page) -> Optional.of(new Target.ToPage(page));
            case NextStep.ToPageToMake(String name) -> Optional.of(new Target.ToMissing(name));
            case NextStep.ToOffer() -> Optional.of(new Target.ToOffer(promotion.offer()));
            case NextStep.ToAnotherOffer(OfferId offer) -> Optional.of(new Target.ToOffer(offer));
            case NextStep.HandOut out -> Optional.of(new Target.HandOut());
            case NextStep.ShowThanks() -> Optional.of(new Target.Thanks());
            case NextStep.NotChosen _, NextStep.OpenPopUp _, NextStep.ClosePopUp _ -> Optional.empty();
            case NextStep.JumpTo _, NextStep.TwoAtOnce _ -> Optional.empty();
        };
    }

    private static String label(Block block) {
        return BlockWords.of(block).stream()
                .filter(BlockWords.Line::read)
                .map(BlockWords.Line::words)
                .findFirst()
                .orElse(block.kind().words());
    }
}
