package dev.wilyferret.app.links;

import dev.wilyferret.app.elsewhere.Place;
import dev.wilyferret.app.hosts.HostChoice;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.sources.Profile;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.SourceId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What a link of a promotion can lead to, and come from. */
public record LinkChoices(
        Promotion promotion,
        List<Page> pages,
        List<Offer> offers,
        List<Place> places,
        List<Profile> sources,
        HostChoice hosts) {

    /**
     * Something a link can lead to.
     *
     * @param name as its owner calls it
     * @param note what else is to be known before it is chosen; may be empty
     */
    public record To(Destination destination, String name, String note) {

        public String value() {
            return destination.text();
        }
    }

    /** The promotion's own pages first, then its offer, other offers, and addresses elsewhere. */
    public List<To> all() {
        List<To> all = new ArrayList<>();
        pages.forEach(page -> all.add(new To(
                new Destination.ToPage(page.id()),
                page.name(),
                page.published().isEmpty() ? "not published yet" : "")));
        offers.stream()
                .filter(offer -> offer.id().equals(promotion.offer()))
                .forEach(offer -> all.add(
                        new To(new Destination.ToOffer(Optional.empty()), offer.name(), "straight to the offer")));
        offers.stream()
                .filter(offer -> !offer.id().equals(promotion.offer()))
                .forEach(offer -> all.add(
                        new To(new Destination.ToOffer(Optional.of(offer.id())), offer.name(), "another offer")));
        places.forEach(
                place -> all.add(new To(new Destination.ToElsewhere(place.id()), place.name(), "address elsewhere")));
        return all;
    }

    /** Where a link leads if nothing was chosen. */
    Destination usual() {
        return pages.stream()
                .filter(Page::landing)
                .findFirst()
                .or(() -> pages.stream().findFirst())
                .<Destination>map(page -> new Destination.ToPage(page.id()))
                .orElseGet(() -> new Destination.ToOffer(Optional.empty()));
    }

    /** @throws Refusal if it is none of these */
    public Destination chosen(String value) {
        if (value.isEmpty()) {
            return usual();
        }
        return all().stream()
                .map(To::destination)
                .filter(one -> one.text().equals(value))
                .findFirst()
                .orElseThrow(() -> new Refusal("What it led to is there no more. Choose where the link leads."));
    }

    /** By the name its owner gave it, as a table has it. */
    Destination named(String name) {
        if (name.isEmpty()) {
            return usual();
        }
        String wanted = name.toLowerCase(Locale.ROOT);
        return all().stream()
                .filter(one -> one.name().toLowerCase(Locale.ROOT).equals(wanted))
                .map(To::destination)
                .findFirst()
                .orElseThrow(() -> new Refusal(
                        "There is no page, offer or address elsewhere called \"%s\". Write its name as it stands on its bench."
                                .formatted(PlainText.cut(name, 60))));
    }

    /** A host as it was chosen; without a choice the promotion's. */
    Optional<OwnHost> host(String typed) {
        return hosts.chosen(typed, promotion.host());
    }

    public Optional<To> of(Destination destination) {
        return all().stream()
                .filter(one -> one.destination().equals(destination))
                .findFirst();
    }

    Optional<Profile> source(SourceId id) {
        return sources.stream().filter(one -> one.id().equals(id)).findFirst();
    }

    /** The source whose tag it is. */
    Optional<Profile> tagged(String tag) {
        return sources.stream()
                .filter(one -> one.source().tag().equalsIgnoreCase(tag))
                .findFirst();
    }
}
