package dev.wilyferret.core.rotation;

import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.text.Refusal;
import java.util.Optional;

/** What visitors ask for who are then given one of a rotation's variants. */
public sealed interface Behind {

    /** A tracking link. */
    record OfLink(LinkId link) implements Behind {}

    /** The address of a page. */
    record OfPage(PageId of) implements Behind {}

    /** A way out of a page: to the promotion's offer, to another one, or to a stored address elsewhere. */
    record OfOut(PageId of, Destination to) implements Behind {

        private static final Destination USUAL = new Destination.ToOffer(Optional.empty());

        /** To the promotion's offer. */
        public OfOut(PageId page) {
            this(page, USUAL);
        }
    }

    /** The page whose visitors are shared out; empty where they are a link's. */
    default Optional<PageId> page() {
        return switch (this) {
            case OfLink _ -> Optional.empty();
            case OfPage(PageId page) -> Optional.of(page);
            case OfOut(PageId page, Destination _) -> Optional.of(page);
        };
    }

    /** As it is kept; {@link #read} reads it. */
    default String text() {
        return switch (this) {
            case OfLink(LinkId link) -> "link " + link;
            case OfPage(PageId page) -> "page " + page;
            case OfOut(PageId page, Destination to) -> "out " + page + (to.equals(OfOut.USUAL) ? "" : " " + to.text());
        };
    }

    /** Empty if nothing writes itself so. */
    static Optional<Behind> read(String text) {
        String[] parts = text.split(" ", 3);
        return switch (parts[0] + "/" + parts.length) {
            case "link/2" -> Id.parse(parts[1], LinkId::new).map(OfLink::new);
            case "page/2" -> Id.parse(parts[1], PageId::new).map(OfPage::new);
            case "out/2" -> Id.parse(parts[1], PageId::new).map(OfOut::new);
            case "out/3" ->
                Id.parse(parts[1], PageId::new).flatMap(page -> way(parts[2]).map(to -> new OfOut(page, to)));
            default -> Optional.empty();
        };
    }

    private static Optional<Destination> way(String text) {
        try {
            return Optional.of(Destination.read(text))
                    .filter(to -> !(to instanceof Destination.ToPage) && !to.equals(OfOut.USUAL));
        } catch (Refusal none) {
            return Optional.empty();
        }
    }
}
