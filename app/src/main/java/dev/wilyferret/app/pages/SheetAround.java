package dev.wilyferret.app.pages;

import dev.wilyferret.app.media.MediaFile;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.Blocks;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.text.Refusal;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Predicate;

/**
 * What the lines of a copy sheet can choose from.
 *
 * @param pages the other pages of the promotion, by id
 * @param offers the other offers of the workspace, by id
 * @param files of the shelf
 */
record SheetAround(
        Map<UUID, String> pages, Map<UUID, String> offers, List<MediaFile> files, Blocks blocks, ZoneId zone) {

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
        if (!inForm) {
            popUps().forEach(popUp ->
                    choices.add(new SheetField.Choice("pop:" + popUp.value(), "pop-up: " + popUp.words())));
        }
        choices.add(new SheetField.Choice("make", "a page still to be made …"));
        return choices;
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

    List<SheetField.Choice> files(Predicate<MediaFile> kind) {
        List<SheetField.Choice> choices = new ArrayList<>();
        choices.add(new SheetField.Choice("", "none"));
        files.stream()
                .filter(kind)
                .forEach(file -> choices.add(new SheetField.Choice(file.name(), file.originalName())));
        return choices;
    }

    /** A file that is on the shelf, or the empty name. */
    String file(String name) {
        return files.stream().anyMatch(file -> file.name().equals(name)) ? name : "";
    }

    /**
     * Reads a next step as it is sent.
     *
     * @param toMake the name of a page still to be made
     */
    NextStep next(String code, String toMake) {
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
            case "pop" -> new NextStep.OpenPopUp(new BlockId(parts[1]));
            case "thanks" -> new NextStep.ShowThanks();
            default -> new NextStep.NotChosen();
        };
    }

    private static Optional<UUID> known(Map<UUID, String> all, String text) {
        return all.keySet().stream().filter(id -> id.toString().equals(text)).findFirst();
    }

    static String code(NextStep next) {
        return switch (next) {
            case NextStep.NotChosen() -> "";
            case NextStep.ToPage(UUID page) -> "page:" + page;
            case NextStep.ToPageToMake(String name) -> "make:" + name;
            case NextStep.ToOffer() -> "offer";
            case NextStep.ToAnotherOffer(UUID offer) -> "offer:" + offer;
            case NextStep.OpenPopUp(BlockId popUp) -> "pop:" + popUp;
            case NextStep.ShowThanks() -> "thanks";
        };
    }

    Optional<BlockId> block(String id) {
        return id.isEmpty()
                ? Optional.empty()
                : Optional.of(new BlockId(id))
                        .filter(known -> blocks.find(known).isPresent());
    }

    /** @throws Refusal if it is not a moment as a browser sends it */
    Optional<java.time.Instant> moment(String typed) {
        if (typed.isBlank()) {
            return Optional.empty();
        }
        try {
            return Optional.of(
                    java.time.LocalDateTime.parse(typed.strip()).atZone(zone).toInstant());
        } catch (java.time.format.DateTimeParseException e) {
            throw new Refusal("\"%s\" is not a moment. Write it as 2026-12-24T18:00."
                    .formatted(typed.length() > 30 ? typed.substring(0, 30) + "…" : typed));
        }
    }
}
