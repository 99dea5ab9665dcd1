package dev.wilyferret.core.figures;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.sale.SaleState;
import dev.wilyferret.core.sale.SaleSums;
import dev.wilyferret.core.sale.Sold;
import dev.wilyferret.core.visit.Standing;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.BiFunction;
import java.util.function.IntPredicate;
import java.util.stream.Stream;

/**
 * The visits of one promotion and UTC day as columns of small numbers, in the order of their clicks. What repeats (countries,
 * links, whole paths) stands once and is numbered. A sheet is a value: changed visits make another one.
 *
 * <p>Clicks are kept apart from the columns, since they are most of the bytes and seldom needed.
 */
public final class Sheet {

    private static final Dimension[] DIMENSIONS = Dimension.values();
    private static final Standing[] STANDINGS = Standing.values();
    private static final SaleState[] STATES = SaleState.values();
    private static final int ID_BYTES = 16;
    private static final int[] NOBODY = {};

    private final PromotionId promotion;
    private final ByteBuffer clicks;
    private final int[] visitors;
    private final int[] standings;
    private final Map<Dimension, Column<String>> traits;
    private final Column<List<Leg>> paths;
    private final Map<Integer, More> more;
    private final BitSet apartRows = new BitSet();

    /** One number a row, and what the numbers stand for. */
    private record Column<V>(int[] numbers, List<V> values) {

        V at(int row) {
            return values.get(numbers[row]);
        }

        /** Both columns as one. */
        <W, U> Column<U> with(Column<W> other, BiFunction<V, W, U> together) {
            if (values.size() == 1) {
                V only = values.getFirst();
                return new Column<>(
                        other.numbers,
                        other.values.stream()
                                .map(value -> together.apply(only, value))
                                .toList());
            }
            int[] both = new int[numbers.length];
            List<U> pairs = new ArrayList<>();
            Map<Long, Integer> numbered = new HashMap<>();
            for (int row = 0; row < both.length; row++) {
                int one = numbers[row];
                int another = other.numbers[row];
                both[row] = numbered.computeIfAbsent((long) one << Integer.SIZE | another, fresh -> {
                    pairs.add(together.apply(values.get(one), other.values.get(another)));
                    return pairs.size() - 1;
                });
            }
            return new Column<>(both, pairs);
        }
    }

    /** What few visits have. */
    private record More(int optIns, int confirmed, List<Sold> sold) {

        static final More NONE = new More(0, 0, List.of());
    }

    private Sheet(
            PromotionId promotion,
            ByteBuffer clicks,
            int[] visitors,
            int[] standings,
            Map<Dimension, Column<String>> traits,
            Column<List<Leg>> paths,
            Map<Integer, More> more) {
        this.promotion = promotion;
        this.clicks = clicks;
        this.visitors = visitors;
        this.standings = standings;
        this.traits = traits;
        this.paths = paths;
        this.more = more;
        more.keySet().forEach(apartRows::set);
    }

    /** @param visits each click once */
    public static Sheet of(PromotionId promotion, Collection<Visit> visits) {
        List<Visit> rows = visits.stream()
                .sorted(Comparator.comparing(visit -> visit.click().value()))
                .toList();
        ByteBuffer clicks = ByteBuffer.allocate(rows.size() * ID_BYTES);
        Map<Integer, More> more = new LinkedHashMap<>();
        for (int row = 0; row < rows.size(); row++) {
            Visit visit = rows.get(row);
            UUID click = visit.click().value();
            clicks.putLong(click.getMostSignificantBits()).putLong(click.getLeastSignificantBits());
            More apart = new More(visit.optIns(), visit.confirmed(), visit.sold());
            if (!apart.equals(More.NONE)) {
                more.put(row, apart);
            }
        }
        Map<Dimension, Column<String>> traits = new EnumMap<>(Dimension.class);
        for (Dimension dimension : DIMENSIONS) {
            traits.put(
                    dimension,
                    column(rows.stream().map(visit -> visit.trait(dimension)).toList()));
        }
        return new Sheet(
                promotion,
                clicks.flip(),
                rows.stream().mapToInt(Visit::visitor).toArray(),
                rows.stream().mapToInt(visit -> visit.standing().ordinal()).toArray(),
                traits,
                column(rows.stream().map(Visit::legs).toList()),
                more);
    }

    private static <V> Column<V> column(List<V> values) {
        Map<V, Integer> numbers = new LinkedHashMap<>();
        int[] column = new int[values.size()];
        for (int row = 0; row < column.length; row++) {
            column[row] = numbers.computeIfAbsent(values.get(row), fresh -> numbers.size());
        }
        return new Column<>(column, List.copyOf(numbers.keySet()));
    }

    /** The same visits in sheets of half of the most, in the order of their clicks; itself if it has no more than that. */
    public List<Sheet> cut(int most) {
        if (size() <= most) {
            return List.of(this);
        }
        List<Visit> all = visits();
        List<Sheet> parts = new ArrayList<>();
        for (int from = 0; from < all.size(); from += most / 2) {
            parts.add(of(promotion, all.subList(from, Math.min(all.size(), from + most / 2))));
        }
        return parts;
    }

    public ClickId firstClick() {
        return click(0);
    }

    public int size() {
        return visitors.length;
    }

    /** The same sheet with visits that changed or came. */
    public Sheet with(Collection<Visit> changed) {
        Map<ClickId, Visit> all = new HashMap<>();
        visits().forEach(visit -> all.put(visit.click(), visit));
        changed.forEach(visit -> all.put(visit.click(), visit));
        return of(promotion, all.values());
    }

    public List<Visit> visits() {
        List<Visit> visits = new ArrayList<>(size());
        Map<List<String>, Map<Dimension, String>> shared = new HashMap<>();
        for (int row = 0; row < size(); row++) {
            int one = row;
            List<String> values =
                    traits.values().stream().map(column -> column.at(one)).toList();
            Map<Dimension, String> known = shared.computeIfAbsent(values, Sheet::known);
            More apart = more.getOrDefault(row, More.NONE);
            visits.add(new Visit(
                    click(row),
                    promotion,
                    visitors[row],
                    STANDINGS[standings[row]],
                    known,
                    paths.at(row),
                    apart.optIns,
                    apart.confirmed,
                    apart.sold));
        }
        return visits;
    }

    /** @param values by dimension, in their order */
    private static Map<Dimension, String> known(List<String> values) {
        Map<Dimension, String> known = new EnumMap<>(Dimension.class);
        for (Dimension dimension : DIMENSIONS) {
            String value = values.get(dimension.ordinal());
            if (!value.isEmpty()) {
                known.put(dimension, value);
            }
        }
        return Map.copyOf(known);
    }

    private ClickId click(int row) {
        return new ClickId(new UUID(clicks.getLong(row * ID_BYTES), clicks.getLong(row * ID_BYTES + Long.BYTES)));
    }

    /**
     * The clicks behind a figure, the latest first.
     *
     * @param before only those before this one
     */
    public List<ClickId> behind(
            Behind behind, Instant from, Instant until, Optional<ClickId> before, Set<ClickId> without, int most) {
        IntPredicate wanted = wanted(behind);
        IntPredicate chosen = chosen(from, until, without);
        List<ClickId> clicks = new ArrayList<>();
        for (int row = size() - 1; row >= 0 && clicks.size() < most; row--) {
            if (wanted.test(row) && chosen.test(row) && (before.isEmpty() || isBefore(row, before.get()))) {
                clicks.add(click(row));
            }
        }
        return clicks;
    }

    private boolean isBefore(int row, ClickId other) {
        return click(row).value().compareTo(other.value()) < 0;
    }

    /** What is asked of each row, looked up once for each value that rows can have. */
    private IntPredicate wanted(Behind behind) {
        boolean[] went = new boolean[paths.values.size()];
        for (int path = 0; path < went.length; path++) {
            went[path] = behind.holds(paths.values.get(path));
        }
        IntPredicate wanted = row -> behind.holds(STANDINGS[standings[row]]) && went[paths.numbers[row]];
        for (Map.Entry<Dimension, String> trait : behind.traits().entrySet()) {
            Column<String> column = column(trait.getKey());
            int value = column.values.indexOf(trait.getValue());
            wanted = wanted.and(row -> column.numbers[row] == value);
        }
        return behind.words().isEmpty() ? wanted : wanted.and(saying(behind));
    }

    private IntPredicate saying(Behind behind) {
        IntPredicate says = row -> false;
        for (Dimension dimension : DIMENSIONS) {
            Column<String> column = column(dimension);
            BitSet values = new BitSet();
            for (int value = 0; value < column.values.size(); value++) {
                values.set(value, behind.says(dimension, column.values.get(value)));
            }
            if (!values.isEmpty()) {
                says = says.or(row -> values.get(column.numbers[row]));
            }
        }
        return says;
    }

    private Column<String> column(Dimension dimension) {
        return Objects.requireNonNull(traits.get(dimension));
    }

    /** What all its visits add up to. */
    public Tally tally() {
        return tally(row -> true);
    }

    /**
     * What some of its visits add up to.
     *
     * @param from the first moment
     * @param until the first moment after
     * @param without visits that are left out
     */
    public Tally tally(Instant from, Instant until, Set<ClickId> without) {
        return tally(chosen(from, until, without));
    }

    private IntPredicate chosen(Instant from, Instant until, Set<ClickId> without) {
        return row -> {
            ClickId click = click(row);
            Instant at = UuidV7.momentOf(click.value());
            return !at.isBefore(from) && at.isBefore(until) && !without.contains(click);
        };
    }

    private Tally tally(IntPredicate chosen) {
        Group all = new Group();
        for (int row = 0; row < size(); row++) {
            if (chosen.test(row)) {
                all.add(row);
            }
        }
        return all.tally();
    }

    /** The same of all its visits, told apart by what they have of some dimensions, in their order; empty where it is not known. */
    public Map<List<String>, Tally> by(List<Dimension> dimensions) {
        return by(dimensions, row -> true);
    }

    /** The same of some of its visits. */
    public Map<List<String>, Tally> by(List<Dimension> dimensions, Instant from, Instant until, Set<ClickId> without) {
        return by(dimensions, chosen(from, until, without));
    }

    private Map<List<String>, Tally> by(List<Dimension> dimensions, IntPredicate chosen) {
        Column<List<String>> keys = new Column<>(new int[size()], List.of(List.of()));
        for (Dimension dimension : dimensions) {
            keys = keys.with(column(dimension), Sheet::append);
        }
        List<Group> groups = keys.values.stream().map(key -> new Group()).toList();
        for (int row = 0; row < size(); row++) {
            if (chosen.test(row)) {
                groups.get(keys.numbers[row]).add(row);
            }
        }
        Map<List<String>, Tally> tallies = new HashMap<>();
        for (int key = 0; key < groups.size(); key++) {
            Tally tally = groups.get(key).tally();
            if (!tally.equals(Tally.NONE)) {
                tallies.put(keys.values.get(key), tally);
            }
        }
        return tallies;
    }

    /** What was sold on its counted visits, by each variant that was drawn on them. */
    public Map<VariantId, SaleSums> soldByVariant() {
        return soldByVariant(row -> true);
    }

    /** The same of some of its visits. */
    public Map<VariantId, SaleSums> soldByVariant(Instant from, Instant until, Set<ClickId> without) {
        return soldByVariant(chosen(from, until, without));
    }

    private Map<VariantId, SaleSums> soldByVariant(IntPredicate chosen) {
        Map<VariantId, SaleSums> sold = new HashMap<>();
        apartRows.stream()
                .filter(row -> STANDINGS[standings[row]] == Standing.COUNTED && chosen.test(row))
                .forEach(row -> {
                    SaleSums sums = Objects.requireNonNull(more.get(row)).sold.stream()
                            .map(SaleSums::of)
                            .reduce(SaleSums.NONE, SaleSums::plus);
                    paths.values.get(paths.numbers[row]).stream()
                            .map(Leg::to)
                            .filter(Station.Variant.class::isInstance)
                            .map(station -> ((Station.Variant) station).variant())
                            .distinct()
                            .forEach(variant -> sold.merge(variant, sums, SaleSums::plus));
                });
        return sold;
    }

    private static List<String> append(List<String> values, String more) {
        return Stream.concat(values.stream(), Stream.of(more)).toList();
    }

    /** Rows on their way to a tally: visitors are gathered by path first, so that each is put into one set only. */
    private final class Group {

        private final Tally.Adder adder = new Tally.Adder();
        private final Column<String> links = column(Dimension.LINK);
        private final int[][] clicks = new int[STANDINGS.length][links.values.size()];
        private final int[][] byPath = new int[paths.values.size()][];
        private final int[] visits = new int[paths.values.size()];

        Group() {
            Arrays.fill(byPath, NOBODY);
        }

        void add(int row) {
            clicks[standings[row]][links.numbers[row]]++;
            if (STANDINGS[standings[row]] == Standing.COUNTED) {
                went(paths.numbers[row], visitors[row]);
                if (apartRows.get(row)) {
                    More apart = Objects.requireNonNull(more.get(row));
                    adder.optIns(apart.optIns, apart.confirmed);
                    apart.sold.forEach(adder::sold);
                }
            }
        }

        private void went(int path, int visitor) {
            if (visits[path] == byPath[path].length) {
                byPath[path] = Arrays.copyOf(byPath[path], Math.max(16, 2 * visits[path]));
            }
            byPath[path][visits[path]++] = visitor;
        }

        Tally tally() {
            for (Standing standing : STANDINGS) {
                for (int link = 0; link < links.values.size(); link++) {
                    int times = clicks[standing.ordinal()][link];
                    if (times > 0) {
                        adder.clicks(links.values.get(link), Tally.Clicks.of(standing, times));
                    }
                }
            }
            for (int path = 0; path < byPath.length; path++) {
                if (visits[path] > 0) {
                    adder.went(paths.values.get(path), Arrays.copyOf(byPath[path], visits[path]));
                }
            }
            return adder.made();
        }
    }

    /** The clicks as they are kept. */
    public byte[] clicks() {
        return clicks.array();
    }

    /** The columns as they are kept; {@link #read} reads them. */
    public byte[] columns() {
        return Packed.write(out -> {
            Packed.deltas(visitors, out);
            Packed.numbers(standings, out);
            for (Dimension dimension : DIMENSIONS) {
                Column<String> column = traits.get(dimension);
                Packed.texts(column.values, out);
                Packed.numbers(column.numbers, out);
            }
            Column<Leg> legs =
                    column(paths.values.stream().flatMap(List::stream).toList());
            Packed.texts(legs.values.stream().map(Leg::text).toList(), out);
            Packed.numbers(paths.values.stream().mapToInt(List::size).toArray(), out);
            Packed.numbers(legs.numbers, out);
            Packed.numbers(paths.numbers, out);
            writeMore(out);
        });
    }

    private void writeMore(DataOutputStream out) throws IOException {
        Packed.number(more.size(), out);
        for (Map.Entry<Integer, More> row : more.entrySet()) {
            More apart = row.getValue();
            Packed.number(row.getKey(), out);
            Packed.number(apart.optIns, out);
            Packed.number(apart.confirmed, out);
            Packed.number(apart.sold.size(), out);
            for (Sold sold : apart.sold) {
                Packed.number(sold.state().ordinal(), out);
                out.writeLong(sold.commission());
                out.writeLong(sold.refunded());
                out.writeLong(sold.order());
            }
        }
    }

    /** @param clicks empty if they are not needed: to learn the tally of the whole */
    public static Sheet read(PromotionId promotion, byte[] columns, byte[] clicks) {
        return Packed.read(columns, in -> {
            int[] visitors = in.deltas();
            int[] standings = in.numbers();
            Map<Dimension, Column<String>> traits = new EnumMap<>(Dimension.class);
            for (Dimension dimension : DIMENSIONS) {
                List<String> values = in.texts();
                traits.put(dimension, new Column<>(in.numbers(), values));
            }
            List<Leg> legs = in.texts().stream().map(Leg::read).toList();
            List<List<Leg>> paths = paths(legs, in.numbers(), in.numbers());
            int[] path = in.numbers();
            return new Sheet(
                    promotion,
                    ByteBuffer.wrap(clicks),
                    visitors,
                    standings,
                    traits,
                    new Column<>(path, paths),
                    readMore(in));
        });
    }

    private static List<List<Leg>> paths(List<Leg> legs, int[] lengths, int[] numbers) {
        List<List<Leg>> paths = new ArrayList<>(lengths.length);
        int next = 0;
        for (int length : lengths) {
            List<Leg> path = new ArrayList<>(length);
            for (int i = 0; i < length; i++) {
                path.add(legs.get(numbers[next++]));
            }
            paths.add(List.copyOf(path));
        }
        return paths;
    }

    private static Map<Integer, More> readMore(Packed.Bytes in) {
        Map<Integer, More> more = new LinkedHashMap<>();
        int count = in.number();
        for (int i = 0; i < count; i++) {
            int row = in.number();
            int optIns = in.number();
            int confirmed = in.number();
            List<Sold> sold = new ArrayList<>();
            for (int sales = in.number(); sales > 0; sales--) {
                sold.add(new Sold(STATES[in.number()], in.whole(), in.whole(), in.whole()));
            }
            more.put(row, new More(optIns, confirmed, List.copyOf(sold)));
        }
        return more;
    }
}
