package dev.wilyferret.core.design;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.FormField;
import dev.wilyferret.core.page.NextStep;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class ReadyTrailTest {

    static Stream<ReadyTrail> trails() {
        return ReadyTrail.all().stream();
    }

    private static List<NextStep> ways(ReadyTrail.Stop stop) {
        return stop.page()
                .blocks()
                .all()
                .flatMap(placed -> placed.block().nextSteps().stream())
                .flatMap(next -> next.each().stream())
                .toList();
    }

    @ParameterizedTest
    @MethodSource("trails")
    void everyPageItNamesIsOneOfItsOwn(ReadyTrail trail) {
        Set<String> own = trail.stops().stream().map(ReadyTrail.Stop::name).collect(Collectors.toSet());
        assertThat(own).hasSize(trail.stops().size());
        trail.stops()
                .forEach(stop -> ways(stop).stream()
                        .filter(NextStep.ToPageToMake.class::isInstance)
                        .map(next -> ((NextStep.ToPageToMake) next).name())
                        .forEach(name -> assertThat(own).contains(name)));
        trail.list()
                .ifPresent(list -> Stream.of(list.check(), list.confirmed(), list.gift())
                        .filter(name -> !name.isEmpty())
                        .forEach(name -> assertThat(own).contains(name)));
        assertThat(ReadyTrail.of(trail.key())).isPresent();
    }

    @ParameterizedTest
    @MethodSource("trails")
    void itsFormsPutPeopleOnItsList(ReadyTrail trail) {
        ListId list = new ListId(new UUID(7, 7));
        trail.onto(list).stream()
                .flatMap(stop -> stop.page().blocks().all())
                .filter(placed -> placed.block() instanceof Block.Form)
                .forEach(placed ->
                        assertThat(((Block.Form) placed.block()).list()).contains(list));
    }

    @Test
    void twoOffersLeadToEachOfThemAndSaySo() {
        OfferId second = new OfferId(new UUID(8, 8));
        ReadyTrail trail = ReadyTrail.of("two-offers").orElseThrow();
        List<ReadyTrail.Stop> stops = trail.leadingTo(Optional.of(second)).stops();
        assertThat(ways(stops.getFirst()))
                .containsExactly(new NextStep.ToOffer(), new NextStep.ToPageToMake(trail.secondOffer()));
        assertThat(ways(stops.getLast())).containsExactly(new NextStep.ToAnotherOffer(second));
        assertThat(ways(trail.leadingTo(Optional.empty()).stops().getLast())).containsExactly(new NextStep.NotChosen());
        assertThat(stops)
                .allMatch(stop ->
                        stop.page().blocks().first(Block.Disclosure.class).isPresent());
    }

    /** What leaves through an affiliate link says so, on every page of every trail. */
    @ParameterizedTest
    @MethodSource("trails")
    void whereItLeavesItDiscloses(ReadyTrail trail) {
        assertThat(trail.stops())
                .filteredOn(stop -> ways(stop).stream().anyMatch(NextStep::outbound))
                .allMatch(stop ->
                        stop.page().blocks().first(Block.Disclosure.class).isPresent());
    }

    @Test
    void buyersAreToldWhereToClaimOnTheBonusPage() {
        List<ReadyTrail.Stop> stops =
                ReadyTrail.of("bonus-for-buyers").orElseThrow().stops();
        assertThat(ways(stops.getFirst())).contains(new NextStep.ToPageToMake("Claim page"));
    }

    @Test
    void theClaimAsksForTheOrderAndTheDownloadHandsOut() {
        ReadyTrail trail = ReadyTrail.of("bonus-for-buyers").orElseThrow();
        assertThat(trail.stops()
                        .get(1)
                        .page()
                        .blocks()
                        .first(Block.Form.class)
                        .orElseThrow()
                        .fields())
                .contains(FormField.of("Order number *"));
        assertThat(trail.stops()
                        .get(2)
                        .page()
                        .blocks()
                        .first(Block.BonusList.class)
                        .orElseThrow()
                        .handedOut())
                .isTrue();
    }

    @Test
    void theTwoOffersOpenAtOnce() {
        assertThat(ways(ReadyTrail.of("two-offers").orElseThrow().stops().getFirst()))
                .containsExactly(new NextStep.ToOffer(), new NextStep.ToPageToMake("Second offer"));
    }
}
