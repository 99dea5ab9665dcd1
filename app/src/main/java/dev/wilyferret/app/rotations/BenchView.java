package dev.wilyferret.app.rotations;

import dev.wilyferret.app.pages.Page;
import dev.wilyferret.core.evidence.ConfidenceSequence;
import dev.wilyferret.core.evidence.Planner;
import dev.wilyferret.core.figures.Dimension;
import dev.wilyferret.core.figures.Rate;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.rotation.Conclusion;
import dev.wilyferret.core.rotation.RoundDays;
import dev.wilyferret.core.rotation.Standings;
import dev.wilyferret.core.rotation.Variant;
import dev.wilyferret.core.visit.Device;
import dev.wilyferret.core.wording.PageChanges;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.DoubleFunction;
import org.jspecify.annotations.Nullable;

/** What the bench of a rotation shows, in words. */
record BenchView(Rotating rotating, Asked asked, Goal goal, RoundBook.Read read, Currency currency) {

    private static final String DASH = "–";

    /**
     * A variant as it stands.
     *
     * @param drawn since the stretch began, with those who do not count yet
     * @param lost of those drawn, who never saw anything of it
     */
    record Row(
            Variant variant,
            int tone,
            long drawn,
            RoundDays.Seen seen,
            Rate rate,
            String interval,
            String brings,
            String chance,
            String loss,
            Rate lost) {}

    public boolean money() {
        return goal == Goal.REVENUE;
    }

    public String sentence() {
        if (!read.whole()) {
            return "Days are still being counted; what follows from them is said once all are in.";
        }
        return read.standings()
                .conclusion()
                .said(rotating.rotation()::name, money() ? Optional.of(this::amount) : Optional.empty());
    }

    public List<Row> rows() {
        return read.standings().lines().stream().map(this::row).toList();
    }

    private Row row(Standings.Line line) {
        Variant variant = line.variant();
        RoundDays.Seen seen = line.seen();
        return new Row(
                variant,
                Charts.tone(rotating.rotation().variants(), variant),
                read.days().of(variant.id()).drawn(),
                seen,
                new Rate(seen.converted(), seen.drawn()),
                seen.drawn() == 0 ? DASH : interval(line),
                line.belief()
                        .filter(one -> money())
                        .map(one -> amount(one.mean()))
                        .orElse(DASH),
                said(line.chance(), chance -> String.format(Locale.ROOT, "%.1f %%", chance * 100)),
                said(
                        line.loss(),
                        money() ? this::amount : loss -> String.format(Locale.ROOT, "%.2f points", loss * 100)),
                new Rate(seen.drawn() - seen.arrived(), seen.drawn()));
    }

    private static String said(OptionalDouble value, DoubleFunction<String> words) {
        return value.isPresent() ? words.apply(value.getAsDouble()) : DASH;
    }

    private String interval(Standings.Line line) {
        ConfidenceSequence at = line.rate();
        if (!money()) {
            return String.format(Locale.ROOT, "%.1f to %.1f %%", at.from() * 100, at.to() * 100);
        }
        Standings.Sold sold = read.sold().getOrDefault(line.variant().id(), Standings.Sold.NOTHING);
        if (sold.sales() == 0) {
            return DASH;
        }
        double value = (double) sold.revenue() / sold.sales();
        return amount(at.from() * value) + " to " + amount(at.to() * value);
    }

    private String amount(double minor) {
        return new Money(Math.round(minor), currency).toString();
    }

    private String value(double value) {
        return money() ? amount(value) : String.format(Locale.ROOT, "%.1f %%", value * 100);
    }

    public Charts.Chart curves() {
        return Charts.curves(read.standings(), rotating.rotation().variants(), this::value);
    }

    public Charts.Chart course() {
        return Charts.course(
                rotating.rotation().variants(),
                read.ripe(),
                read.marks(),
                rate -> String.format(Locale.ROOT, "%.1f %%", rate * 100));
    }

    public List<ShareBar> shares() {
        return ShareBar.of(
                rotating.rotation(),
                rotating.rotation().drawing().stream().filter(asked::draws).toList());
    }

    /** What differs from the first variant, in words; empty where one of both leads to no page of one kind. */
    public List<String> differences(Variant variant) {
        Variant first = rotating.rotation().variants().getFirst();
        return variant.equals(first)
                ? List.of()
                : document(first)
                        .flatMap(before -> document(variant).map(after -> PageChanges.between(before, after)))
                        .orElse(List.of());
    }

    private Optional<PageDocument> document(Variant variant) {
        return variant.to() instanceof Destination.ToPage(PageId id)
                ? asked.page(id).flatMap(Page::published)
                : Optional.empty();
    }

    /**
     * How long it takes to find a difference, at the pace of the stretch.
     *
     * @param difference in words, as "10 % of today’s rate"
     */
    record Plan(String difference, Optional<Planner> needed) {}

    /** Empty while there is no rate or no pace to go by. */
    public List<Plan> plans() {
        long drawn = read.ripe().drawn();
        int days = read.ripe().days().size();
        long converted = read.standings().lines().stream()
                .mapToLong(line -> line.seen().converted())
                .sum();
        if (drawn == 0 || converted == 0 || converted == drawn) {
            return List.of();
        }
        double rate = (double) converted / drawn;
        double daily = (double) drawn
                / days
                / Math.max(1, rotating.rotation().drawing().size());
        return List.of(5, 10, 20, 50).stream()
                .filter(percent -> rate * (1 + percent / 100.0) < 1)
                .map(percent -> new Plan(
                        String.format(
                                Locale.ROOT,
                                "%d %% (%.1f instead of %.1f %%)",
                                percent,
                                rate * (100 + percent),
                                rate * 100),
                        Planner.of(
                                rate,
                                rate * percent / 100.0,
                                daily,
                                Math.max(2, rotating.rotation().family()),
                                Standings.ALPHA)))
                .toList();
    }

    /**
     * A slice in words.
     *
     * @param rates of the variants that are compared, in their order
     */
    record Sliced(String name, List<RoundDays.Seen> seen) {

        public Rate rate(RoundDays.Seen of) {
            return new Rate(of.converted(), of.drawn());
        }
    }

    List<Sliced> sliced(Dimension by, List<RoundBook.Slice> slices) {
        return slices.stream()
                .map(slice -> new Sliced(
                        slice.value().isEmpty()
                                ? "not known"
                                : by == Dimension.DEVICE
                                        ? Device.valueOf(slice.value()).words()
                                        : slice.value(),
                        read.standings().lines().stream()
                                .map(line ->
                                        slice.seen().getOrDefault(line.variant().id(), RoundDays.Seen.NOBODY))
                                .toList()))
                .toList();
    }

    /** Whom nothing speaks against giving everybody; empty while there is none. */
    public @Nullable Variant winner() {
        return !read.whole()
                ? null
                : switch (read.standings().conclusion()) {
                    case Conclusion.Better(var id) ->
                        rotating.rotation().variant(id).orElse(null);
                    case Conclusion.Safe(var id, var loss) ->
                        rotating.rotation().variant(id).orElse(null);
                    default -> null;
                };
    }

    public boolean uneven() {
        return read.whole() && read.standings().conclusion() instanceof Conclusion.Uneven;
    }

    public String splitWords() {
        double p = read.standings().split().p();
        return p < 0.0001 ? "below 0.0001" : String.format(Locale.ROOT, "%.4f", p);
    }
}
