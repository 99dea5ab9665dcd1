package dev.wilyferret.core.rotation;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.visit.Device;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.LongAdder;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

/** The laws of who gets which variant. */
class ChoosingTest {

    private static final RotationId ID = new RotationId(new UUID(9, 9));
    private static final ZonedDateTime NOON = ZonedDateTime.parse("2026-11-27T12:00:00+01:00[Europe/Vienna]");

    private static VariantId id(int number) {
        return new VariantId(new UUID(1, number));
    }

    private static Circumstance.Facts from(String country) {
        return new Circumstance.Facts(country, Device.PHONE, "de", Optional.empty(), NOON, false);
    }

    /** Variants from a number on, named by their numbers. */
    private static Choosing.Shares<Integer> shares(int from, List<Integer> each, IntFunction<Choosing.Door> doors) {
        Weights weights = new Weights(each);
        List<Choosing.Way<Integer>> ways = IntStream.range(0, each.size())
                .mapToObj(at -> new Choosing.Way<>(id(from + at), from + at, weights.share(at), doors.apply(from + at)))
                .toList();
        return new Choosing.Shares<>(
                ways, Optional.empty(), new Turns(weights, 2026, false, 0), new Turns(weights, 7, false, 0));
    }

    private static Choosing<Integer> of(
            List<Integer> austria, List<Integer> rest, IntFunction<Choosing.Door> doors, Set<VariantId> gone) {
        return Choosing.of(
                ID,
                1,
                List.of(new Choosing.Part<>(new Circumstance.From(Set.of("AT")), shares(0, austria, doors))),
                Optional.of(shares(austria.size(), rest, doors)),
                gone);
    }

    private static Choosing.Door always(int variant) {
        return Choosing.Door.OPEN;
    }

    /** Lets in as many as it takes. */
    private static Choosing.Door door(int most) {
        AtomicInteger left = new AtomicInteger(most);
        return new Choosing.Door() {
            @Override
            public boolean isOpen() {
                return left.get() > 0;
            }

            @Override
            public boolean enter() {
                return left.getAndUpdate(some -> Math.max(0, some - 1)) > 0;
            }
        };
    }

    /** However people come and come again, and crawlers between them: each stays, and of new ones each block is exact. */
    @Property(tries = 100)
    void whoComesAgainStaysAndOnlyNewPeopleTakeTurns(
            @ForAll @Size(min = 1, max = 6) List<@IntRange(min = 1, max = 5) Integer> austria,
            @ForAll @Size(min = 1, max = 6) List<@IntRange(min = 1, max = 5) Integer> rest,
            @ForAll long seed) {
        Choosing<Integer> choosing = of(austria, rest, ChoosingTest::always, Set.of());
        Random random = new Random(seed);
        Map<Integer, VariantId> given = new HashMap<>();
        Map<Integer, Integer> firsts = new HashMap<>();
        int blocks = new Weights(austria).block() * new Weights(rest).block();
        int people = 2 * blocks;
        for (int i = 0; i < 4 * people; i++) {
            int person = random.nextInt(people);
            Circumstance.Facts facts = from(person % 2 == 0 ? "AT" : "DE");
            if (random.nextInt(4) == 0) {
                Choosing.Chosen<Integer> looked =
                        choosing.choose(Optional.empty(), () -> facts, false).orElseThrow();
                assertThat(looked.draw().first()).isFalse();
                continue;
            }
            Optional<VariantId> before = Optional.ofNullable(given.get(person));
            Choosing.Chosen<Integer> chosen =
                    choosing.choose(before, () -> facts, true).orElseThrow();
            assertThat(chosen.draw().first()).isEqualTo(before.isEmpty());
            before.ifPresent(one -> assertThat(chosen.draw().variant()).isEqualTo(one));
            given.put(person, chosen.draw().variant());
            if (before.isEmpty()) {
                firsts.merge(chosen.target(), 1, Integer::sum);
            }
        }
        IntStream.range(0, people)
                .filter(person -> !given.containsKey(person))
                .forEach(person -> firsts.merge(
                        choosing.choose(Optional.empty(), () -> from(person % 2 == 0 ? "AT" : "DE"), true)
                                .orElseThrow()
                                .target(),
                        1,
                        Integer::sum));
        // As many from Austria as from elsewhere: whole blocks of both.
        exact(austria, 0, blocks, firsts);
        exact(rest, austria.size(), blocks, firsts);
    }

    private static void exact(List<Integer> each, int from, int people, Map<Integer, Integer> firsts) {
        Weights weights = new Weights(each);
        for (int at = 0; at < each.size(); at++) {
            assertThat(firsts.getOrDefault(from + at, 0))
                    .isEqualTo(people / weights.block() * weights.each().get(at));
        }
    }

    /** A variant takes no more than it takes, to the visitor, and the others share what is left as their weights say. */
    @Property(tries = 100)
    void whoIsFullTakesNobodyMoreAndTheOthersStayExact(
            @ForAll @Size(min = 2, max = 5) List<@IntRange(min = 1, max = 4) Integer> each,
            @ForAll @IntRange(min = 0, max = 30) int cap) {
        Choosing.Door closing = door(cap);
        Choosing<Integer> choosing = Choosing.of(
                ID, 1, List.of(), Optional.of(shares(0, each, at -> at == 0 ? closing : Choosing.Door.OPEN)), Set.of());
        List<Integer> others = each.subList(1, each.size());
        int[] counts = new int[each.size()];
        for (int i = 0; i < 400; i++) {
            Choosing.Chosen<Integer> chosen =
                    choosing.choose(Optional.empty(), () -> from("AT"), true).orElseThrow();
            counts[chosen.target()]++;
        }
        assertThat(counts[0]).isLessThanOrEqualTo(cap);
        double all = 400 - counts[0];
        double sum = others.stream().mapToInt(Integer::intValue).sum();
        for (int at = 1; at < each.size(); at++) {
            assertThat(Math.abs(counts[at] - all * each.get(at) / sum))
                    .as("within one block of all")
                    .isLessThanOrEqualTo(each.get(at));
        }
    }

    @Test
    void whoseVariantIsGoneOrFullGoesToTheLeaderAndTakesNobodysTurn() {
        Weights even = Weights.even(2);
        Choosing.Way<Integer> first = new Choosing.Way<>(id(0), 0, 0.5, door(0));
        Choosing.Way<Integer> second = new Choosing.Way<>(id(1), 1, 0.5, Choosing.Door.OPEN);
        Choosing<Integer> choosing = Choosing.of(
                ID,
                1,
                List.of(),
                Optional.of(new Choosing.Shares<>(
                        List.of(first, second),
                        Optional.of(second),
                        new Turns(even, 1, true, 0),
                        new Turns(even, 1, true, 0))),
                Set.of(id(5)));
        for (VariantId before : List.of(id(0), id(5))) {
            Choosing.Chosen<Integer> chosen =
                    choosing.choose(Optional.of(before), () -> from("AT"), true).orElseThrow();
            assertThat(chosen.target()).isEqualTo(1);
            assertThat(chosen.draw().first()).isFalse();
        }
    }

    /** Of 10,002 turns 10,000 are of one that is full: the other two get about half each of who comes then. */
    @Test
    void whereOneThatIsFullHasNearlyAllTurnsTheOthersStillGetTheirs() {
        Choosing<Integer> choosing = Choosing.of(
                ID,
                1,
                List.of(),
                Optional.of(shares(0, List.of(10_000, 1, 1), at -> at == 0 ? door(0) : Choosing.Door.OPEN)),
                Set.of());
        long first = IntStream.range(0, 1000)
                .map(person -> choosing.choose(Optional.empty(), () -> from("DE"), true)
                        .orElseThrow()
                        .target())
                .filter(target -> target == 1)
                .count();
        assertThat(first).isBetween(430L, 570L);
    }

    @Test
    void whereAllAreFullNobodyIsChosen() {
        Choosing<Integer> choosing = of(List.of(1), List.of(1), at -> door(0), Set.of());
        assertThat(choosing.choose(Optional.empty(), () -> from("DE"), true)).isEmpty();
    }

    /** Two processes that serve the same rotation, each with turns of its own: shares hold in each, and so in all. */
    @Test
    void twoProcessesShareExactlyTogether() throws InterruptedException {
        List<Integer> each = List.of(5, 1, 1);
        Map<Integer, LongAdder> counts = new ConcurrentHashMap<>();
        List<Thread> processes = new ArrayList<>();
        for (int process = 0; process < 2; process++) {
            Choosing<Integer> one =
                    Choosing.of(ID, 1, List.of(), Optional.of(shares(0, each, ChoosingTest::always)), Set.of());
            processes.add(Thread.ofVirtual().start(() -> {
                for (int i = 0; i < 7_000; i++) {
                    counts.computeIfAbsent(
                                    one.choose(Optional.empty(), () -> from("AT"), true)
                                            .orElseThrow()
                                            .target(),
                                    fresh -> new LongAdder())
                            .increment();
                }
            }));
        }
        for (Thread process : processes) {
            process.join();
        }
        assertThat(IntStream.range(0, 3).mapToLong(at -> counts.get(at).sum()))
                .containsExactly(10_000L, 2_000L, 2_000L);
    }
}
