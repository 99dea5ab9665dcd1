package dev.wilyferret.core.figures;

import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.sale.SaleState;
import dev.wilyferret.core.sale.Sold;
import dev.wilyferret.core.visit.Device;
import dev.wilyferret.core.visit.Draw;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.Standing;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A click with all that became of it.
 *
 * @param visitor a number for the visitor, the same for all their visits in a workspace
 * @param traits what it can be told apart by; what is not known is missing
 * @param legs each once, in the order they were first gone
 * @param optIns how many people who were not known left their address
 * @param confirmed how many of them confirmed it
 */
public record Visit(
        ClickId click,
        PromotionId promotion,
        int visitor,
        Standing standing,
        Map<Dimension, String> traits,
        List<Leg> legs,
        int optIns,
        int confirmed,
        List<Sold> sold) {

    /** Somebody who left an address. */
    public record OptIn(PageId page, Instant at, Optional<Instant> confirmedAt) {}

    /** A sale as it was reported. */
    public record Reported(Instant at, Sold sold) {}

    /**
     * What a click is known by.
     *
     * @param browser and system, such as "Chrome on Android"; empty if not known
     */
    public record Known(
            Optional<LinkId> link,
            Optional<Draw> draw,
            Optional<Tags> tags,
            String country,
            Device device,
            String browser) {}

    /** Something that somebody who left an address in the visit did later: came back by a mail, fetched what is given away. */
    public record Did(Station station, Instant at) {}

    /** Who left an address in the visit, and what they did later. */
    public record People(List<OptIn> optIns, List<Did> did) {

        public static final People NONE = new People(List.of(), List.of());
    }

    /** All that is kept of a click and what followed it. */
    public record Kept(
            ClickId click,
            PromotionId promotion,
            Standing standing,
            Known known,
            List<SiteEvent.Followed> followed,
            People people,
            List<Reported> sales) {}

    /**
     * A station that was come by.
     *
     * @param rank which of two at the same moment is the first: the lower one
     */
    public record Reached(Instant at, int rank, Station station) {}

    private static final Comparator<Reached> ORDER =
            Comparator.comparing(Reached::at).thenComparing(Reached::rank).thenComparing(one -> one.station.text());

    public Visit {
        traits = Map.copyOf(traits);
        legs = List.copyOf(legs);
        sold = List.copyOf(sold);
    }

    public static Visit of(Kept kept, int visitor) {
        List<Reached> reached = reached(kept);
        return new Visit(
                kept.click,
                kept.promotion,
                visitor,
                kept.standing,
                traits(kept, reached),
                Leg.of(reached.stream().map(Reached::station).toList()),
                kept.people.optIns.size(),
                (int) kept.people.optIns.stream()
                        .filter(one -> one.confirmedAt.isPresent())
                        .count(),
                kept.sales.stream().map(Reported::sold).toList());
    }

    private static List<Reached> reached(Kept kept) {
        List<Reached> reached = new ArrayList<>(
                reached(kept.promotion, drawn(kept.click, kept.known.draw), kept.followed, kept.people));
        kept.sales.stream()
                .filter(sale -> sale.sold.state() != SaleState.REVERSED)
                .forEach(sale -> reached.add(new Reached(sale.at, 5, new Station.Sale())));
        reached.sort(ORDER);
        return reached;
    }

    private static Optional<Reached> drawn(ClickId click, Optional<Draw> draw) {
        return draw.map(one -> drawn(UuidV7.momentOf(click.value()), one));
    }

    private static Reached drawn(Instant at, Draw draw) {
        return new Reached(at, -1, new Station.Variant(draw.variant(), draw.stretch(), draw.first()));
    }

    /**
     * The stations that were come by on the promotion's own trail, in their order; without sales.
     *
     * @param drawn the variant that the click itself was given
     */
    public static List<Reached> reached(
            PromotionId promotion, Optional<Reached> drawn, List<SiteEvent.Followed> followed, People people) {
        List<Reached> reached = new ArrayList<>(drawn.stream().toList());
        for (SiteEvent.Followed event : followed) {
            if (!event.promotion().equals(promotion)) {
                // A cookie says which click a visit hangs on, and cookies can be forged.
                continue;
            }
            switch (event) {
                case SiteEvent.Drawn(var id, var _, var _, var _, var _, Draw draw) ->
                    reached.add(drawn(event.at(), draw));
                case SiteEvent.PageView view -> reached.add(new Reached(view.at(), 0, new Station.Page(view.page())));
                case SiteEvent.WentOn out ->
                    reached.add(new Reached(out.at(), 4, new Station.Offer(out.page(), out.offer())));
                case SiteEvent.SentElsewhere out ->
                    reached.add(new Reached(out.at(), 4, new Station.Elsewhere(out.page(), out.elsewhere())));
                case SiteEvent.HandedOut given ->
                    reached.add(new Reached(given.at(), 3, new Station.File(given.file())));
                case SiteEvent.StepTaken taken ->
                    reached.add(new Reached(
                            taken.at(),
                            3,
                            new Station.Step(taken.page(), taken.step().name())));
                case SiteEvent.PixelFired fire -> {}
            }
        }
        for (OptIn one : people.optIns) {
            reached.add(new Reached(one.at, 1, new Station.OptIn(one.page)));
            // Who had confirmed the address before has it confirmed at once.
            one.confirmedAt.ifPresent(
                    at -> reached.add(new Reached(at.isBefore(one.at) ? one.at : at, 2, new Station.Confirmed())));
        }
        people.did.forEach(one -> reached.add(new Reached(one.at, 3, one.station)));
        reached.sort(ORDER);
        return reached;
    }

    private static Map<Dimension, String> traits(Kept kept, List<Reached> reached) {
        Known known = kept.known;
        Map<Dimension, String> traits = new EnumMap<>(Dimension.class);
        // Of two rotations it is the click's: a visit has one.
        kept.followed.stream()
                .filter(SiteEvent.Drawn.class::isInstance)
                .map(event -> ((SiteEvent.Drawn) event).draw().variant())
                .forEach(variant -> traits.put(Dimension.VARIANT, variant.toString()));
        known.link.ifPresent(id -> traits.put(Dimension.LINK, id.toString()));
        known.draw.ifPresent(
                draw -> traits.put(Dimension.VARIANT, draw.variant().toString()));
        known.tags.ifPresent(tags -> traits.putAll(traits(tags)));
        reached.stream()
                .map(Reached::station)
                .filter(Station.Page.class::isInstance)
                .findFirst()
                .ifPresent(page ->
                        traits.put(Dimension.ENTRY, ((Station.Page) page).page().toString()));
        traits.put(Dimension.COUNTRY, known.country);
        traits.put(Dimension.DEVICE, known.device.name());
        int on = known.browser.lastIndexOf(" on ");
        traits.put(Dimension.BROWSER, on < 0 ? known.browser : known.browser.substring(0, on));
        traits.put(Dimension.SYSTEM, on < 0 ? "" : known.browser.substring(on + 4));
        traits.values().removeIf(String::isEmpty);
        return traits;
    }

    private static Map<Dimension, String> traits(Tags tags) {
        return Map.of(
                Dimension.SOURCE, tags.source(),
                Dimension.MEDIUM, tags.medium(),
                Dimension.CAMPAIGN, tags.campaign(),
                Dimension.TERM, tags.term(),
                Dimension.CONTENT, tags.content());
    }

    /** Whether it is behind a figure. */
    public boolean is(Behind behind) {
        return behind.holds(this);
    }

    public Instant at() {
        return UuidV7.momentOf(click.value());
    }

    /** The day it is kept under, whatever the workspace's time zone. */
    public LocalDate day() {
        return LocalDate.ofInstant(at(), ZoneOffset.UTC);
    }

    /** Empty where it is not known. */
    public String trait(Dimension dimension) {
        return traits.getOrDefault(dimension, "");
    }
}
