package dev.wilyferret.core.page;

import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.PageDocument.RedirectPage;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;

/** Says in sentences what differs between the published page and the draft. */
public final class PageChanges {

    private PageChanges() {}

    /**
     * What publishing the draft would change; empty if nothing.
     *
     * @param published empty if the page was never published
     */
    public static List<String> between(Optional<PageDocument> published, PageDocument draft) {
        if (published.isEmpty()) {
            return List.of("The page goes public for the first time.");
        }
        List<String> changes = new ArrayList<>();
        PageDocument before = published.get();
        text(changes, "Public title", before.title(), draft.title());
        if (before instanceof ContentPage old && draft instanceof ContentPage now) {
            words(changes, old, now);
        }
        if (before instanceof RedirectPage old
                && draft instanceof RedirectPage now
                && !old.hold().equals(now.hold())) {
            changes.add("Stays at most %,d ms instead of %,d ms."
                    .formatted(now.hold().millis(), old.hold().millis()));
        }
        if (!before.pixels().equals(draft.pixels())) {
            changes.add("Pixels that fire: %d instead of %d, or others."
                    .formatted(draft.pixels().size(), before.pixels().size()));
        }
        return changes;
    }

    private static void words(List<String> changes, ContentPage old, ContentPage now) {
        text(
                changes,
                "Headline",
                one(old, Block.Headline.class, Block.Headline::text),
                one(now, Block.Headline.class, Block.Headline::text));
        text(
                changes,
                "Sub-headline",
                one(old, Block.SubHeadline.class, Block.SubHeadline::text),
                one(now, Block.SubHeadline.class, Block.SubHeadline::text));
        if (!Objects.equals(
                one(old, Block.Media.class, Block.Media::media), one(now, Block.Media.class, Block.Media::media))) {
            changes.add("Another picture or video.");
        }
        text(
                changes,
                "Description of the picture",
                one(old, Block.Media.class, Block.Media::description),
                one(now, Block.Media.class, Block.Media::description));
        benefits(changes, lines(old), lines(now));
        text(
                changes,
                "Button",
                one(old, Block.Button.class, Block.Button::words),
                one(now, Block.Button.class, Block.Button::words));
        if (!old.first(Block.Button.class)
                .map(Block.Button::next)
                .equals(now.first(Block.Button.class).map(Block.Button::next))) {
            changes.add("The button leads elsewhere.");
        }
        text(
                changes,
                "Disclosure",
                one(old, Block.Disclosure.class, Block.Disclosure::text),
                one(now, Block.Disclosure.class, Block.Disclosure::text));
    }

    private static void benefits(List<String> changes, List<String> old, List<String> now) {
        now.stream()
                .filter(line -> !old.contains(line))
                .forEach(line -> changes.add("Benefit line added: “%s”.".formatted(line)));
        old.stream()
                .filter(line -> !now.contains(line))
                .forEach(line -> changes.add("Benefit line dropped: “%s”.".formatted(line)));
        if (!old.equals(now) && old.size() == now.size() && old.containsAll(now)) {
            changes.add("Benefit lines stand in another order.");
        }
    }

    private static List<String> lines(ContentPage page) {
        return page.first(Block.Benefits.class).map(Block.Benefits::lines).orElse(List.of());
    }

    private static <B extends Block> String one(ContentPage page, Class<B> kind, Function<B, String> text) {
        return page.first(kind).map(text).orElse("");
    }

    private static void text(List<String> changes, String what, String old, String now) {
        if (old.equals(now)) {
            return;
        }
        if (old.isEmpty()) {
            changes.add("%s added: “%s”.".formatted(what, now));
        } else if (now.isEmpty()) {
            changes.add("%s dropped; it was “%s”.".formatted(what, old));
        } else {
            changes.add("%s: “%s” instead of “%s”.".formatted(what, now, old));
        }
    }
}
