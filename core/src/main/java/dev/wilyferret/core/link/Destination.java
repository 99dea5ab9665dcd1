package dev.wilyferret.core.link;

import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.text.Refusal;
import java.util.Optional;

/** Where a tracking link leads: always to something that is stored. */
public sealed interface Destination {

    /** To a page or redirect page. */
    record ToPage(PageId page) implements Destination {}

    /** Straight to an offer; empty for the promotion's own. */
    record ToOffer(Optional<OfferId> offer) implements Destination {}

    record ToElsewhere(ElsewhereId elsewhere) implements Destination {}

    /**
     * The offer it leads straight to; empty where that is none.
     *
     * @param own the promotion's
     */
    default Optional<OfferId> offer(OfferId own) {
        return this instanceof ToOffer(Optional<OfferId> other) ? Optional.of(other.orElse(own)) : Optional.empty();
    }

    /** As it is kept and chosen; {@link #read} reads it. */
    default String text() {
        return switch (this) {
            case ToPage(PageId page) -> "page " + page;
            case ToOffer(Optional<OfferId> offer) ->
                "offer" + offer.map(id -> " " + id).orElse("");
            case ToElsewhere(ElsewhereId elsewhere) -> "elsewhere " + elsewhere;
        };
    }

    /** @throws Refusal if nothing writes itself so */
    static Destination read(String text) {
        String[] parts = text.split(" ", 2);
        Optional<Destination> read = switch (parts[0] + "/" + parts.length) {
            case "page/2" -> Id.parse(parts[1], PageId::new).map(ToPage::new);
            case "offer/1" -> Optional.of(new ToOffer(Optional.empty()));
            case "offer/2" -> Id.parse(parts[1], OfferId::new).map(id -> new ToOffer(Optional.of(id)));
            case "elsewhere/2" -> Id.parse(parts[1], ElsewhereId::new).map(ToElsewhere::new);
            default -> Optional.empty();
        };
        return read.orElseThrow(() -> new Refusal("Choose where the link leads."));
    }
}
