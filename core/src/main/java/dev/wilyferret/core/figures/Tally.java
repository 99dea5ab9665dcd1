package dev.wilyferret.core.figures;

import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.sale.SaleSums;
import dev.wilyferret.core.sale.Sold;
import dev.wilyferret.core.visit.Standing;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;
import org.roaringbitmap.FastAggregation;
import org.roaringbitmap.RoaringBitmap;

/**
 * What some visits add up to: clicks by how they stand; of the counted ones opt-ins, sales and money, and who was where, as
 * exact sets of visitors. Tallies of parts merge into the tally of the whole, in any order and however the whole was cut.
 */
public final class Tally {

    public static final Tally NONE = new Adder().made();

    private final Map<String, Clicks> clicks;
    private final Sums sums;
    private final Visitors unique;
    private final Map<Leg, Visitors> legs;

    /** Clicks by how they stand. */
    public record Clicks(long counted, long own, long filtered, long takenOut) {

        public static final Clicks NONE = new Clicks(0, 0, 0, 0);

        static Clicks of(Standing standing, long times) {
            return switch (standing) {
                case COUNTED -> new Clicks(times, 0, 0, 0);
                case OWN -> new Clicks(0, times, 0, 0);
                case FILTERED -> new Clicks(0, 0, times, 0);
                case TAKEN_OUT -> new Clicks(0, 0, 0, times);
            };
        }

        /** What a seller of clicks bills for: not one's own, and no declared crawlers. */
        public long billed() {
            return counted + takenOut;
        }

        public Clicks plus(Clicks other) {
            return new Clicks(
                    counted + other.counted, own + other.own, filtered + other.filtered, takenOut + other.takenOut);
        }

        long standing(Standing standing) {
            return switch (standing) {
                case COUNTED -> counted;
                case OWN -> own;
                case FILTERED -> filtered;
                case TAKEN_OUT -> takenOut;
            };
        }

        public long raw() {
            return counted + own + filtered + takenOut;
        }
    }

    /** What can be added up: people, and sales with their money. */
    public record Sums(long optIns, long confirmed, SaleSums sold) {

        static final Sums NONE = new Sums(0, 0, SaleSums.NONE);

        Sums plus(Sums other) {
            return new Sums(optIns + other.optIns, confirmed + other.confirmed, sold.plus(other.sold));
        }
    }

    /**
     * Visitors of some parts, put together once somebody asks for them: of what a tally holds, most is never asked for. Nobody
     * changes a set.
     */
    private static final class Visitors {

        private static final int FEW = 4;

        private volatile List<RoaringBitmap> parts;

        Visitors(List<RoaringBitmap> parts) {
            this.parts = parts;
        }

        RoaringBitmap whole() {
            List<RoaringBitmap> some = parts;
            if (some.size() != 1) {
                some = List.of(union(some));
                parts = some;
            }
            return some.getFirst();
        }

        /** Lazily where there are many, which takes a fraction of the time then, and several times as much for two. */
        static RoaringBitmap union(List<RoaringBitmap> some) {
            return some.size() > FEW
                    ? FastAggregation.or(some.iterator())
                    : some.stream()
                            .reduce((one, other) -> RoaringBitmap.or(one, other))
                            .orElseGet(RoaringBitmap::new);
        }
    }

    /** @param clicks by the link they came by, empty for none */
    private Tally(Map<String, Clicks> clicks, Sums sums, Visitors unique, Map<Leg, Visitors> legs) {
        this.clicks = clicks;
        this.sums = sums;
        this.unique = unique;
        this.legs = legs;
    }

    /** Adds visits up. */
    static final class Adder {

        private final Map<String, Clicks> clicks = new HashMap<>();
        private Sums sums = Sums.NONE;
        private final List<RoaringBitmap> unique = new ArrayList<>();
        private final Map<Leg, List<RoaringBitmap>> legs = new HashMap<>();

        void add(Tally tally) {
            tally.clicks.forEach(this::clicks);
            sums = sums.plus(tally.sums);
            unique.addAll(tally.unique.parts);
            tally.legs.forEach((leg, who) -> who.parts.forEach(some -> went(leg, some)));
        }

        void clicks(String link, Clicks more) {
            clicks.merge(link, more, Clicks::plus);
        }

        /**
         * Visitors of counted clicks who all went the same way.
         *
         * @param visitors in any order, some more than once; sorted here, since a set is made in a third of the time of those in order
         */
        void went(List<Leg> path, int[] visitors) {
            Arrays.sort(visitors);
            RoaringBitmap who = RoaringBitmap.bitmapOf(visitors);
            unique.add(who);
            path.forEach(leg -> went(leg, who));
        }

        private void went(Leg leg, RoaringBitmap who) {
            legs.computeIfAbsent(leg, fresh -> new ArrayList<>()).add(who);
        }

        void sold(Sold sold) {
            sums = sums.plus(new Sums(0, 0, SaleSums.of(sold)));
        }

        void optIns(int people, int confirmed) {
            sums = sums.plus(new Sums(people, confirmed, SaleSums.NONE));
        }

        Tally made() {
            Map<Leg, Visitors> together = HashMap.newHashMap(legs.size());
            legs.forEach((leg, some) -> together.put(leg, new Visitors(List.copyOf(some))));
            return new Tally(new HashMap<>(clicks), sums, new Visitors(List.copyOf(unique)), together);
        }
    }

    public static Tally of(Collection<Visit> visits) {
        Adder adder = new Adder();
        Map<List<Leg>, List<Visit>> byPath = new HashMap<>();
        for (Visit visit : visits) {
            adder.clicks(visit.trait(Dimension.LINK), Clicks.of(visit.standing(), 1));
            if (visit.standing() == Standing.COUNTED) {
                byPath.computeIfAbsent(visit.legs(), fresh -> new ArrayList<>()).add(visit);
                visit.sold().forEach(adder::sold);
                adder.optIns(visit.optIns(), visit.confirmed());
            }
        }
        byPath.forEach((path, some) ->
                adder.went(path, some.stream().mapToInt(Visit::visitor).toArray()));
        return adder.made();
    }

    /** Of one visitor who went these legs. */
    public static Tally of(List<Leg> legs) {
        Adder adder = new Adder();
        adder.went(legs, new int[] {1});
        return adder.made();
    }

    /** The tally of the whole, of tallies that share no click. */
    public static Tally sum(Collection<Tally> parts) {
        Adder adder = new Adder();
        parts.forEach(adder::add);
        return adder.made();
    }

    public ClickCounts clicks() {
        Clicks all = clicks.values().stream().reduce(Clicks.NONE, Clicks::plus);
        return new ClickCounts(
                all.raw(), all.own, all.filtered, all.takenOut, unique.whole().getLongCardinality());
    }

    /** Those that came by a link. */
    public Clicks clicks(LinkId link) {
        return clicks.getOrDefault(link.toString(), Clicks.NONE);
    }

    /** By the link they came by; empty for those without one. */
    public Map<Optional<LinkId>, Clicks> byLink() {
        Map<Optional<LinkId>, Clicks> byLink = new HashMap<>();
        clicks.forEach((link, some) -> byLink.put(Id.parse(link, LinkId::new), some));
        return byLink;
    }

    /** The ways that somebody went. */
    public Set<Leg> legs() {
        return Set.copyOf(legs.keySet());
    }

    public Sums sums() {
        return sums;
    }

    /** The stations that somebody reached. */
    public Set<Station> stations() {
        Set<Station> stations = new HashSet<>();
        legs.keySet().forEach(leg -> stations.add(leg.to()));
        return stations;
    }

    /** How many visitors reached a station. */
    public long reached(Station station) {
        return visitors(leg -> leg.to().equals(station));
    }

    /** Whether a visit behind a figure can be in it. */
    public boolean has(Behind behind) {
        return clicks.values().stream()
                        .anyMatch(link -> behind.standing().map(link::standing).orElse(link.raw()) > 0)
                && behind.canHoldSome(legs.keySet());
    }

    /** How many visitors went one of some legs. */
    public long visitors(Predicate<Leg> some) {
        return who(some).size();
    }

    /** The visitors who went one of some legs. */
    public Crowd who(Predicate<Leg> some) {
        return new Crowd(Visitors.union(legs.entrySet().stream()
                .filter(leg -> some.test(leg.getKey()))
                .map(leg -> leg.getValue().whole())
                .toList()));
    }

    /** As it is kept; {@link #read} reads it. */
    public byte[] bytes() {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (DataOutputStream out = new DataOutputStream(bytes)) {
            out.writeInt(clicks.size());
            for (Map.Entry<String, Clicks> link : new TreeMap<>(clicks).entrySet()) {
                out.writeUTF(link.getKey());
                out.writeLong(link.getValue().counted);
                out.writeLong(link.getValue().own);
                out.writeLong(link.getValue().filtered);
                out.writeLong(link.getValue().takenOut);
            }
            out.writeLong(sums.optIns);
            out.writeLong(sums.confirmed);
            write(sums.sold, out);
            write(unique.whole(), out);
            out.writeInt(legs.size());
            for (Map.Entry<String, RoaringBitmap> leg : byText().entrySet()) {
                out.writeUTF(leg.getKey());
                write(leg.getValue(), out);
            }
        } catch (IOException inMemory) {
            throw new IllegalStateException(inMemory);
        }
        return bytes.toByteArray();
    }

    private Map<String, RoaringBitmap> byText() {
        Map<String, RoaringBitmap> all = new TreeMap<>();
        legs.forEach((leg, who) -> all.put(leg.text(), who.whole()));
        return all;
    }

    private static void write(RoaringBitmap who, DataOutputStream out) throws IOException {
        RoaringBitmap small = who.clone();
        small.runOptimize();
        small.serialize(out);
    }

    public static Tally read(byte[] bytes) {
        try (DataInputStream in = new DataInputStream(new java.io.ByteArrayInputStream(bytes))) {
            Map<String, Clicks> clicks = new HashMap<>();
            for (int links = in.readInt(); links > 0; links--) {
                clicks.put(in.readUTF(), new Clicks(in.readLong(), in.readLong(), in.readLong(), in.readLong()));
            }
            Sums sums = new Sums(in.readLong(), in.readLong(), readSold(in));
            Visitors unique = readSet(in);
            int count = in.readInt();
            Map<Leg, Visitors> legs = HashMap.newHashMap(count);
            for (int i = 0; i < count; i++) {
                Leg leg = Leg.read(in.readUTF());
                legs.put(leg, readSet(in));
            }
            return new Tally(clicks, sums, unique, legs);
        } catch (IOException cut) {
            throw new IllegalArgumentException("A tally of %d bytes breaks off.".formatted(bytes.length), cut);
        }
    }

    private static void write(SaleSums sold, DataOutputStream out) throws IOException {
        out.writeLong(sold.sales());
        out.writeLong(sold.pending());
        out.writeLong(sold.refunded());
        out.writeLong(sold.reversed());
        out.writeLong(sold.commissionPending());
        out.writeLong(sold.commission());
        out.writeLong(sold.refunds());
        out.writeLong(sold.orderValue());
    }

    private static SaleSums readSold(DataInputStream in) throws IOException {
        return new SaleSums(
                in.readLong(),
                in.readLong(),
                in.readLong(),
                in.readLong(),
                in.readLong(),
                in.readLong(),
                in.readLong(),
                in.readLong());
    }

    private static Visitors readSet(DataInputStream in) throws IOException {
        RoaringBitmap set = new RoaringBitmap();
        set.deserialize(in);
        return new Visitors(List.of(set));
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Tally tally
                && clicks.equals(tally.clicks)
                && sums.equals(tally.sums)
                && unique.whole().equals(tally.unique.whole())
                && byText().equals(tally.byText());
    }

    @Override
    public int hashCode() {
        return Objects.hash(clicks, sums, unique.whole(), byText());
    }

    @Override
    public String toString() {
        return "%s, %s, %d legs".formatted(clicks(), sums, legs.size());
    }
}
