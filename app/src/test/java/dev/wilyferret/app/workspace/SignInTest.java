package dev.wilyferret.app.workspace;

import static dev.wilyferret.app.kit.Guest.location;
import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import java.time.ZoneId;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

class SignInTest extends AppTest {

    @Autowired
    private Workspaces workspaces;

    @Autowired
    private OwnBrowsers browsers;

    private Guest console() {
        return new Guest(installation.consoleAddress().toString());
    }

    @Test
    void nobodyGetsInWithoutSigningIn() {
        for (String path : new String[] {"/", "/offers", "/settings", "/pixels", "/sales", "/promotions/new"}) {
            assertThat(location(console().get(path))).as(path).endsWith("/sign-in");
        }
    }

    @Test
    void aChangeWithoutTheFormsTokenIsRefused() {
        Guest owner = owner(scenario.empty());
        assertThat(owner.post("/offers/new", "name", "x").statusCode()).isEqualTo(403);
        assertThat(owner.post("/sign-out").statusCode()).isEqualTo(403);
    }

    @Test
    void theConsolesPagesMayRunOnlyTheirOwnScripts() {
        var page = owner(scenario.empty()).get("/");
        String policy = page.headers().firstValue("Content-Security-Policy").orElseThrow();
        assertThat(policy)
                .contains("default-src 'self'", "frame-ancestors 'none'", "base-uri 'none'")
                .doesNotContain("unsafe-inline", "unsafe-eval");
        assertThat(page.body()).doesNotContain("<script>", "onclick=", "style=\"");
        assertThat(page.headers().firstValue("X-Content-Type-Options")).contains("nosniff");
    }

    @Test
    void theSessionCookieIsOutOfReachOfScripts() {
        var answer = console().get("/sign-in");
        assertThat(answer.headers().allValues("Set-Cookie"))
                .anyMatch(cookie -> cookie.startsWith("ferret_session=")
                        && cookie.contains("HttpOnly")
                        && cookie.contains("SameSite=Lax"));
    }

    @Test
    void guessingIsSlowedDownByAccount() {
        Scenario.Stage stage = scenario.empty();
        Guest guesser = console();
        for (int i = 0; i < 5; i++) {
            assertThat(location(guesser.send("/sign-in", "email", stage.email(), "password", "guess" + i)))
                    .endsWith("/sign-in?wrong");
        }
        assertThat(location(guesser.send("/sign-in", "email", stage.email(), "password", Scenario.PASSWORD)))
                .endsWith("/sign-in?wait");
        assertThat(location(guesser.send(
                        "/sign-in",
                        "email",
                        stage.email().toUpperCase(java.util.Locale.ROOT),
                        "password",
                        Scenario.PASSWORD)))
                .endsWith("/sign-in?wait");
    }

    @Test
    void guessingIsSlowedDownByNetworkAddress() {
        SignInThrottle throttle = new SignInThrottle();
        for (int i = 0; i < 20; i++) {
            assertThat(throttle.allows("account" + i, "192.0.2.9")).isTrue();
            throttle.failed("account" + i, "192.0.2.9");
        }
        assertThat(throttle.allows("fresh", "192.0.2.9")).isFalse();
        assertThat(throttle.allows("fresh", "192.0.2.10")).isTrue();
    }

    @Test
    void aOneTimePasswordOpensNothingButItsOwnReplacement() {
        String email = "first" + System.nanoTime() + "@growbench.example";
        workspaces.found("New", Scenario.EUR, ZoneId.of("UTC"), email, "one-time-word", true);
        Guest owner = console();
        owner.send("/sign-in", "email", email, "password", "one-time-word");
        assertThat(owner.get("/offers").body()).doesNotContain("Note an offer");
        assertThat(owner.send("/first-password", "present", "one-time-word", "chosen", "short")
                        .body())
                .contains("has 5 characters. Use at least 12");
        assertThat(owner.send("/first-password", "present", "wrong", "chosen", "long-enough-for-me")
                        .body())
                .contains("The present password is not right");
        assertThat(owner.send("/first-password", "present", "one-time-word", "chosen", "one-time-word")
                        .body())
                .contains("Choose another");
        assertThat(location(owner.send("/first-password", "present", "one-time-word", "chosen", "long-enough-for-me")))
                .endsWith("/");
        assertThat(owner.get("/offers").body()).contains("Note an offer");
        assertThat(location(console().send("/sign-in", "email", email, "password", "one-time-word")))
                .endsWith("?wrong");
    }

    @Test
    void passwordsAreKeptHashed() {
        Scenario.Stage stage = scenario.empty();
        String kept = sql.sql("select password_hash from account where workspace_id = ?")
                .param(stage.id())
                .query(String.class)
                .single();
        assertThat(kept).startsWith("{bcrypt}").doesNotContain(Scenario.PASSWORD);
    }

    @Test
    void ownVisitsAreMarkedAndNeverCountedUntilTheBrowserIsReleased() {
        Scenario.Trail trail = scenario.trail();
        Guest browser = guest();
        String pass = browsers.pass(trail.workspace());
        var marked = browser.get("/own/" + pass);
        assertThat(location(marked)).isEqualTo(installation.consoleAddress() + "/settings#own-browsers");
        org.awaitility.Awaitility.await().until(() -> {
            browser.get(trail.link().path());
            return sql.sql("select count(*) from standing_click where workspace_id = ? and standing = 'OWN'")
                            .param(trail.workspace())
                            .query(Long.class)
                            .single()
                    > 0;
        });
        Scenario.Trail another = scenario.trail();
        browser.get(another.link().path());
        assertThat(sql.sql("select standing from standing_click where workspace_id = ?")
                        .param(another.workspace())
                        .query(String.class)
                        .list())
                .containsExactly("COUNTED");

        browsers.release(
                trail.workspace(), browsers.of(trail.workspace()).getFirst().id());
        org.awaitility.Awaitility.await().until(() -> {
            browser.get(trail.link().path());
            return sql.sql("select standing from standing_click where workspace_id = ? order by at desc limit 1")
                    .param(trail.workspace())
                    .query(String.class)
                    .single()
                    .equals("COUNTED");
        });
    }

    @Test
    void aPassThatIsForgedOrTooOldMarksNobody() {
        Scenario.Stage stage = scenario.empty();
        String[] parts = browsers.pass(stage.id()).split("\\.");
        assertThat(browsers.redeem(parts[0] + ".99999999999." + parts[2], "x")).isEmpty();
        assertThat(browsers.redeem(parts[0] + ".1." + workspaces.sign(stage.id(), "own." + parts[0] + ".1"), "x"))
                .isEmpty();
        assertThat(browsers.redeem(scenario.empty().id() + "." + parts[1] + "." + parts[2], "x"))
                .isEmpty();
        assertThat(browsers.redeem("", "x")).isEmpty();
        assertThat(browsers.of(stage.id())).isEmpty();
    }
}
