package dev.wilyferret.core.page;

import dev.wilyferret.core.text.PlainText;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;

/** A page's content as one value: what is kept, published, compared and drawn. */
public sealed interface PageDocument {

    /** What stands in the browser's title bar and in search results; at most 120 characters. */
    String title();

    /** The ad platform accounts whose pixel fires here. */
    List<UUID> pixels();

    /** A page a visitor reads. */
    record ContentPage(String title, List<Block> blocks, List<UUID> pixels) implements PageDocument {
        public ContentPage {
            title = PlainText.optionalLine("public title", title, 120);
            blocks = List.copyOf(blocks);
            pixels = List.copyOf(pixels);
        }

        /** The first block of a kind, if there is one. */
        public <B extends Block> Optional<B> first(Class<B> kind) {
            return all(kind).findFirst();
        }

        public <B extends Block> Stream<B> all(Class<B> kind) {
            return blocks.stream().filter(kind::isInstance).map(kind::cast);
        }
    }

    /** A page that fires pixels and sends the visitor on to the offer. */
    record RedirectPage(String title, Hold hold, List<UUID> pixels) implements PageDocument {
        public RedirectPage {
            title = PlainText.optionalLine("public title", title, 120);
            pixels = List.copyOf(pixels);
        }
    }
}
