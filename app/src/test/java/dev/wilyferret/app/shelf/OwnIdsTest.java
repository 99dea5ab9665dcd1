package dev.wilyferret.app.shelf;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Ids of new things are made by the server only. */
class OwnIdsTest extends AppTest {

    @Autowired
    private Bonuses bonuses;

    @Test
    void whoseIdIsNotGivenOutHereIsNobodys() {
        Scenario.Stage stage = scenario.empty();
        Guest owner = owner(stage);
        UUID made = UUID.randomUUID();
        assertThat(owner.sendTo("/shelf/bonuses/new", "/shelf/bonuses/" + made, "name", "Mine")
                        .statusCode())
                .isEqualTo(404);
        assertThat(owner.sendTo("/people/lists/new", "/people/lists/" + made + "/settings", "name", "Mine")
                        .statusCode())
                .isEqualTo(404);
        assertThat(owner.sendTo("/shelf/bonuses/new", "/shelf/bonuses", "name", "Made here")
                        .statusCode())
                .isEqualTo(302);
        assertThat(bonuses.of(stage.id()))
                .extracting(Bonus::name)
                .contains("Made here")
                .doesNotContain("Mine");
    }
}
