package dev.wilyferret.app.pages;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.text.PlainText;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.util.LinkedMultiValueMap;

/** The copy sheet of a bridge page: reads it into a document, and shows a document in it. */
final class ContentForm {

    /** The fields that carry a message of their own, in the order they stand. */
    static final List<String> FIELDS =
            List.of("title", "headline", "subHeadline", "description", "benefit", "button", "next", "disclosure");

    private ContentForm() {}

    static Intake shown(ContentPage page) {
        LinkedMultiValueMap<String, String> values = new LinkedMultiValueMap<>();
        values.add("title", page.title());
        values.add(
                "headline",
                page.first(Block.Headline.class).map(Block.Headline::text).orElse(""));
        values.add(
                "subHeadline",
                page.first(Block.SubHeadline.class).map(Block.SubHeadline::text).orElse(""));
        values.add(
                "media", page.first(Block.Media.class).map(Block.Media::media).orElse(""));
        values.add(
                "description",
                page.first(Block.Media.class).map(Block.Media::description).orElse(""));
        page.first(Block.Benefits.class).ifPresent(block -> values.addAll("benefit", block.lines()));
        values.add(
                "button",
                page.first(Block.Button.class).map(Block.Button::words).orElse(""));
        values.add(
                "next",
                page.first(Block.Button.class)
                        .map(button -> code(button.next()))
                        .orElse(""));
        values.add(
                "disclosure",
                page.first(Block.Disclosure.class).map(Block.Disclosure::text).orElse(""));
        page.pixels().forEach(pixel -> values.add("pixel", pixel.toString()));
        return Intake.of(values);
    }

    /**
     * The document the sheet now says, or empty with messages at the fields.
     *
     * @param pages the pages a button may lead to
     * @param pixels the accounts of the workspace
     * @param shelf the names of its pictures and videos
     */
    static Optional<ContentPage> read(Intake form, Set<UUID> pages, Set<UUID> pixels, Set<String> shelf) {
        List<Block> blocks = new ArrayList<>();
        form.take("title", text -> PlainText.optionalLine("public title", text, 120));
        form.take("headline", Block.Headline::new).ifPresent(blocks::add);
        form.take("subHeadline", Block.SubHeadline::new).ifPresent(blocks::add);
        form.take("description", text -> new Block.Media(form.value("media"), text))
                .filter(block -> shelf.contains(block.media()))
                .ifPresent(blocks::add);
        form.takeAll("benefit", Block.Benefits::new).ifPresent(blocks::add);
        form.take("button", words -> new Block.Button(words, nextStep(form.value("next"), pages)))
                .ifPresent(blocks::add);
        form.take("disclosure", Block.Disclosure::new).ifPresent(blocks::add);
        return form.clean()
                ? Optional.of(new ContentPage(form.value("title"), blocks, pixels(form, pixels)))
                : Optional.empty();
    }

    /** The ticked pixels the workspace really has, in its order. */
    static List<UUID> pixels(Intake form, Set<UUID> known) {
        return known.stream().filter(id -> form.chosen("pixel", id.toString())).toList();
    }

    private static NextStep nextStep(String code, Set<UUID> pages) {
        if (code.equals("offer")) {
            return new NextStep.ToOffer();
        }
        Map<String, UUID> byCode =
                pages.stream().collect(Collectors.toMap(UUID::toString, id -> id, (a, b) -> a, LinkedHashMap::new));
        UUID target = byCode.get(code);
        return target == null ? new NextStep.NotChosen() : new NextStep.ToPage(target);
    }

    private static String code(NextStep next) {
        return switch (next) {
            case NextStep.NotChosen() -> "";
            case NextStep.ToPage(UUID page) -> page.toString();
            case NextStep.ToOffer() -> "offer";
        };
    }
}
