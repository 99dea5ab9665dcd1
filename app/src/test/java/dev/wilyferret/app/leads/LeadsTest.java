package dev.wilyferret.app.leads;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.people.Joining;
import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.core.link.Slug;
import dev.wilyferret.core.people.EmailAddress;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** What stands on leads of somebody who is on a list already. */
class LeadsTest extends AppTest {

    private static final String INES = "ines@kelderhoek.example";

    @Autowired
    private Leads leads;

    @Autowired
    private People people;

    @Autowired
    private Promotions promotions;

    private Scenario.Trail trail;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
    }

    private UUID anotherPromotion() {
        return promotions
                .add(
                        trail.workspace(),
                        trail.offer(),
                        "Another",
                        new Slug("another-" + UUID.randomUUID().toString().substring(0, 8)))
                .id();
    }

    private Subscriber send(UUID promotion, UUID list, Map<String, String> answers) {
        Lead lead = new Lead(
                UUID.randomUUID(),
                promotion,
                trail.bridge().id(),
                UUID.randomUUID(),
                INES,
                answers,
                "",
                "",
                Optional.empty(),
                "",
                clock.instant());
        Joining plain = Joining.plain(new EmailAddress(INES), "", "");
        Joining joining = new Joining(
                plain.email(),
                "",
                "",
                "",
                answers,
                List.of(),
                Optional.of(promotion),
                Optional.empty(),
                Optional.empty(),
                "",
                "",
                "",
                "",
                "",
                "",
                "");
        return leads.keep(trail.workspace(), lead, Optional.of(list), joining).orElseThrow();
    }

    private Map<String, String> answersOn(UUID promotion) {
        return leads.ofPromotion(trail.workspace(), promotion).getFirst().answers();
    }

    @Test
    void whatAStrangerTypesForSomebodyConfirmedStandsOnNoLeadUntilTheyConfirmAgain() {
        UUID list = scenario.list(trail.workspace(), true);
        UUID first = trail.promotion().id();
        Subscriber ines = send(first, list, Map.of("Balcony?", "yes"));
        people.confirm(trail.workspace(), ines.id());
        UUID second = anotherPromotion();
        UUID third = anotherPromotion();

        send(second, list, Map.of("Balcony?", "no"));
        send(third, list, Map.of("Cellar?", "no"));

        assertThat(answersOn(first)).isEqualTo(Map.of("Balcony?", "yes"));
        assertThat(answersOn(second)).isEmpty();
        assertThat(answersOn(third)).isEmpty();
        assertThat(leads.ofAddress(trail.workspace(), INES)).hasSize(3);

        people.confirm(trail.workspace(), ines.id());

        assertThat(answersOn(second)).isEqualTo(Map.of("Balcony?", "no"));
        assertThat(answersOn(third)).isEqualTo(Map.of("Cellar?", "no"));
    }

    @Test
    void whatIsSentBeforeConfirmingStands() {
        UUID list = scenario.list(trail.workspace(), true);
        UUID second = anotherPromotion();
        send(trail.promotion().id(), list, Map.of("Balcony?", "yes"));
        send(second, list, Map.of("Balcony?", "no"));
        assertThat(answersOn(second)).isEqualTo(Map.of("Balcony?", "no"));
    }
}
