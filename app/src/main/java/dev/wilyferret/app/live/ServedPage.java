package dev.wilyferret.app.live;

import dev.wilyferret.app.publicpage.FormSent;
import dev.wilyferret.app.publicpage.PageHtml;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Objects;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import org.springframework.util.function.SingletonSupplier;

/**
 * A published page as it is served: drawn once for each time between the ends of its countdowns, and once more with the
 * thanks of each form that shows them, when they are first asked for.
 */
public final class ServedPage {

    /**
     * A page as it is served.
     *
     * @param withPixels what people get
     * @param withoutPixels the same page for declared crawlers; drawn when the first of them asks
     */
    public record Version(ServedHtml withPixels, Supplier<ServedHtml> withoutPixels) {}

    private final PageHtml html;
    private final PageDocument document;
    private final PageHtml.Surroundings around;
    private final NavigableMap<Instant, Version> plain = new TreeMap<>();
    private final Map<Thanks, Version> thanks = new ConcurrentHashMap<>();

    private record Thanks(Instant since, BlockId form) {}

    /** @throws RuntimeException if it cannot be drawn at some moment */
    ServedPage(PageHtml html, PageDocument document, PageHtml.Surroundings around) {
        this.html = html;
        this.document = document;
        this.around = around;
        plain.put(Instant.MIN, draw(around.at(Instant.EPOCH)));
        if (document instanceof PageDocument.ContentPage content) {
            content.turns().forEach(turn -> plain.put(turn, draw(around.at(turn))));
        }
    }

    private Version draw(PageHtml.Surroundings then) {
        ServedHtml withPixels = ServedHtml.of(html.render(document, then));
        return new Version(
                withPixels,
                then.pixels().isEmpty()
                        ? () -> withPixels
                        : SingletonSupplier.of(() -> ServedHtml.of(html.render(document, then.firing(List.of())))));
    }

    /**
     * The page at a moment.
     *
     * @param thanked the form whose thanks stand in its place; anything that is no form with thanks is the page itself
     */
    public Version at(Instant now, String thanked) {
        Map.Entry<Instant, Version> since = Objects.requireNonNull(plain.floorEntry(now));
        if (thanked.isEmpty() || !thanks(thanked)) {
            return since.getValue();
        }
        BlockId form = new BlockId(thanked);
        return thanks.computeIfAbsent(
                new Thanks(since.getKey(), form),
                known -> draw(around.at(known.since.equals(Instant.MIN) ? Instant.EPOCH : known.since)
                        .after(FormSent.thanks(form))));
    }

    private boolean thanks(String form) {
        return document instanceof PageDocument.ContentPage content
                && content.blocks()
                        .shown()
                        .anyMatch(placed -> placed.id().text().equals(form)
                                && placed.block() instanceof Block.Form asking
                                && asking.next() instanceof NextStep.ShowThanks);
    }
}
