package dev.wilyferret.core.rotation;

import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PageId;
import java.util.Optional;

/** What visitors ask for who are then given one of a rotation's variants. */
public sealed interface Behind {

    /** A tracking link. */
    record OfLink(LinkId link) implements Behind {}

    /** The address of a page. */
    record OfPage(PageId page) implements Behind {}

    /** The way from a page to the promotion's offer. */
    record OfOut(PageId page) implements Behind {}

    /** As it is kept; {@link #read} reads it. */
    default String text() {
        return switch (this) {
            case OfLink(LinkId link) -> "link " + link;
            case OfPage(PageId page) -> "page " + page;
            case OfOut(PageId page) -> "out " + page;
        };
    }

    /** Empty if nothing writes itself so. */
    static Optional<Behind> read(String text) {
        String[] parts = text.split(" ", 2);
        return switch (parts[0] + "/" + parts.length) {
            case "link/2" -> Id.parse(parts[1], LinkId::new).map(OfLink::new);
            case "page/2" -> Id.parse(parts[1], PageId::new).map(OfPage::new);
            case "out/2" -> Id.parse(parts[1], PageId::new).map(OfOut::new);
            default -> Optional.empty();
        };
    }
}
