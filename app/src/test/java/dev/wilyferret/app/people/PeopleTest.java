package dev.wilyferret.app.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.SubscriberId;
import dev.wilyferret.core.people.EmailAddress;
import dev.wilyferret.core.people.Membership;
import dev.wilyferret.core.text.Refusal;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.Executors;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Joining, confirming, leaving, erasing, finding; and the passes in addresses. */
class PeopleTest extends AppTest {

    @Autowired
    private Lists lists;

    @Autowired
    private People people;

    @Autowired
    private Passes passes;

    private Scenario.Stage stage;
    private ListId list;

    @BeforeEach
    void begin() {
        stage = scenario.emptyWithLegal();
        list = list("Readers", true);
    }

    private ListId list(String name, boolean doubleOptIn) {
        UUID id = lists.newId().value();
        lists.keep(
                stage.id(),
                new MailList(
                        new ListId(id),
                        name,
                        "Growbench",
                        "hello@growbench.example",
                        "",
                        doubleOptIn,
                        false,
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty()));
        return new ListId(id);
    }

    private static Joining ines(String first, Map<String, String> answers, String source) {
        return new Joining(
                new EmailAddress("Ines@Kelderhoek.example"),
                first,
                "",
                "",
                answers,
                List.of(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                source,
                "",
                "Austria",
                "I agree",
                "",
                "",
                "");
    }

    @Test
    void theSameAddressAgainIsTheSameSubscriberAndAddsWhatWasNotKnown() {
        Subscriber first = people.join(stage.id(), list, ines("", Map.of("Balcony?", "yes"), "plumage"));
        Subscriber again = people.join(stage.id(), list, ines("Ines", Map.of("Size", "2"), "querywell"));
        assertThat(again.id()).isEqualTo(first.id());
        assertThat(again.firstName()).isEqualTo("Ines");
        assertThat(again.answers()).containsEntry("Balcony?", "yes").containsEntry("Size", "2");
        assertThat(again.source()).isEqualTo("plumage");
        assertThat(again.consent()).isEqualTo("I agree");
        assertThat(people.join(stage.id(), list, ines("Other", Map.of(), "")).firstName())
                .isEqualTo("Ines");
    }

    @Test
    void manyAtTheSameMomentAreOne() throws Exception {
        try (var pool = Executors.newFixedThreadPool(8)) {
            var all = IntStream.range(0, 24)
                    .mapToObj(i -> pool.submit(() -> people.join(stage.id(), list, ines("Ines", Map.of(), "x"))))
                    .toList();
            for (var one : all) {
                one.get();
            }
        }
        assertThat(people.count(stage.id(), list, Audience.EVERYBODY)).isEqualTo(1);
        assertThat(sql.sql("select count(*) from outbox where workspace_id = :w")
                        .param("w", stage.id().value())
                        .query(Long.class)
                        .single())
                .as("confirmations asked for")
                .isEqualTo(1);
    }

    @Test
    void whereSomebodyComesBackFromIsTakenAnew() {
        Subscriber one = people.join(stage.id(), list, ines("Ines", Map.of(), "plumage"));
        people.confirm(stage.id(), one.id());
        people.leave(stage.id(), one.id());
        clock.pass(Duration.ofDays(3));
        Subscriber back = people.join(stage.id(), list, ines("Ines", Map.of(), "querywell"));
        assertThat(back.membership()).isEqualTo(Membership.PENDING);
        assertThat(back.source()).isEqualTo("querywell");
        assertThat(back.leftAt()).isEmpty();
        assertThat(back.joinedAt()).isAfter(one.joinedAt());
    }

    @Test
    void erasingReachesEveryListAndNothingComesBackByItself() {
        ListId other = list("Others", false);
        Subscriber here = people.join(stage.id(), list, ines("Ines", Map.of("a", "b"), "plumage"));
        Subscriber there = people.join(stage.id(), other, ines("Ines", Map.of(), "plumage"));
        assertThat(people.sameAddress(here)).hasSize(2);
        people.erase(stage.id(), here.id());
        people.erase(stage.id(), here.id());
        for (SubscriberId id : List.of(here.id(), there.id())) {
            Subscriber gone = people.find(stage.id(), id).orElseThrow();
            assertThat(gone.membership()).isEqualTo(Membership.ERASED);
            assertThat(gone.email() + gone.name() + gone.answers()).isEqualTo("{}");
            assertThat(people.confirm(stage.id(), id).orElseThrow().membership())
                    .isEqualTo(Membership.ERASED);
            assertThat(people.leave(stage.id(), id).orElseThrow().membership()).isEqualTo(Membership.ERASED);
        }
        assertThat(people.join(stage.id(), list, ines("Ines", Map.of(), "")).id())
                .isNotEqualTo(here.id());
        assertThat(lists.members(stage.id()).get(list)).containsEntry(Membership.ERASED, 1L);
    }

    @Test
    void peopleAreFoundByWhatIsKnownOfThem() {
        Subscriber one = people.join(stage.id(), list, ines("Ines", Map.of(), "plumage"));
        people.join(stage.id(), list, Joining.plain(new EmailAddress("mara_100%@a.example"), "Mara", "Brandt"));
        people.tag(stage.id(), one.id(), " cellar ,, balcony, cellar ");
        assertThat(people.find(stage.id(), one.id()).orElseThrow().tags()).containsExactly("cellar", "balcony");
        assertThat(found("kelderhoek", "", "")).containsExactly("Ines");
        assertThat(found("brandt", "", "")).containsExactly("Mara");
        assertThat(found("0%@", "", "")).containsExactly("Mara");
        assertThat(found("_", "", "")).containsExactly("Mara");
        assertThat(found("", "balcony", "")).containsExactly("Ines");
        assertThat(found("", "", "plumage")).containsExactly("Ines");
        assertThat(found("", "", "")).containsExactly("Mara", "Ines");
        Audience later = new Audience(
                Optional.empty(), "", "", "", Optional.empty(), Optional.of(clock.instant()), Optional.empty());
        assertThat(people.count(stage.id(), list, later)).isZero();
        assertThatThrownBy(() -> people.tag(stage.id(), one.id(), "x".repeat(41)))
                .isInstanceOf(Refusal.class);
    }

    private List<String> found(String text, String tag, String source) {
        Audience who =
                new Audience(Optional.empty(), text, tag, source, Optional.empty(), Optional.empty(), Optional.empty());
        List<Subscriber> all = people.meant(stage.id(), list, who, 10, 0);
        assertThat(people.count(stage.id(), list, who)).isEqualTo(all.size());
        return all.stream().map(Subscriber::firstName).toList();
    }

    @Test
    void twoListsCannotHaveOneName() {
        assertThatThrownBy(() -> list("readers", true)).hasMessageContaining("already");
    }

    @Test
    void aPassIsGoodForOnePurposeOnePersonAndATime() {
        Subscriber one = people.join(stage.id(), list, ines("Ines", Map.of(), ""));
        String pass = passes.pass(one, Passes.Purpose.FETCH);
        assertThat(passes.read(Passes.Purpose.FETCH, pass).orElseThrow())
                .isEqualTo(new Passes.Claim(stage.id(), one.pass(), Passes.Purpose.FETCH, false));
        assertThat(passes.read(Passes.Purpose.LEAVE, pass)).isEmpty();
        String[] parts = pass.split("\\.");
        String longer = parts[0] + "." + parts[1] + "." + "zzzzzzzz" + "." + parts[3];
        assertThat(passes.read(Passes.Purpose.FETCH, longer)).isEmpty();
        assertThat(passes.read(Passes.Purpose.FETCH, pass.substring(0, pass.length() - 1) + "x"))
                .isEmpty();
        assertThat(passes.read(Passes.Purpose.FETCH, "")).isEmpty();
        assertThat(passes.read(Passes.Purpose.FETCH, "a.b.c.d")).isEmpty();
        String leave = passes.pass(one, Passes.Purpose.LEAVE);
        clock.pass(Passes.FETCH_LASTS.plusSeconds(2));
        assertThat(passes.read(Passes.Purpose.FETCH, pass).orElseThrow().over()).isTrue();
        assertThat(passes.read(Passes.Purpose.LEAVE, leave).orElseThrow().over())
                .isFalse();
    }

    @Test
    void whatIsTypedForSomebodyConfirmedWaitsUntilTheyConfirmAgain() {
        Subscriber one = people.join(stage.id(), list, ines("Ines", Map.of("Balcony?", "yes"), "plumage"));
        people.confirm(stage.id(), one.id());
        people.join(stage.id(), list, ines("Mallory", Map.of("Balcony?", "no", "Size", "9"), "x"));
        Subscriber still = people.find(stage.id(), one.id()).orElseThrow();
        assertThat(still.answers()).isEqualTo(Map.of("Balcony?", "yes"));
        assertThat(people.somethingWaits(still)).isTrue();
        Subscriber now = people.confirm(stage.id(), one.id()).orElseThrow();
        assertThat(now.answers()).isEqualTo(Map.of("Balcony?", "no", "Size", "9"));
        assertThat(now.firstName()).isEqualTo("Ines");
        assertThat(people.somethingWaits(now)).isFalse();
    }

    @Test
    void whereNobodyConfirmsWhatIsKnownStays() {
        UUID open = list("Open", false).value();
        people.join(stage.id(), new ListId(open), ines("Ines", Map.of("Balcony?", "yes"), "plumage"));
        Subscriber again =
                people.join(stage.id(), new ListId(open), ines("Mallory", Map.of("Balcony?", "no", "Size", "9"), "x"));
        assertThat(again.answers()).isEqualTo(Map.of("Balcony?", "yes", "Size", "9"));
        assertThat(again.firstName()).isEqualTo("Ines");
    }

    @Test
    void tooManyTagsAreRefusedRatherThanCut() {
        Subscriber one = people.join(stage.id(), list, ines("Ines", Map.of(), ""));
        assertThatThrownBy(() -> people.tag(
                        stage.id(),
                        one.id(),
                        IntStream.range(0, 21).mapToObj(i -> "t" + i).collect(Collectors.joining(","))))
                .hasMessageContaining("21 tags; at most 20 fit");
    }
}
