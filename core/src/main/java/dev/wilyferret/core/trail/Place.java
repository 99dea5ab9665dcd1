package dev.wilyferret.core.trail;

import dev.wilyferret.core.address.Query;
import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.VariantId;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;

/** A place on a promotion's trail. Some gather several stations at which visitors are counted. */
public sealed interface Place {

    /** How long an id is in a key. */
    int UUID_LENGTH = 36;

    /** Clicks of one source; empty for those that carry none. */
    record Source(String name) implements Place {}

    /** The smaller sources together, where there are many. */
    record OtherSources() implements Place {}

    record Filter() implements Place {}

    /** A variant of a rotation, where its stream leaves the others. */
    record Variant(VariantId variant) implements Place {}

    record Page(PageId page) implements Place {}

    /** A page that sends on by itself. */
    record Redirect(PageId page) implements Place {}

    /** A page that is still to be made. */
    record Missing(String name) implements Place {

        /** The first page, and the one that sends on to the offer, where there is none at all. */
        public static final Missing LANDING = new Missing("Landing page");

        public static final Missing REDIRECT = new Missing("Redirect page");
    }

    /** Pages that were seen and are no more. */
    record Gone() implements Place {}

    /** The address somebody left on a page. */
    record OptIn(PageId page) implements Place {}

    record Confirmed() implements Place {}

    /** Mails that brought people back. */
    record Mails() implements Place {}

    /** Bonuses that were fetched, and files that pages handed out. */
    record HandedOut() implements Place {}

    record Offer(OfferId offer) implements Place {}

    /** A stored address elsewhere that pages lead to. */
    record Elsewhere(ElsewhereId elsewhere) implements Place {}

    /** A step of the owner's own on a page. */
    record Step(PageId page, String name) implements Place {}

    record Sales() implements Place {}

    /** As addresses have it; {@link #read} reads it. */
    default String key() {
        return switch (this) {
            case Source(String name) -> "source-" + name;
            case OtherSources() -> "other-sources";
            case Filter() -> "filter";
            case Variant(VariantId variant) -> "variant-" + variant;
            case Page(PageId page) -> "page-" + page;
            case Redirect(PageId page) -> "redirect-" + page;
            case Missing(String name) -> "missing-" + name;
            case Gone() -> "gone";
            case OptIn(PageId page) -> "opt-in-" + page;
            case Confirmed() -> "confirmed";
            case Mails() -> "mails";
            case HandedOut() -> "handed-out";
            case Offer(OfferId offer) -> "offer-" + offer;
            case Elsewhere(ElsewhereId elsewhere) -> "elsewhere-" + elsewhere;
            case Step(PageId page, String name) -> "step-" + page + "-" + Query.encode(name);
            case Sales() -> "sales";
        };
    }

    /** The place that writes itself so, of those at which stations are; empty if there is none. */
    static Optional<Place> read(String key) {
        return switch (key) {
            case "filter" -> Optional.of(new Filter());
            case "gone" -> Optional.of(new Gone());
            case "confirmed" -> Optional.of(new Confirmed());
            case "mails" -> Optional.of(new Mails());
            case "handed-out" -> Optional.of(new HandedOut());
            case "sales" -> Optional.of(new Sales());
            default ->
                id(key, "page-", PageId::new)
                        .<Place>map(Page::new)
                        .or(() -> id(key, "variant-", VariantId::new).map(Variant::new))
                        .or(() -> id(key, "redirect-", PageId::new).map(Redirect::new))
                        .or(() -> id(key, "opt-in-", PageId::new).map(OptIn::new))
                        .or(() -> id(key, "offer-", OfferId::new).map(Offer::new))
                        .or(() -> id(key, "elsewhere-", ElsewhereId::new).map(Elsewhere::new))
                        .or(() -> step(key));
        };
    }

    private static Optional<Place> step(String key) {
        String begin = "step-";
        int name = begin.length() + UUID_LENGTH;
        return key.startsWith(begin) && key.length() > name
                ? id(key.substring(0, name), begin, PageId::new)
                        .map(page -> new Step(page, Query.decoded(key.substring(name + 1))))
                : Optional.empty();
    }

    private static <I extends Id> Optional<I> id(String key, String begin, Function<UUID, I> type) {
        return key.startsWith(begin) ? Id.parse(key.substring(begin.length()), type) : Optional.empty();
    }

    /**
     * Where a station lies.
     *
     * @param own the promotion's own offer
     * @param pages the place of each page
     */
    static Place of(Station station, OfferId own, Function<PageId, Place> pages) {
        return switch (station) {
            case Station.Variant(VariantId variant, int stretch, boolean first) -> new Variant(variant);
            case Station.Page(PageId page) -> pages.apply(page);
            case Station.OptIn(PageId page) -> pages.apply(page) instanceof Gone gone ? gone : new OptIn(page);
            case Station.Confirmed() -> new Confirmed();
            case Station.Offer(Optional<PageId> from, Optional<OfferId> other) -> new Offer(other.orElse(own));
            case Station.Elsewhere(Optional<PageId> from, ElsewhereId elsewhere) -> new Elsewhere(elsewhere);
            case Station.Mail mail -> new Mails();
            case Station.HandedOut bonus -> new HandedOut();
            case Station.File file -> new HandedOut();
            case Station.Step(PageId page, String name) ->
                pages.apply(page) instanceof Gone gone ? gone : new Step(page, name);
            case Station.Sale() -> new Sales();
        };
    }

    /** Whether it lies before the filter, where nobody is told apart yet. */
    default boolean traffic() {
        return this instanceof Source || this instanceof OtherSources;
    }

    /** What is counted here. */
    default Unit unit() {
        if (traffic() || this instanceof Filter) {
            return Unit.CLICKS;
        }
        return this instanceof Sales ? Unit.SALES : Unit.VISITORS;
    }
}
