package dev.wilyferret.app.pagebench;

import dev.wilyferret.app.shelf.Bonus;
import dev.wilyferret.app.shelf.MediaFile;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockField;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.Blocks;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.rotation.Behind;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Stream;

/**
 * What the lines of a copy sheet can choose from.
 *
 * @param pages the other pages of the promotion, by id
 * @param offers the other offers of the workspace, by id
 * @param files of the shelf
 * @param lists of the workspace, by id
 * @param bonuses of the shelf
 */
record SheetChoices(
        Map<PageId, String> pages,
        Map<OfferId, String> offers,
        Map<ElsewhereId, String> elsewhere,
        List<MediaFile> files,
        Map<ListId, String> lists,
        List<Bonus> bonuses,
        Blocks blocks,
        ZoneId zone) {

    /** The ways on that can be chosen. */
    List<SheetField.Choice> nextSteps(boolean inForm) {
        List<SheetField.Choice> choices = new ArrayList<>();
        choices.add(new SheetField.Choice("", "not chosen yet"));
        if (inForm) {
            choices.add(new SheetField.Choice("thanks", "stay, and show the thanks"));
        }
        pages.forEach((id, name) -> choices.add(new SheetField.Choice("page:" + id, name)));
        choices.add(new SheetField.Choice("offer", "straight to the offer"));
        offers.forEach((id, name) -> choices.add(new SheetField.Choice("offer:" + id, "another offer: " + name)));
        elsewhere.forEach((id, name) -> choices.add(new SheetField.Choice("away:" + id, "elsewhere: " + name)));
        if (!inForm) {
            popUps().forEach(popUp ->
                    choices.add(new SheetField.Choice("pop:" + popUp.value(), "pop-up: " + popUp.words())));
            if (!popUps().isEmpty()) {
                choices.add(new SheetField.Choice("close", "close the pop-up"));
            }
            blocks(placed -> !(placed instanceof Block.PopUp || placed instanceof Block.Button))
                    .forEach(block ->
                            choices.add(new SheetField.Choice("jump:" + block.value(), "jump to: " + block.words())));
        }
        files.stream()
                .filter(file -> !file.picture() && !file.video())
                .forEach(file ->
                        choices.add(new SheetField.Choice("file:" + file.name(), "hand out: " + file.originalName())));
        choices.add(new SheetField.Choice("two", "a new tab …"));
        choices.add(new SheetField.Choice("make", "a page still to be made …"));
        return choices;
    }

    /**
     * A way out of a page, whose visitors can be shared out.
     *
     * @param behind what a rotation of them stands behind, as it is kept
     */
    record Out(String name, String behind) {}

    List<Out> outs(PageId page) {
        return blocks.ways()
                .distinct()
                .<Out>mapMulti((way, taken) -> {
                    switch (way) {
                        case NextStep.ToOffer() ->
                            taken.accept(new Out("straight to the offer", new Behind.OfOut(page).text()));
                        case NextStep.ToAnotherOffer(OfferId offer) ->
                            taken.accept(new Out(
                                    "to " + offers.getOrDefault(offer, "another offer"),
                                    new Behind.OfOut(page, new Destination.ToOffer(Optional.of(offer))).text()));
                        case NextStep.ToElsewhere(ElsewhereId id) ->
                            taken.accept(new Out(
                                    "to " + elsewhere.getOrDefault(id, "an address elsewhere"),
                                    new Behind.OfOut(page, new Destination.ToElsewhere(id)).text()));
                        default -> {}
                    }
                })
                .toList();
    }

    /** The ways that can stand beside another: pages, offers, addresses elsewhere. */
    List<SheetField.Choice> tabs() {
        return nextSteps(true).stream()
                .filter(choice -> choice.value().isEmpty()
                        || choice.value().startsWith("page:")
                        || choice.value().startsWith("offer")
                        || choice.value().startsWith("away:"))
                .toList();
    }

    private List<SheetField.Choice> popUps() {
        return blocks(placed -> placed instanceof Block.PopUp);
    }

    /** The blocks of a kind, to choose one, by their words. */
    List<SheetField.Choice> blocks(Predicate<Block> kind) {
        return blocks.all()
                .filter(placed -> kind.test(placed.block()))
                .map(placed -> new SheetField.Choice(placed.id().text(), SheetLines.title(placed.block())))
                .toList();
    }

    List<SheetField.Choice> files(BlockField.Medium medium) {
        return choices(
                "none",
                files.stream()
                        .filter(medium == BlockField.Medium.PICTURE ? MediaFile::picture : MediaFile::video)
                        .map(file -> new SheetField.Choice(file.name(), file.originalName())));
    }

    /** What a field is chosen out of. */
    List<SheetField.Choice> of(BlockField.Chosen<?> field) {
        return choices(
                field.none(),
                switch (field.among()) {
                    case LISTS ->
                        lists.entrySet().stream()
                                .map(list -> new SheetField.Choice(list.getKey().toString(), list.getValue()));
                    case BONUSES ->
                        bonuses.stream()
                                .map(bonus -> new SheetField.Choice(bonus.id().toString(), bonus.name()));
                    case BLOCKS -> blocks(block -> !(block instanceof Block.Countdown)).stream();
                    case BUTTONS ->
                        blocks(block -> block instanceof Block.Button || block instanceof Block.OfferItem).stream();
                });
    }

    private static List<SheetField.Choice> choices(String none, Stream<SheetField.Choice> others) {
        return Stream.concat(Stream.of(new SheetField.Choice("", none)), others).toList();
    }

    /** The block as the shelf fills it, if another bonus was chosen than before. */
    Optional<Block> filled(Block.Bonus old, String chosen) {
        return bonuses.stream()
                .filter(bonus -> bonus.id().toString().equals(chosen))
                .findFirst()
                .filter(bonus -> !old.from().equals(Optional.of(bonus.id())))
                .map(bonus -> new Block.Bonus(
                        bonus.picture(), bonus.name(), bonus.about(), bonus.worth(), Optional.of(bonus.id())));
    }

    /** A file that is on the shelf, or the empty name. */
    String file(String name) {
        return files.stream().anyMatch(file -> file.name().equals(name)) ? name : "";
    }

    /**
     * Reads a next step as it is sent.
     *
     * @param toMake the name of a page still to be made
     * @param newTab for a new tab: the way in it
     * @param here for a new tab: the way in this one meanwhile; empty to stay
     */
    NextStep next(String code, String toMake, String newTab, String here) {
        if (code.equals("two")) {
            NextStep first = next(newTab, "");
            NextStep second = next(here, "");
            return first instanceof NextStep.NotChosen
                    ? first
                    : second instanceof NextStep.NotChosen
                            ? new NextStep.InNewTab(first)
                            : new NextStep.TwoAtOnce(first, second);
        }
        return next(code, toMake);
    }

    private NextStep next(String code, String toMake) {
        if (code.equals("make")) {
            return toMake.isBlank() ? new NextStep.NotChosen() : new NextStep.ToPageToMake(toMake);
        }
        String[] parts = code.split(":", 2);
        return switch (parts[0]) {
            case "offer" ->
                parts.length == 1
                        ? new NextStep.ToOffer()
                        : known(offers, parts[1])
                                .<NextStep>map(NextStep.ToAnotherOffer::new)
                                .orElseGet(NextStep.NotChosen::new);
            case "page" ->
                known(pages, parts[1]).<NextStep>map(NextStep.ToPage::new).orElseGet(NextStep.NotChosen::new);
            case "away" ->
                known(elsewhere, parts[1])
                        .<NextStep>map(NextStep.ToElsewhere::new)
                        .orElseGet(NextStep.NotChosen::new);
            case "pop" -> new NextStep.OpenPopUp(new BlockId(parts[1]));
            case "thanks" -> new NextStep.ShowThanks();
            case "close" -> new NextStep.ClosePopUp();
            case "jump" -> new NextStep.JumpTo(new BlockId(parts[1]));
            case "file" -> new NextStep.HandOut(parts[1]);
            default -> new NextStep.NotChosen();
        };
    }

    private static <I extends Id> Optional<I> known(Map<I, String> all, String text) {
        return all.keySet().stream().filter(id -> id.toString().equals(text)).findFirst();
    }

    static String code(NextStep next) {
        return switch (next) {
            case NextStep.NotChosen() -> "";
            case NextStep.ToPage(PageId page) -> "page:" + page;
            case NextStep.ToPageToMake(String name) -> "make:" + name;
            case NextStep.ToOffer() -> "offer";
            case NextStep.ToAnotherOffer(OfferId offer) -> "offer:" + offer;
            case NextStep.ToElsewhere(ElsewhereId id) -> "away:" + id;
            case NextStep.OpenPopUp(BlockId popUp) -> "pop:" + popUp;
            case NextStep.ShowThanks() -> "thanks";
            case NextStep.ClosePopUp() -> "close";
            case NextStep.JumpTo(BlockId block) -> "jump:" + block;
            case NextStep.HandOut(String file) -> "file:" + file;
            case NextStep.TwoAtOnce(NextStep newTab, NextStep here) -> "two:" + code(newTab) + ">" + code(here);
            case NextStep.InNewTab(NextStep way) -> "two:" + code(way) + ">";
        };
    }
}
