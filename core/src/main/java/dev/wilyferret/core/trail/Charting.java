package dev.wilyferret.core.trail;

import dev.wilyferret.core.figures.Leg;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.page.PageKind;
import dev.wilyferret.core.rotation.Behind;
import dev.wilyferret.core.trail.Setup.Leaf;
import dev.wilyferret.core.trail.Setup.Target;
import dev.wilyferret.core.trail.Trail.Loss;
import dev.wilyferret.core.trail.Trail.State;
import dev.wilyferret.core.trail.Trail.Stop;
import dev.wilyferret.core.trail.Trail.Way;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Makes the trail of what stands and what went along it. */
final class Charting {

    private static final int MOST_SOURCES = 4;

    /** A way nobody planned is drawn from this share of those at its beginning on: one in so many. */
    private static final int WORTH_DRAWING = 50;

    private static final Place FILTER = new Place.Filter();
    private static final Place SALES = new Place.Sales();

    private record Ends(Place from, Place to) {}

    private final Setup setup;
    private final Traffic traffic;
    private final Map<Place, Long> sources = new LinkedHashMap<>();
    private final Map<Ends, String> planned = new LinkedHashMap<>();
    private final Map<Ends, Set<Leg>> gone = new LinkedHashMap<>();
    private final Map<Place, Set<Place>> onward = new HashMap<>();
    private final Map<Place, Set<Leg>> arrived = new HashMap<>();
    private final Map<Place, Set<Leg>> wentOn = new HashMap<>();

    Charting(Setup setup, Traffic traffic) {
        this.setup = setup;
        this.traffic = traffic;
        sources();
        plan();
        planned.keySet()
                .forEach(ends -> onward.computeIfAbsent(ends.from, fresh -> new LinkedHashSet<>())
                        .add(ends.to));
        go();
    }

    Trail trail() {
        List<Way> ways = ways();
        Set<Place> places = new LinkedHashSet<>(sources.keySet());
        places.add(FILTER);
        setup.pages().forEach(page -> places.add(page.place()));
        places.add(own());
        ways.forEach(way -> {
            places.add(way.from());
            places.add(way.to());
        });
        places.remove(SALES);
        places.add(SALES);
        return new Trail(places.stream().map(this::stop).toList(), ways);
    }

    private Place own() {
        return new Place.Offer(setup.offer());
    }

    /** The largest by themselves, the others together. */
    private void sources() {
        Map<String, Long> clicks = new HashMap<>(traffic.sources());
        setup.sources().keySet().forEach(source -> clicks.putIfAbsent(source, 0L));
        List<Map.Entry<String, Long>> all = clicks.entrySet().stream()
                .sorted(Map.Entry.<String, Long>comparingByValue(Comparator.reverseOrder())
                        .thenComparing(Map.Entry.comparingByKey()))
                .toList();
        int alone = all.size() > MOST_SOURCES ? MOST_SOURCES - 1 : all.size();
        all.subList(0, alone).forEach(one -> sources.put(new Place.Source(one.getKey()), one.getValue()));
        if (alone < all.size()) {
            sources.put(
                    new Place.OtherSources(),
                    all.subList(alone, all.size()).stream()
                            .mapToLong(Map.Entry::getValue)
                            .sum());
        }
        if (sources.isEmpty()) {
            sources.put(new Place.Source(""), 0L);
        }
        sources.keySet().forEach(source -> planned.put(new Ends(source, FILTER), ""));
    }

    private void plan() {
        setup.forks()
                .forEach(fork -> fork.drawing().forEach(arm -> {
                    Place here = new Place.Variant(arm.variant());
                    if (fork.behind() instanceof Behind.OfLink) {
                        lead(FILTER, here, "");
                    }
                    place(arm.target().orElseThrow()).ifPresent(to -> lead(here, to, ""));
                }));
        setup.entries().forEach(page -> lead(FILTER, new Setup.Way("", new Target.ToPage(page.id()))));
        setup.straight().forEach(target -> lead(FILTER, new Setup.Way("", target)));
        if (setup.pages().stream().allMatch(Leaf::redirect)) {
            lead(FILTER, Place.Missing.LANDING, "");
            lead(Place.Missing.LANDING, setup.redirect().map(Leaf::place).orElseGet(this::own), "");
        }
        setup.pages().forEach(this::plan);
        if (setup.gapBeforeOffer()) {
            setup.landing().ifPresent(page -> lead(page.place(), Place.Missing.REDIRECT, ""));
            lead(Place.Missing.REDIRECT, own(), "");
        }
        new LinkedHashSet<>(planned.keySet()).forEach(ends -> {
            if (ends.to instanceof Place.Offer) {
                lead(ends.to, SALES, "");
            }
        });
        lead(own(), SALES, "");
    }

    private void plan(Leaf page) {
        Place here = page.place();
        page.ways().forEach(way -> lead(here, way));
        page.form().ifPresent(form -> {
            Place optIn = new Place.OptIn(page.id());
            lead(here, optIn, form.label());
            form.ways().forEach(way -> lead(optIn, way));
            if (form.confirms()) {
                Place confirmed = new Place.Confirmed();
                Place asked = form.ways().stream()
                        .flatMap(way -> place(way.target()).stream())
                        .filter(place -> place instanceof Place.Page || place instanceof Place.Missing)
                        .findFirst()
                        .orElse(optIn);
                lead(asked, confirmed, "by mail");
                form.confirmed().ifPresent(way -> lead(confirmed, way));
            }
        });
    }

    private void lead(Place from, Setup.Way way) {
        List<Setup.Arm> arms = shared(from, way.target()).toList();
        arms.forEach(arm -> lead(from, new Place.Variant(arm.variant()), way.label()));
        if (arms.isEmpty()) {
            place(way.target()).ifPresent(to -> lead(from, to, way.label()));
        }
    }

    /** The variants that whoever goes a way is shared out among. */
    private Stream<Setup.Arm> shared(Place from, Target target) {
        return switch (target) {
            case Target.ToPage(PageId page) -> setup.drawing(new Behind.OfPage(page));
            case Target.ToOffer(OfferId offer) ->
                out(from, new Destination.ToOffer(Optional.of(offer).filter(one -> !one.equals(setup.offer()))));
            case Target.ToElsewhere(ElsewhereId elsewhere) -> out(from, new Destination.ToElsewhere(elsewhere));
            case Target.ToMissing _, Target.HandOut _, Target.ToStep _, Target.Thanks _ -> Stream.empty();
        };
    }

    private Stream<Setup.Arm> out(Place from, Destination to) {
        return from instanceof Place.Page(PageId page) ? setup.drawing(new Behind.OfOut(page, to)) : Stream.empty();
    }

    private void lead(Place from, Place to, String label) {
        if (!from.equals(to)) {
            planned.putIfAbsent(new Ends(from, to), label);
        }
    }

    /** Empty where it leads to a page that is gone, or nowhere. */
    private Optional<Place> place(Target target) {
        return switch (target) {
            case Target.ToPage(PageId page) -> setup.page(page).map(Leaf::place);
            case Target.ToMissing(String name) -> Optional.of(new Place.Missing(name));
            case Target.ToOffer(OfferId offer) -> Optional.of(new Place.Offer(offer));
            case Target.ToElsewhere(ElsewhereId elsewhere) -> Optional.of(new Place.Elsewhere(elsewhere));
            case Target.HandOut() -> Optional.of(new Place.HandedOut());
            case Target.ToStep(PageId page, String name) -> Optional.of(new Place.Step(page, name));
            case Target.Thanks() -> Optional.empty();
        };
    }

    private void go() {
        traffic.tally().legs().stream().sorted(Comparator.comparing(Leg::text)).forEach(leg -> {
            Ends ends = new Ends(leg.from().map(setup::place).orElse(FILTER), setup.place(leg.to()));
            arrived.computeIfAbsent(ends.to, fresh -> new HashSet<>()).add(leg);
            if (!ends.from.equals(ends.to)) {
                gone.computeIfAbsent(ends, fresh -> new HashSet<>()).add(leg);
            }
        });
        gone.forEach((ends, legs) -> {
            if (planned.containsKey(ends) || !leadsBack(ends)) {
                wentOn.computeIfAbsent(ends.from, fresh -> new HashSet<>()).addAll(legs);
            }
        });
    }

    private List<Way> ways() {
        List<Way> ways = new ArrayList<>();
        planned.forEach((ends, label) -> ways.add(new Way(ends.from, ends.to, label, true, went(ends))));
        gone.keySet().stream()
                .filter(ends -> !planned.containsKey(ends) && !leadsBack(ends))
                .map(ends -> new Way(ends.from, ends.to, "", false, went(ends)))
                .filter(way -> way.figure() * WORTH_DRAWING >= visitors(way.from()))
                .forEach(ways::add);
        return List.copyOf(ways);
    }

    private long went(Ends ends) {
        return ends.from.traffic()
                ? Objects.requireNonNull(sources.get(ends.from))
                : visitors(gone.getOrDefault(ends, Set.of()));
    }

    /** Whether the plan leads from the end of a way to its beginning: visitors who go back a page are not drawn. */
    private boolean leadsBack(Ends ends) {
        Set<Place> seen = new HashSet<>(Set.of(ends.to));
        Deque<Place> next = new ArrayDeque<>(seen);
        while (!next.isEmpty()) {
            for (Place to : onward.getOrDefault(next.poll(), Set.of())) {
                if (seen.add(to)) {
                    next.add(to);
                }
            }
        }
        return seen.contains(ends.from);
    }

    private long visitors(Set<Leg> legs) {
        return traffic.tally().visitors(legs::contains);
    }

    private long visitors(Place place) {
        return place.equals(FILTER) ? traffic.clicks().unique() : visitors(arrived.getOrDefault(place, Set.of()));
    }

    private Stop stop(Place place) {
        return switch (place) {
            case Place.Source(String name) ->
                stop(
                        place,
                        !name.isEmpty() ? name : sources.size() == 1 ? "Traffic" : "no source",
                        links(setup.sources().getOrDefault(name, 0)));
            case Place.OtherSources() -> stop(place, "other sources", "the smaller ones");
            case Place.Filter() ->
                stop(place, "Filter", "%,d %s".formatted(visitors(place), Unit.VISITORS.of(visitors(place))));
            case Place.Variant(VariantId id) ->
                setup.arms()
                        .filter(arm -> arm.variant().equals(id))
                        .findFirst()
                        .map(arm -> stop(place, arm.name(), arm.note()))
                        .orElseGet(() -> stop(place, "A variant that is gone", "seen before"));
            case Place.Page(PageId id) -> page(place, setup.page(id).orElseThrow());
            case Place.Redirect(PageId id) -> page(place, setup.page(id).orElseThrow());
            case Place.Missing(String name) -> stop(place, name, "still to be made");
            case Place.Gone() -> stop(place, "Pages that are gone", "seen before");
            case Place.OptIn(PageId id) ->
                stop(place, "Opt-in", setup.page(id).orElseThrow().name());
            case Place.Confirmed() -> stop(place, "Confirmed", "by mail");
            case Place.Mails() -> stop(place, "Back by mail", "from a link in it");
            case Place.HandedOut() -> stop(place, "Handed out", "files, bonuses");
            case Place.Offer(OfferId id) ->
                stop(
                        place,
                        setup.offers().getOrDefault(id, "An offer that is gone"),
                        !id.equals(setup.offer())
                                ? "another offer"
                                : setup.clickIdInLink() ? "the offer" : "no click id in its link");
            case Place.Elsewhere(ElsewhereId id) ->
                stop(place, setup.elsewhere().getOrDefault(id, "An address that is gone"), "elsewhere");
            case Place.Step(PageId page, String name) -> stop(place, name, "a step of your own");
            case Place.Sales() -> stop(place, "Sales", figure(place) > 0 ? "by postback" : "none yet");
        };
    }

    private Stop page(Place place, Leaf page) {
        String note = switch (page.state()) {
            case MISSING -> "no page yet";
            case DRAFT -> "draft";
            case PUBLISHED -> published(page);
            case CHANGED -> "published, draft differs";
        };
        return stop(place, page.name(), note);
    }

    private static String published(Leaf page) {
        return page.kind() == PageKind.OUTSIDE
                ? "on a host elsewhere"
                : page.redirect() && page.pixels() == 0 ? "published, no pixel" : "published";
    }

    private Stop stop(Place place, String name, String note) {
        return new Stop(
                place, name, state(place), note, figure(place), losses(place), wentOn.getOrDefault(place, Set.of()));
    }

    private static String links(int links) {
        return links == 0 ? "no link" : links == 1 ? "1 link" : links + " links";
    }

    private long figure(Place place) {
        if (place.traffic()) {
            return Objects.requireNonNull(sources.get(place));
        }
        return switch (place) {
            case Place.Filter() -> traffic.clicks().counted();
            case Place.Sales() -> traffic.tally().sums().sold().sales();
            default -> visitors(place);
        };
    }

    private State state(Place place) {
        boolean ready = switch (place) {
            case Place.Source(String name) -> setup.sources().containsKey(name) || figure(place) > 0;
            case Place.Page(PageId id) -> isPublic(id);
            case Place.Redirect(PageId id) -> isPublic(id);
            case Place.OptIn(PageId id) -> isPublic(id);
            case Place.Step(PageId id, String name) -> isPublic(id);
            case Place.Offer(OfferId id) -> !id.equals(setup.offer()) || setup.clickIdInLink();
            case Place.Sales() -> figure(place) > 0;
            default -> true;
        };
        if (place instanceof Place.Missing || place instanceof Place.Source && !ready) {
            return State.GAP;
        }
        return ready ? State.READY : State.WAITING;
    }

    private boolean isPublic(PageId id) {
        return setup.page(id).filter(page -> page.state().isPublic()).isPresent();
    }

    private List<Loss> losses(Place place) {
        List<Loss> losses = new ArrayList<>();
        if (place.equals(FILTER)) {
            losses.add(new Loss(Loss.Kind.KEPT_OUT, traffic.clicks().notCounted(), "kept out"));
            long began = traffic.tally().visitors(leg -> leg.from().isEmpty());
            losses.add(new Loss(Loss.Kind.NO_PAGE, traffic.clicks().unique() - began, "saw no page"));
        } else if (!place.traffic() && onward.containsKey(place)) {
            losses.add(new Loss(
                    Loss.Kind.WENT_NO_FURTHER,
                    visitors(place) - visitors(wentOn.getOrDefault(place, Set.of())),
                    switch (place) {
                        case Place.Offer _ -> "without a sale";
                        case Place.Variant _ -> "saw no page";
                        default -> "fell off";
                    }));
        }
        losses.removeIf(loss -> loss.figure() == 0);
        return List.copyOf(losses);
    }
}
