package dev.wilyferret.core.rotation;

import dev.wilyferret.core.evidence.Observed;
import dev.wilyferret.core.figures.Crowd;
import dev.wilyferret.core.figures.Leg;
import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.figures.Tally;
import dev.wilyferret.core.id.VariantId;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Predicate;

/**
 * What a rotation brought between two changes, by the UTC day on which visitors were drawn for the first time. Each visitor counts once
 * and for good, for the variant and the day of that draw, however they come back. Whoever was drawn twice for the first time on one day,
 * as without cookies, counts for one of both, which a hash of the visitor chooses.
 */
public record RoundDays(SortedMap<LocalDate, Map<VariantId, Seen>> days) {

    /**
     * Visitors of a variant first drawn on a day.
     *
     * @param arrived how many of them saw something of it
     * @param converted how many of them reached the goal since, on whatever visit
     */
    public record Seen(long drawn, long arrived, long converted) {

        public static final Seen NOBODY = new Seen(0, 0, 0);

        Seen plus(Seen other) {
            return new Seen(drawn + other.drawn, arrived + other.arrived, converted + other.converted);
        }

        public Observed observed() {
            return new Observed(drawn, converted);
        }
    }

    /**
     * Of a rotation in a stretch.
     *
     * @param tallies of counted visits of its promotion, by UTC day, from the beginning of the stretch on
     */
    public static RoundDays of(
            SortedMap<LocalDate, Tally> tallies, Rotation rotation, int stretch, Predicate<Leg> goal) {
        return of(
                tallies,
                drawn -> drawn.first()
                        && drawn.stretch() == stretch
                        && rotation.variant(drawn.variant()).isPresent(),
                goal);
    }

    /** Of some visits together, whatever their days; one who came in several slices stands in each. */
    public static Map<VariantId, Seen> together(Tally tally, Rotation rotation, int stretch, Predicate<Leg> goal) {
        RoundDays days = of(new TreeMap<>(Map.of(LocalDate.EPOCH, tally)), rotation, stretch, goal);
        return days.days.values().stream().findFirst().orElse(Map.of());
    }

    private record Cohort(Crowd drawn, long arrived) {}

    /**
     * @param tallies of counted visits, by UTC day, from the beginning of the stretch on
     * @param drawn what visitors of the rotation are drawn by: one of its variants, in this stretch, for the first time
     */
    static RoundDays of(SortedMap<LocalDate, Tally> tallies, Predicate<Station.Variant> drawn, Predicate<Leg> goal) {
        SortedMap<LocalDate, Map<VariantId, Cohort>> cohorts = cohorts(tallies, drawn);
        SortedMap<LocalDate, Map<VariantId, Seen>> days = new TreeMap<>();
        Crowd.Growing reached = new Crowd.Growing();
        for (LocalDate day :
                cohorts.keySet().stream().sorted(Comparator.reverseOrder()).toList()) {
            reached.add(tallies.get(day).who(goal));
            Map<VariantId, Seen> seen = new HashMap<>();
            for (Map.Entry<VariantId, Cohort> one : cohorts.get(day).entrySet()) {
                Cohort cohort = one.getValue();
                seen.put(one.getKey(), new Seen(cohort.drawn.size(), cohort.arrived, reached.common(cohort.drawn)));
            }
            days.put(day, Map.copyOf(seen));
        }
        return new RoundDays(days);
    }

    private static SortedMap<LocalDate, Map<VariantId, Cohort>> cohorts(
            SortedMap<LocalDate, Tally> tallies, Predicate<Station.Variant> wanted) {
        SortedMap<LocalDate, Map<VariantId, Cohort>> cohorts = new TreeMap<>();
        Crowd.Growing before = new Crowd.Growing();
        for (Map.Entry<LocalDate, Tally> day : tallies.entrySet()) {
            Tally tally = day.getValue();
            Map<VariantId, Cohort> ofDay = new HashMap<>();
            List<Station.Variant> drawn = tally.stations().stream()
                    .filter(Station.Variant.class::isInstance)
                    .map(Station.Variant.class::cast)
                    .filter(wanted)
                    .sorted(Comparator.comparing(Station.Variant::text))
                    .toList();
            List<Crowd> fresh = Crowd.apart(drawn.stream()
                    .map(variant -> before.strangers(tally.who(leg -> leg.to().equals(variant))))
                    .toList());
            for (int at = 0; at < drawn.size(); at++) {
                Station.Variant variant = drawn.get(at);
                long arrived = fresh.get(at).common(tally.who(leg -> leg.from().equals(Optional.of(variant))));
                ofDay.put(variant.variant(), new Cohort(fresh.get(at), arrived));
                before.add(fresh.get(at));
            }
            cohorts.put(day.getKey(), ofDay);
        }
        return cohorts;
    }

    /** Those up to a day, that day too. */
    public RoundDays until(LocalDate last) {
        return new RoundDays(days.headMap(last.plusDays(1)));
    }

    /** Of a variant, over all days. */
    public Seen of(VariantId variant) {
        return days.values().stream()
                .map(day -> day.getOrDefault(variant, Seen.NOBODY))
                .reduce(Seen.NOBODY, Seen::plus);
    }

    /** Of a variant, day by day. */
    public List<Observed> daily(VariantId variant) {
        return days.values().stream()
                .map(day -> day.getOrDefault(variant, Seen.NOBODY).observed())
                .toList();
    }

    /**
     * Some variants as if every day had shared its visitors out alike: each day weighs as many visitors as came on it, for every variant
     * (direct standardization), and a variant's visitors are as many as would tell as much without weights (1 ÷ Σ w²/n; Kish, Survey
     * Sampling, 1965). Days on which one of them got nobody tell nothing of all, and are left out. Where every day was shared out alike,
     * that is what was observed.
     *
     * @return of those that anybody was drawn for; rounded to whole visitors and conversions
     */
    Map<VariantId, Observed> standardized(List<VariantId> some) {
        List<VariantId> among = some.stream().filter(one -> of(one).drawn > 0).toList();
        List<Map<VariantId, Seen>> told = days.values().stream()
                .filter(day -> among.stream().allMatch(one -> day.getOrDefault(one, Seen.NOBODY).drawn > 0))
                .toList();
        double all = told.stream().mapToLong(day -> drawn(day, among)).sum();
        Map<VariantId, Observed> as = new HashMap<>();
        for (VariantId one : among) {
            double rate = 0;
            double inverse = 0;
            for (Map<VariantId, Seen> day : told) {
                Seen seen = day.getOrDefault(one, Seen.NOBODY);
                double weight = drawn(day, among) / all;
                rate += weight * seen.converted / seen.drawn;
                inverse += weight * weight / seen.drawn;
            }
            as.put(
                    one,
                    inverse == 0
                            ? Observed.NOTHING
                            : new Observed(Math.round(1 / inverse), Math.round(rate / inverse)));
        }
        return as;
    }

    private static long drawn(Map<VariantId, Seen> day, List<VariantId> among) {
        return among.stream()
                .mapToLong(one -> day.getOrDefault(one, Seen.NOBODY).drawn)
                .sum();
    }

    public long drawn() {
        return days.values().stream()
                .flatMap(day -> day.values().stream())
                .mapToLong(Seen::drawn)
                .sum();
    }
}
