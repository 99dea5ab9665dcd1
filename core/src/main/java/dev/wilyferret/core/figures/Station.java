package dev.wilyferret.core.figures;

import dev.wilyferret.core.address.Query;
import dev.wilyferret.core.id.BonusId;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.MailId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.text.Refusal;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;

/** A place where visitors are counted. */
public sealed interface Station {

    /** What is written in the place of the page that was left, where a link led straight on. */
    String STRAIGHT = "straight";

    /**
     * A variant of a rotation was given to the visitor.
     *
     * @param stretch between two changes of the rotation, from 1 on
     * @param first whether a turn was taken for it; false for who was given it before, and for whom no turn is taken
     */
    record Variant(VariantId variant, int stretch, boolean first) implements Station {}

    /** A page or a redirect page was shown. */
    record Page(PageId page) implements Station {}

    /** Somebody who was not known left an address on a page. */
    record OptIn(PageId page) implements Station {}

    /** The address that was left was confirmed. */
    record Confirmed() implements Station {}

    /**
     * The visitor was sent on to an offer.
     *
     * @param from the page they left; empty if a link led them straight there
     * @param offer another one than the promotion's own, if it was
     */
    record Offer(Optional<PageId> from, Optional<OfferId> offer) implements Station {

        public Offer(PageId from, Optional<OfferId> offer) {
            this(Optional.of(from), offer);
        }
    }

    /**
     * The visitor was sent on to an address elsewhere.
     *
     * @param from the page they left; empty if a link led them straight there
     */
    record Elsewhere(Optional<PageId> from, ElsewhereId elsewhere) implements Station {}

    /** Somebody came back by a link of a mail. */
    record Mail(MailId mail) implements Station {}

    /** What is given away was fetched. */
    record HandedOut(BonusId bonus) implements Station {}

    /**
     * A page handed out a file.
     *
     * @param name what it is called on the shelf
     */
    record File(String name) implements Station {}

    /**
     * A step of the owner's own was taken on a page.
     *
     * @param name what its owner calls it
     */
    record Step(PageId page, String name) implements Station {}

    /** A network reported a sale, and it was not reversed. */
    record Sale() implements Station {}

    /** As it is kept; {@link #read} reads it. */
    default String text() {
        return switch (this) {
            case Variant(VariantId variant, int stretch, boolean first) ->
                "variant " + variant + " " + stretch + (first ? " first" : " again");
            case Page(PageId page) -> "page " + page;
            case OptIn(PageId page) -> "opt-in " + page;
            case Confirmed() -> "confirmed";
            case Offer(Optional<PageId> from, Optional<OfferId> offer) ->
                "offer " + text(from) + offer.map(id -> " " + id).orElse("");
            case Elsewhere(Optional<PageId> from, ElsewhereId elsewhere) -> "elsewhere " + text(from) + " " + elsewhere;
            case Mail(MailId mail) -> "mail " + mail;
            case HandedOut(BonusId bonus) -> "handed-out " + bonus;
            case File(String name) -> "file " + name;
            case Step(PageId page, String name) -> "step " + page + " " + Query.encode(name);
            case Sale() -> "sale";
        };
    }

    /** @throws Refusal if no station writes itself so */
    static Station read(String text) {
        String[] parts = text.split(" ");
        return switch (parts[0]) {
            case "variant" ->
                new Variant(id(parts[1], VariantId::new), Integer.parseInt(parts[2]), parts[3].equals("first"));
            case "page" -> new Page(id(parts[1], PageId::new));
            case "opt-in" -> new OptIn(id(parts[1], PageId::new));
            case "confirmed" -> new Confirmed();
            case "offer" ->
                new Offer(
                        from(parts[1]), parts.length > 2 ? Optional.of(id(parts[2], OfferId::new)) : Optional.empty());
            case "elsewhere" -> new Elsewhere(from(parts[1]), id(parts[2], ElsewhereId::new));
            case "mail" -> new Mail(id(parts[1], MailId::new));
            case "handed-out" -> new HandedOut(id(parts[1], BonusId::new));
            case "file" -> new File(parts[1]);
            case "step" -> new Step(id(parts[1], PageId::new), Query.decoded(parts[2]));
            case "sale" -> new Sale();
            default -> throw new Refusal("“%s” is no station.".formatted(text));
        };
    }

    private static String text(Optional<PageId> from) {
        return from.map(PageId::toString).orElse(STRAIGHT);
    }

    private static Optional<PageId> from(String text) {
        return text.equals(STRAIGHT) ? Optional.empty() : Optional.of(id(text, PageId::new));
    }

    private static <I extends Id> I id(String text, Function<UUID, I> type) {
        return Id.parse(text, type).orElseThrow(() -> new Refusal("“%s” is no id.".formatted(text)));
    }
}
