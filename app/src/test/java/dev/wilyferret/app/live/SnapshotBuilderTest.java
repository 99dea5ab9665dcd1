package dev.wilyferret.app.live;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.link.Slug;
import dev.wilyferret.core.page.NextStep;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import javax.sql.DataSource;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** A change draws the pages it is about, and no others. */
class SnapshotBuilderTest extends AppTest {

    @Autowired
    private SnapshotBuilder builder;

    @Autowired
    private Pages pages;

    @Autowired
    private Workspaces workspaces;

    @Autowired
    private Promotions promotions;

    @Autowired
    private SnapshotKeeper snapshots;

    @Autowired
    private DataSource source;

    private Scenario.Trail trail;
    private SiteSnapshot.Part before;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
        before = builder.part(trail.workspace(), Optional.empty());
    }

    /** The pages that are drawn anew after a change. */
    private List<PageId> drawnAnew() {
        Map<PageId, SiteSnapshot.LivePage> old =
                before.pages().stream().collect(Collectors.toMap(SiteSnapshot.LivePage::id, Function.identity()));
        before = builder.part(trail.workspace(), Optional.of(before));
        return before.pages().stream()
                .filter(page -> old.get(page.id()).served() != page.served())
                .map(SiteSnapshot.LivePage::id)
                .toList();
    }

    @Test
    void aChangeOfOnePageDrawsThatPage() {
        assertThat(drawnAnew()).isEmpty();
        scenario.write(
                trail.bridge(),
                Scenario.bridgeText(
                        "Another headline", new NextStep.ToPage(trail.redirect().id()), List.of(trail.pixel())));
        assertThat(drawnAnew()).containsExactly(trail.bridge().id());
    }

    @Test
    void aDraftDrawsNothing() {
        scenario.write(trail.bridge(), Scenario.bridgeText("A draft", new NextStep.ToOffer(), List.of()), false);
        assertThat(drawnAnew()).isEmpty();
    }

    /** A row that cannot be read, as after a mistake by hand. */
    @Test
    void aWorkspaceThatCannotBeReadIsLeftAsItWasAndTheOthersGoOn() {
        Scenario.Trail other = scenario.trail();
        sql.sql("update offer set link_template = '{' where workspace_id = ?")
                .param(trail.workspace().value())
                .update();
        await().until(() -> snapshots.isUnread(trail.workspace()));
        assertThat(guest().get(trail.link().path()).statusCode())
                .as("with what was known of it")
                .isEqualTo(302);
        scenario.write(
                other.bridge(),
                Scenario.bridgeText("Another headline", new NextStep.ToOffer(), List.of(other.pixel())));
        await().until(() -> guest().get(other.bridgePath()).body().contains("Another headline"));
        assertThat(snapshots.isUnread(other.workspace())).isFalse();
        assertThat(owner(trail.stage()).get("/settings").body())
                .contains("The public site goes on with what it knew of this workspace before");
        assertThat(owner(other.stage()).get("/settings").body()).doesNotContain("goes on with what it knew");
        // A program that is started meanwhile begins, too.
        SnapshotKeeper started = new SnapshotKeeper(builder, source);
        started.start();
        started.stop();
        assertThat(started.now().links()).isNotEmpty();
        assertThat(started.isUnread(trail.workspace())).isTrue();
        sql.sql(
                        "update offer set link_template = 'https://lanternfish.test/buy/cellar-crop{?aff,sub1,sub2}' where workspace_id = ?")
                .param(trail.workspace().value())
                .update();
        await().until(() -> !snapshots.isUnread(trail.workspace()));
    }

    /** A page says of itself where it stands, and pixels are told. */
    @Test
    void aPromotionThatMovesToAnotherHostIsDrawnAnew() {
        sql.sql(
                        "insert into own_host (workspace_id, name, added_at, active_at) values (?, 'shop.moved.localhost', now(), now())")
                .param(trail.workspace().value())
                .update();
        OwnHost host = new OwnHost("shop.moved.localhost");
        promotions.move(
                trail.workspace(),
                trail.promotion().id(),
                Optional.of(host),
                trail.promotion().slug().toString());
        assertThat(drawnAnew())
                .containsExactlyInAnyOrder(trail.bridge().id(), trail.redirect().id());
    }

    @Test
    void whatStandsOnAPageFromElsewhereDrawsIt() {
        pages.rename(trail.workspace(), trail.redirect().id(), "Moved", new Slug("moved"));
        assertThat(drawnAnew())
                .as("its own address, and the page that leads there")
                .containsExactlyInAnyOrder(trail.bridge().id(), trail.redirect().id());
        workspaces.describe(workspaces
                .get(trail.workspace())
                .with(new Workspace.Legal("Growbench", "13 Spawn Lane", "hello@growbench.example", "", "")));
        assertThat(drawnAnew())
                .as("the footer stands on all")
                .containsExactlyInAnyOrder(trail.bridge().id(), trail.redirect().id());
    }
}
