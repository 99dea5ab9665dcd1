package dev.wilyferret.app.trails;

import static dev.wilyferret.app.kit.Guest.location;
import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.ShortId;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Every figure opens to its clicks, every click to its walk, and each click can be taken out and put back. */
class WalkPageTest extends AppTest {

    private Scenario.Trail trail;
    private Guest owner;
    private ClickId click;
    private String bench;

    @BeforeEach
    void someoneWentOn() {
        trail = scenario.trail();
        owner = owner(trail.stage());
        bench = "/promotions/" + trail.promotion().id();
        Guest guest = guest();
        guest.get(trail.link().path());
        guest.get(trail.bridgePath());
        guest.get(trail.redirectPath());
        guest.get("/out/" + ShortId.of(trail.redirect().id()));
        click = new ClickId(ShortId.parse(guest.cookie("wf_c").orElseThrow().split("\\.")[0])
                .orElseThrow());
    }

    @Test
    void theListBehindEachFigureHoldsTheClicksItCounts() {
        guest().get(trail.link().path());
        guest().as("LinkPreviewBot/1.0").get(trail.bridgePath());
        followed();
        for (String[] expected : new String[][] {
            {"traffic", "3 clicks"},
            {"filter", "2 clicks"},
            {"page", "1 click."},
            {"redirect", "1 click."},
            {"offer", "1 click."},
            {"sales", "0 clicks"}
        }) {
            assertThat(owner.get(bench + "/clicks?behind=" + expected[0]).body())
                    .as(expected[0])
                    .contains(expected[1]);
        }
        assertThat(owner.get(bench + "/clicks?behind=nothing").statusCode()).isEqualTo(404);
    }

    @Test
    void aClickOpensAsAWalkWithItsReason() {
        String walk = owner.get("/clicks/" + click).body();
        assertThat(walk)
                .contains(
                        "Clicked the link",
                        "Saw <strong>Bridge page</strong>",
                        "Saw <strong>Redirect page</strong>",
                        "Was sent on to <strong>",
                        "Nothing spoke against it.",
                        trail.link().path());
    }

    @Test
    void aClickIsTakenOutAndPutBack() {
        followed();
        String standing = "/clicks/" + click + "/standing";
        assertThat(location(owner.sendTo("/clicks/" + click, standing, "counts", "false")))
                .endsWith("/clicks/" + click);
        assertThat(owner.get(bench + "/clicks?behind=offer").body()).contains("None in this period.");
        assertThat(owner.get("/clicks/" + click).body()).contains("taken out", "Put back");
        owner.sendTo("/clicks/" + click, standing, "counts", "true");
        assertThat(owner.get(bench + "/clicks?behind=offer").body()).contains("1 click.");
    }

    @Test
    void nobodyRulesOnAnothersClick() {
        Guest stranger = owner(scenario.empty());
        assertThat(stranger.get("/clicks/" + click).statusCode()).isEqualTo(404);
        assertThat(stranger.sendTo("/settings", "/clicks/" + click + "/standing", "counts", "false")
                        .statusCode())
                .isEqualTo(404);
        assertThat(owner.get("/clicks/" + click).body()).contains("Take out");
    }

    @Test
    void theBoardPutsWhatNeedsALookFirst() {
        String board = owner.get("/").body();
        assertThat(board).contains("needs a look", "walk through to the offer");
    }
}
