package dev.wilyferret.app.rotations;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.leads.Lead;
import dev.wilyferret.app.leads.Leads;
import dev.wilyferret.app.results.Figures;
import dev.wilyferret.app.sales.Sales;
import dev.wilyferret.core.figures.Dimension;
import dev.wilyferret.core.figures.Period;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.rotation.RoundDays;
import dev.wilyferret.core.rotation.Standings;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Reads how the variants of a rotation stand, round by round. */
@Component
class RoundBook {

    private static final Duration AN_HOUR = Duration.ofHours(1);
    private static final int MOST_SLICES = 20;

    private final Rotations rotations;
    private final Figures figures;
    private final ClickBook clicks;
    private final Leads leads;
    private final Sales sales;
    private final Clock clock;

    RoundBook(Rotations rotations, Figures figures, ClickBook clicks, Leads leads, Sales sales, Clock clock) {
        this.rotations = rotations;
        this.figures = figures;
        this.clicks = clicks;
        this.leads = leads;
        this.sales = sales;
        this.clock = clock;
    }

    /**
     * A round as it is read.
     *
     * @param marks of it, as they came
     * @param stretches of it, as they came
     * @param shown the stretch whose standings these are
     * @param days of the shown stretch, with those that do not count yet
     * @param ripe of the shown stretch, those that count
     * @param whole false while days are still being counted
     * @param sold to the visitors of the ripe days' clicks, where revenue is the goal
     */
    record Read(
            int round,
            List<Mark> marks,
            List<Stretch> stretches,
            Stretch shown,
            RoundDays days,
            RoundDays ripe,
            RipeAge age,
            Map<VariantId, Standings.Sold> sold,
            Standings standings,
            boolean whole) {}

    /** @param stretch which one, from 0 on; the latest if there is none of that number, but none that ends once an offer is back */
    Read read(Rotating rotating, int round, Goal goal, int stretch) {
        List<Mark> marks = rotations
                .marks(rotating.workspace(), rotating.rotation().id())
                .stream()
                .filter(mark -> mark.round() == round)
                .toList();
        List<Stretch> stretches =
                Stretch.of(marks.stream().filter(mark -> mark.kind().parts()).toList());
        Stretch shown = stretch >= 0 && stretch < stretches.size() ? stretches.get(stretch) : Stretch.latest(stretches);
        RipeAge age = age(rotating, goal);
        RoundDays days = RoundDays.of(
                figures.daily(
                        rotating.workspace(),
                        rotating.promotion(),
                        LocalDate.ofInstant(shown.begins().at(), ZoneOffset.UTC)),
                rotating.rotation(),
                shown.number(),
                goal.reached());
        RoundDays ripe = Stretch.ripe(days, age, clock.instant());
        double worth = rotating.worth() / 100.0;
        Standings.Shares shares =
                marks.stream().anyMatch(mark -> mark.kind() == Mark.Kind.STEERED && mark.stretch() == shown.number())
                        ? Standings.Shares.BY_DAY
                        : Standings.Shares.THE_SAME;
        Map<VariantId, Standings.Sold> sold = goal == Goal.REVENUE ? sold(rotating, ripe) : Map.of();
        return new Read(
                round,
                marks,
                stretches,
                shown,
                days,
                ripe,
                age,
                sold,
                goal == Goal.REVENUE
                        ? Standings.byMoney(rotating.rotation(), ripe, days.drawn(), worth, shares, sold)
                        : Standings.of(rotating.rotation(), ripe, days.drawn(), worth, shares),
                figures.percentMade(rotating.workspace()).isEmpty());
    }

    /**
     * What of a stretch came from where, or on what.
     *
     * @param value of the dimension, as it is kept; empty where it is not known
     */
    record Slice(String value, Map<VariantId, RoundDays.Seen> seen) {

        long drawn() {
            return seen.values().stream().mapToLong(RoundDays.Seen::drawn).sum();
        }
    }

    /** The largest first; with visitors who do not count yet. */
    List<Slice> slices(Rotating rotating, Stretch stretch, Goal goal, Dimension by) {
        Period period = new Period(
                LocalDate.ofInstant(stretch.begins().at(), ZoneOffset.UTC),
                LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC),
                ZoneOffset.UTC);
        return figures.of(rotating.workspace(), rotating.promotion(), period, List.of(by)).entrySet().stream()
                .map(one -> new Slice(
                        one.getKey().getFirst(),
                        RoundDays.together(one.getValue(), rotating.rotation(), stretch.number(), goal.reached())))
                .filter(slice -> slice.drawn() > 0)
                .sorted(Comparator.comparingLong(Slice::drawn).reversed().thenComparing(Slice::value))
                .limit(MOST_SLICES)
                .toList();
    }

    private RipeAge age(Rotating rotating, Goal goal) {
        return switch (goal) {
            case OFFER -> RipeAge.of(clicks.untilWentOn(rotating.workspace(), rotating.promotion()), AN_HOUR);
            case OPT_IN -> RipeAge.of(untilLeft(rotating), AN_HOUR);
            case CONFIRMED -> RipeAge.of(untilConfirmed(rotating), Duration.ofDays(2));
            case SALE, REVENUE -> RipeAge.of(untilBought(rotating), Duration.ofDays(7));
        };
    }

    private List<Duration> untilLeft(Rotating rotating) {
        return leads.ofPromotion(rotating.workspace(), rotating.promotion(), 0).stream()
                .map(lead -> since(lead.click(), lead.at()))
                .toList();
    }

    private List<Duration> untilConfirmed(Rotating rotating) {
        List<ClickId> some = leads.ofPromotion(rotating.workspace(), rotating.promotion(), 0).stream()
                .map(Lead::click)
                .toList();
        List<Duration> delays = new ArrayList<>();
        leads.of(rotating.workspace(), some)
                .forEach((click, people) -> people.optIns()
                        .forEach(one -> one.confirmedAt().ifPresent(at -> delays.add(since(click, at)))));
        return delays;
    }

    private List<Duration> untilBought(Rotating rotating) {
        return sales.ofPromotion(rotating.workspace(), rotating.promotion()).stream()
                .map(sale -> since(sale.click(), sale.soldAt()))
                .toList();
    }

    private static Duration since(ClickId click, Instant at) {
        return Duration.between(UuidV7.momentOf(click.value()), at);
    }

    private Map<VariantId, Standings.Sold> sold(Rotating rotating, RoundDays ripe) {
        if (ripe.days().isEmpty()) {
            return Map.of();
        }
        Map<VariantId, Standings.Sold> sold = new HashMap<>();
        figures.soldByVariant(
                        rotating.workspace(),
                        rotating.promotion(),
                        new Period(ripe.days().firstKey(), ripe.days().lastKey(), ZoneOffset.UTC))
                .forEach((variant, sums) ->
                        sold.put(variant, new Standings.Sold(sums.sales(), sums.commission() - sums.refunds())));
        return sold;
    }
}
