package dev.wilyferret.core.trail;

import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.trail.Setup.Form;
import dev.wilyferret.core.trail.Setup.Target;
import dev.wilyferret.core.trail.Setup.Way;
import dev.wilyferret.core.wording.BlockWords;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;

/**
 * Where what stands on a page leads.
 *
 * @param own the promotion's own offer
 * @param lists what is known of a list; empty if it is gone
 */
public record PageWays(OfferId own, Function<ListId, Optional<FormList>> lists) {

    /**
     * A list that forms put people on.
     *
     * @param check where a form leads that has no next step of its own
     * @param confirmed where confirming leads
     * @param mailsOff whether the mails written for it are all switched off
     */
    public record FormList(
            ListId id, boolean confirms, Optional<PageId> check, Optional<PageId> confirmed, boolean mailsOff) {}

    /** Of what is pressed; not of forms. */
    public List<Way> of(ContentPage page) {
        return blocks(page).flatMap(this::ways).toList();
    }

    private static Stream<Block> blocks(ContentPage page) {
        return page.blocks().shown().map(Placed::block);
    }

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

    private static String label(Block block) {
        return BlockWords.of(block).stream()
                .filter(BlockWords.Line::read)
                .map(BlockWords.Line::words)
                .findFirst()
                .orElse(block.kind().words());
    }

    /** All that takes addresses on a page, as one. */
    public Optional<Form> form(ContentPage page) {
        List<Block.Form> forms = blocks(page)
                .filter(Block.Form.class::isInstance)
                .map(Block.Form.class::cast)
                .toList();
        if (forms.isEmpty()) {
            return Optional.empty();
        }
        List<Way> ways = new ArrayList<>();
        List<FormList> used = new ArrayList<>();
        for (Block.Form form : forms) {
            Optional<FormList> list = form.list().flatMap(lists);
            list.ifPresent(used::add);
            Optional<Target> check = list.flatMap(FormList::check)
                    .filter(one -> form.next() instanceof NextStep.NotChosen)
                    .map(Target.ToPage::new);
            Stream.concat(form.ways().stream().flatMap(next -> target(next).stream()), check.stream())
                    .forEach(target -> ways.add(new Way(form.words(), target)));
        }
        Optional<FormList> confirming = used.stream().filter(FormList::confirms).findFirst();
        return Optional.of(new Form(
                forms.getFirst().words(),
                ways,
                confirming
                        .flatMap(FormList::confirmed)
                        .map(confirmed -> new Way("by mail, confirmed", new Target.ToPage(confirmed))),
                confirming.isPresent(),
                used.stream().map(FormList::id).findFirst(),
                used.stream().anyMatch(FormList::mailsOff)));
    }

    private Optional<Target> target(NextStep next) {
        return switch (next) {
            case NextStep.ToPage(PageId page) -> Optional.of(new Target.ToPage(page));
            case NextStep.ToPageToMake(String name) -> Optional.of(new Target.ToMissing(name));
            case NextStep.ToOffer() -> Optional.of(new Target.ToOffer(own));
            case NextStep.ToAnotherOffer(OfferId offer) -> Optional.of(new Target.ToOffer(offer));
            case NextStep.ToElsewhere(ElsewhereId elsewhere) -> Optional.of(new Target.ToElsewhere(elsewhere));
            case NextStep.HandOut out -> Optional.of(new Target.HandOut());
            case NextStep.ShowThanks() -> Optional.of(new Target.Thanks());
            case NextStep.NotChosen _, NextStep.OpenPopUp _, NextStep.ClosePopUp _ -> Optional.empty();
            case NextStep.JumpTo _, NextStep.TwoAtOnce _, NextStep.InNewTab _ -> Optional.empty();
        };
    }
}
