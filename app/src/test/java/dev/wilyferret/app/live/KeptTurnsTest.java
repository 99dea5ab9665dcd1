package dev.wilyferret.app.live;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.clicks.ClickCounts;
import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.rotations.Rotating;
import dev.wilyferret.app.rotations.Rotations;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.rotation.Behind;
import dev.wilyferret.core.rotation.Variant;
import dev.wilyferret.core.rotation.Weights;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Turns go on after a start where they were, out of what stands in the log. */
class KeptTurnsTest extends AppTest {

    @Autowired
    private Rotations rotations;

    @Autowired
    private ClickCounts counts;

    private Scenario.Trail trail;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
    }

    private Rotating begun(Behind behind, Destination first) {
        rotations.begin(
                trail.workspace(),
                trail.promotion().id(),
                behind,
                "First",
                first,
                "Second",
                new Destination.ToOffer(Optional.empty()));
        return rotations.behind(trail.workspace(), behind).orElseThrow();
    }

    private long taken(Rotating rotating) {
        KeptTurns started = new KeptTurns(counts, rotations);
        started.countBefore(trail.workspace());
        return started.of(
                        rotating,
                        Optional.empty(),
                        rotating.rotation().variants().stream().map(Variant::id).toList(),
                        new Weights(List.of(1, 1)))
                .taken();
    }

    private void drawn(int visitors, String path, String event) {
        await().until(() -> {
            guest().as("Mozilla/5.0 (X11; Linux; rv:" + Math.random() + ") Firefox/151.0")
                    .get(path);
            return sql.sql("select count(*) from " + event + " where workspace_id = ? and first_draw")
                            .param(trail.workspace().value())
                            .query(Integer.class)
                            .single()
                    >= visitors;
        });
    }

    @Test
    void ofALinkByItsClicks() {
        Rotating rotating = begun(
                new Behind.OfLink(trail.link().id()),
                new Destination.ToPage(trail.bridge().id()));
        drawn(3, trail.link().path(), "click");
        assertThat(taken(rotating)).isEqualTo(3);
    }

    /** Who comes by a link is drawn in the middle of their visit, who comes without one at its beginning. */
    @Test
    void ofAPageByItsClicksAndByWhatIsDrawnMeanwhile() {
        Rotating rotating = begun(
                new Behind.OfPage(trail.bridge().id()),
                new Destination.ToPage(trail.bridge().id()));
        drawn(2, trail.bridgePath(), "click");
        assertThat(taken(rotating)).isEqualTo(2);
        for (int i = 0; i < 3; i++) {
            var guest = guest().as("Mozilla/5.0 (X11; Linux; rv:1" + i + ") Firefox/151.0");
            guest.get(trail.link().path());
            guest.get(trail.bridgePath());
        }
        assertThat(sql.sql("select count(*) from site_event where workspace_id = ? and first_draw")
                        .param(trail.workspace().value())
                        .query(Integer.class)
                        .single())
                .isEqualTo(3);
        assertThat(taken(rotating)).isEqualTo(5);
    }
}
