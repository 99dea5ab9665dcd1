package dev.wilyferret.core.rotation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import dev.wilyferret.core.id.BranchId;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.rotation.Rotation.Sharing;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.visit.Device;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Who is drawn for, in which branch, and with which share. */
class RotationTest {

    private static final Branch PHONES =
            new Branch(new BranchId(new UUID(7, 1)), new Circumstance.On(Set.of(Device.PHONE)));
    private static final Branch TABLETS =
            new Branch(new BranchId(new UUID(7, 2)), new Circumstance.On(Set.of(Device.TABLET)));

    private static final Variant A = variant(1, 3, Variant.State.ACTIVE, Optional.empty());
    private static final Variant B = variant(2, 1, Variant.State.ACTIVE, Optional.empty());
    private static final Variant NONE = variant(3, 0, Variant.State.ACTIVE, Optional.empty());
    private static final Variant PAUSED = variant(4, 2, Variant.State.PAUSED, Optional.empty());
    private static final Variant RETIRED = variant(5, 2, Variant.State.RETIRED, Optional.empty());
    private static final Variant PHONE = variant(6, 5, Variant.State.ACTIVE, Optional.of(PHONES.id()));

    private static final List<Variant> ALL = List.of(A, B, NONE, PAUSED, RETIRED, PHONE);

    private static Variant variant(int number, int weight, Variant.State state, Optional<BranchId> branch) {
        return new Variant(
                new VariantId(new UUID(1, number)),
                "Variant " + number,
                "",
                new Destination.ToOffer(Optional.empty()),
                weight,
                state,
                branch);
    }

    private static Rotation rotation(
            List<Variant> variants, Sharing sharing, Optional<Variant> leader, List<Branch> branches) {
        return new Rotation(
                new RotationId(new UUID(9, 9)),
                variants,
                false,
                1,
                1,
                1,
                sharing,
                leader.map(Variant::id),
                branches,
                variants.size());
    }

    private static Rotation rotation(Sharing sharing, Optional<Variant> leader) {
        return rotation(ALL, sharing, leader, List.of(PHONES, TABLETS));
    }

    @Test
    void visitorsAreDrawnForThoseAtWorkThatWeighSomething() {
        Rotation rotation = rotation(Sharing.BY_HAND, Optional.of(A));
        assertThat(rotation.drawing()).containsExactly(A, B, PHONE);
        assertThat(rotation.weights()).contains(Weights.of(3, 1, 5));
        assertThat(rotation.compared()).containsExactly(A, B, NONE, PAUSED, PHONE);
        assertThat(rotation(List.of(NONE, PAUSED), Sharing.BY_HAND, Optional.empty(), List.of())
                        .weights())
                .isEmpty();
    }

    @Test
    void shareIsOfTheVisitorsOfItsBranch() {
        Rotation rotation = rotation(Sharing.BY_HAND, Optional.empty());
        assertThat(rotation.share(A)).isCloseTo(0.75, within(1e-9));
        assertThat(rotation.share(B)).isCloseTo(0.25, within(1e-9));
        assertThat(rotation.share(PHONE)).isCloseTo(1, within(1e-9));
        assertThat(rotation.share(NONE)).isZero();
        assertThat(rotation.share(PAUSED)).isZero();
    }

    @Test
    void withSharingOffTheLeaderGetsEverybodyOfItsBranchAndNobodyElse() {
        assertThat(rotation(Sharing.OFF, Optional.of(B)).drawing()).containsExactly(B, PHONE);
        assertThat(rotation(Sharing.OFF, Optional.of(PHONE)).drawing()).containsExactly(A, B, PHONE);
        assertThat(rotation(Sharing.OFF, Optional.of(PAUSED)).drawing())
                .as("nobody is drawn for the leader")
                .containsExactly(A, B, PHONE);
        assertThat(rotation(Sharing.OFF, Optional.empty()).drawing()).containsExactly(A, B, PHONE);
        assertThat(rotation(Sharing.STEERED, Optional.of(B)).drawing()).containsExactly(A, B, PHONE);
    }

    @Test
    void whoIsShutIsPassedByAndTheOthersStay() {
        assertThat(rotation(Sharing.BY_HAND, Optional.empty())
                        .passingBy(A::equals)
                        .drawing())
                .containsExactly(B, PHONE);
    }

    @Test
    void aBranchIsARotationOfItsOwn() {
        Rotation rotation = rotation(Sharing.BY_HAND, Optional.of(B));
        assertThat(rotation.ways())
                .containsExactly(Optional.of(PHONES.id()), Optional.of(TABLETS.id()), Optional.empty());
        Rotation phones = rotation.within(Optional.of(PHONES.id()));
        assertThat(phones.variants()).containsExactly(PHONE);
        assertThat(phones.branches()).containsExactly(PHONES);
        Rotation rest = rotation.within(Optional.empty());
        assertThat(rest.variants()).containsExactly(A, B, NONE, PAUSED, RETIRED);
        assertThat(rest.branches()).isEmpty();
    }

    @Test
    void aVariantIsKnownByItsIdAlsoOnceItIsGone() {
        Rotation rotation = rotation(Sharing.BY_HAND, Optional.of(B));
        assertThat(rotation.led()).contains(B);
        assertThat(rotation(Sharing.BY_HAND, Optional.empty()).led()).isEmpty();
        assertThat(rotation.variant(PAUSED.id())).contains(PAUSED);
        assertThat(rotation.name(PAUSED.id())).isEqualTo("Variant 4");
        assertThat(rotation.name(new VariantId(new UUID(1, 99)))).isEqualTo("a variant that is gone");
    }

    @Test
    void whatCannotBeARotationIsRefused() {
        assertThatThrownBy(() -> rotation(List.of(A, PHONE), Sharing.BY_HAND, Optional.empty(), List.of(TABLETS)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("The branch that “Variant 6” is for is there no more");
        Variant twin = new Variant(new VariantId(new UUID(1, 8)), "VARIANT 1", "", A.to(), 1, Variant.State.ACTIVE);
        assertThatThrownBy(() -> rotation(List.of(A, twin), Sharing.BY_HAND, Optional.empty(), List.of()))
                .hasMessageContaining("There are two variants called “VARIANT 1”");
    }

    @Test
    void itHoldsTwentyVariantsAndTenBranchesAndNoMore() {
        assertThat(rotation(variants(20), Sharing.BY_HAND, Optional.empty(), branches(10))
                        .branches())
                .hasSize(10);
        assertThatThrownBy(() -> rotation(variants(21), Sharing.BY_HAND, Optional.empty(), List.of()))
                .hasMessageContaining("at most 20 variants");
        assertThatThrownBy(() -> rotation(variants(1), Sharing.BY_HAND, Optional.empty(), branches(11)))
                .hasMessageContaining("at most 10 branches");
    }

    private static List<Variant> variants(int many) {
        return IntStream.rangeClosed(1, many)
                .mapToObj(number -> variant(number, 1, Variant.State.ACTIVE, Optional.empty()))
                .toList();
    }

    private static List<Branch> branches(int many) {
        return new ArrayList<>(IntStream.rangeClosed(1, many)
                .mapToObj(number -> new Branch(new BranchId(new UUID(7, number)), PHONES.when()))
                .toList());
    }

    @Test
    void statesAndWaysOfSharingAreCalledAsPeopleDo() {
        assertThat(Variant.State.RETIRED.words()).isEqualTo("retired");
        assertThat(Sharing.BY_HAND.words()).isEqualTo("by weights you set");
    }
}
