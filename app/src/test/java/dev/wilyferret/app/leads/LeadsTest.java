package dev.wilyferret.app.leads;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.people.Joining;
import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.PromotionId;
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

    private PromotionId anotherPromotion() {
        return promotions
                .add(
                        trail.workspace(),
                        trail.offer(),
                        "Another",
                        new Slug("another-" + UUID.randomUUID().toString().substring(0, 8)))
                .id();
    }

    private Subscriber send(PromotionId promotion, ListId list, Map<String, String> answers) {
        Lead lead = new Lead(
                UUID.randomUUID(),
                promotion,
                trail.bridge().id(),
                new ClickId(UUID.randomUUID()),
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

    private Map<String, String> answersOn(PromotionId promotion) {
        return leads.ofPromotion(trail.workspace(), promotion, 0).getFirst().answers();
    }

    @Test
    void whatAStrangerTypesForSomebodyConfirmedStandsOnNoLeadUntilTheyConfirmAgain() {
        ListId list = scenario.list(trail.workspace(), true);
        UUID first = trail.promotion().id().value();
        Subscriber ines = send(new PromotionId(first), list, Map.of("Balcony?", "yes"));
        people.confirm(trail.workspace(), ines.id());
        UUID second = anotherPromotion().value();
        UUID third = anotherPromotion().value();

        send(new PromotionId(second), list, Map.of("Balcony?", "no"));
        send(new PromotionId(third), list, Map.of("Cellar?", "no"));

        assertThat(answersOn(new PromotionId(first))).isEqualTo(Map.of("Balcony?", "yes"));
        assertThat(answersOn(new PromotionId(second))).isEmpty();
        assertThat(answersOn(new PromotionId(third))).isEmpty();
        assertThat(leads.ofAddress(trail.workspace(), INES)).hasSize(3);

        people.confirm(trail.workspace(), ines.id());

        assertThat(answersOn(new PromotionId(second))).isEqualTo(Map.of("Balcony?", "no"));
        assertThat(answersOn(new PromotionId(third))).isEqualTo(Map.of("Cellar?", "no"));
    }

    @Test
    void whatIsSentBeforeConfirmingStands() {
        ListId list = scenario.list(trail.workspace(), true);
        UUID second = anotherPromotion().value();
        send(trail.promotion().id(), list, Map.of("Balcony?", "yes"));
        send(new PromotionId(second), list, Map.of("Balcony?", "no"));
        assertThat(answersOn(new PromotionId(second))).isEqualTo(Map.of("Balcony?", "no"));
    }
}
