package dev.wilyferret.app.workspace;

import static dev.wilyferret.app.kit.Guest.location;
import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.ZoneId;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

class SignInTest extends AppTest {

    @Autowired
    private Workspaces workspaces;

    @Autowired
    private OwnBrowsers browsers;

    /** All tests come from one address, and each wants its tries. */
    @BeforeEach
    void waitForTries() {
        clock.pass(Duration.ofMinutes(5));
    }

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
        var answer = console().send("/sign-in", "email", scenario.empty().email(), "password", Scenario.PASSWORD);
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
        SignInThrottle throttle = new SignInThrottle(clock);
        for (int i = 0; i < 20; i++) {
            assertThat(throttle.take("account" + i, "192.0.2.9")).isTrue();
        }
        assertThat(throttle.take("fresh", "192.0.2.9")).isFalse();
        assertThat(throttle.take("fresh", "192.0.2.10")).isTrue();
    }

    @Test
    void manyGuessesAtOnceAreNoWayAroundTheLimit() throws Exception {
        Scenario.Stage stage = scenario.empty();
        List<Guest> guessers = Stream.generate(this::console).limit(60).toList();
        guessers.forEach(guesser -> guesser.get("/sign-in"));
        long looked;
        try (var threads = Executors.newVirtualThreadPerTaskExecutor()) {
            looked = threads
                    .invokeAll(guessers.stream()
                            .<Callable<String>>map(guesser -> () ->
                                    location(guesser.send("/sign-in", "email", stage.email(), "password", "guess")))
                            .toList())
                    .stream()
                    .filter(answer -> answer.resultNow().endsWith("/sign-in?wrong"))
                    .count();
        }
        assertThat(looked).isLessThanOrEqualTo(5);
    }

    @Test
    void aBrowserThatSignedInBeforeIsNotLockedOutByOthers() {
        Scenario.Stage stage = scenario.empty();
        Guest owner = owner(stage);
        owner.sendTo("/", "/sign-out");
        Guest stranger = console();
        for (int i = 0; i < 8; i++) {
            stranger.send("/sign-in", "email", stage.email(), "password", "guess" + i);
        }
        assertThat(location(stranger.send("/sign-in", "email", stage.email(), "password", Scenario.PASSWORD)))
                .endsWith("/sign-in?wait");
        assertThat(location(owner.send("/sign-in", "email", stage.email(), "password", Scenario.PASSWORD)))
                .doesNotContain("sign-in");
        Scenario.Stage another = scenario.empty();
        for (int i = 0; i < 6; i++) {
            owner.send("/sign-in", "email", another.email(), "password", "guess" + i);
        }
        assertThat(location(owner.send("/sign-in", "email", another.email(), "password", Scenario.PASSWORD)))
                .as("known to one account is a stranger to the next")
                .endsWith("/sign-in?wait");
    }

    @Test
    void spellingsThatLeadToOneAccountShareItsLimit() {
        Scenario.Stage stage = scenario.empty();
        Guest guesser = console();
        // The Kelvin sign and the long s fold to k and s in some places and not in others.
        for (String spelled : List.of(
                stage.email(),
                " " + stage.email() + " ",
                stage.email().toUpperCase(Locale.ROOT),
                stage.email().replace('k', '\u212A'),
                stage.email().replace("ben", "BEN"),
                stage.email().replace('e', 'E'))) {
            guesser.send("/sign-in", "email", spelled, "password", "guess");
        }
        assertThat(location(guesser.send("/sign-in", "email", stage.email(), "password", Scenario.PASSWORD)))
                .endsWith("/sign-in?wait");
    }

    /** So that no number of strangers fills the memory. */
    @Test
    void aStrangerHasNoSession() {
        Guest stranger = console();
        Stream.of(
                        stranger.get("/sign-in"),
                        stranger.get("/offers"),
                        stranger.get("/offers?" + "x".repeat(3000)),
                        stranger.get("/first-password"),
                        stranger.send("/sign-in", "email", "nobody@b.example", "password", "guess"),
                        stranger.send("/sign-in", "email", "x".repeat(40_000), "password", "guess"),
                        stranger.sendTo("/sign-in", "/sign-out"),
                        console().post("/sign-in", "email", "nobody@b.example", "password", "guess"),
                        console().post("/offers", "name", "x"))
                .flatMap(answer -> answer.headers().allValues("Set-Cookie").stream())
                .forEach(cookie -> assertThat(cookie).doesNotContain("session").hasSizeLessThan(900));
        assertThat(Accounts.cut("y".repeat(300))).hasSize(254);
    }

    @Test
    void signingInLeadsToThePageThatWasAskedForAndNowhereElse() {
        Guest asked = console();
        Scenario.Stage stage = scenario.empty();
        asked.get("/offers?a=b");
        assertThat(location(asked.send("/sign-in", "email", stage.email(), "password", Scenario.PASSWORD)))
                .endsWith("/offers?a=b");
        assertThat(asked.cookie("ferret_asked").orElse("")).isEmpty();
        for (String path :
                List.of("//evil.example", "https://evil.example", "/\\evil.example", "/a\r\nX: y", "offers")) {
            Guest led = console();
            String asking =
                    Base64.getUrlEncoder().withoutPadding().encodeToString(path.getBytes(StandardCharsets.UTF_8));
            assertThat(location(led.carrying("ferret_asked", asking)
                            .send("/sign-in", "email", stage.email(), "password", Scenario.PASSWORD)))
                    .as(path)
                    .endsWith("/")
                    .doesNotContain("evil");
        }
    }

    @Test
    void aNewPasswordEndsEveryOtherSession() {
        Scenario.Stage stage = scenario.empty();
        Guest here = owner(stage);
        Guest elsewhere = owner(stage);
        assertThat(elsewhere.get("/offers").statusCode()).isEqualTo(200);
        here.send("/first-password", "present", Scenario.PASSWORD, "chosen", "another-horse-mushroom");
        assertThat(here.get("/offers").statusCode()).isEqualTo(200);
        assertThat(location(elsewhere.get("/offers"))).endsWith("/sign-in?ended");
        assertThat(location(elsewhere.get("/offers"))).endsWith("/sign-in");
    }

    @Test
    void aOneTimePasswordIsOverAfterThreeDays() {
        String email = "late" + System.nanoTime() + "@growbench.example";
        workspaces.found("New", Scenario.EUR, ZoneId.of("UTC"), email, "one-time-word", true);
        clock.pass(Duration.ofDays(3));
        assertThat(location(console().send("/sign-in", "email", email, "password", "wrong")))
                .endsWith("?wrong");
        Guest late = console();
        assertThat(location(late.send("/sign-in", "email", email, "password", "one-time-word")))
                .endsWith("?over");
        assertThat(late.get("/sign-in?over").body()).contains("./ferret password");
        assertThat(location(late.get("/first-password"))).endsWith("/sign-in");
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
                .param(stage.id().value())
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
                            .param(trail.workspace().value())
                            .query(Long.class)
                            .single()
                    > 0;
        });
        Scenario.Trail another = scenario.trail();
        browser.get(another.link().path());
        assertThat(sql.sql("select standing from standing_click where workspace_id = ?")
                        .param(another.workspace().value())
                        .query(String.class)
                        .list())
                .containsExactly("COUNTED");

        browsers.release(
                trail.workspace(), browsers.of(trail.workspace()).getFirst().id());
        org.awaitility.Awaitility.await().until(() -> {
            browser.get(trail.link().path());
            return sql.sql("select standing from standing_click where workspace_id = ? order by at desc limit 1")
                    .param(trail.workspace().value())
                    .query(String.class)
                    .single()
                    .equals("COUNTED");
        });
    }

    @Test
    void aPassThatIsForgedOrTooOldMarksNobody() {
        Scenario.Stage stage = scenario.empty();
        // What the browser is called takes work, which nobody without a pass is given.
        Supplier<String> unasked = () -> {
            throw new AssertionError("The browser's name was asked for");
        };
        String[] parts = browsers.pass(stage.id()).split("\\.");
        assertThat(browsers.redeem(parts[0] + ".99999999999." + parts[2], unasked))
                .isEmpty();
        assertThat(browsers.redeem(parts[0] + ".1." + workspaces.sign(stage.id(), "own." + parts[0] + ".1"), unasked))
                .isEmpty();
        assertThat(browsers.redeem(scenario.empty().id() + "." + parts[1] + "." + parts[2], unasked))
                .isEmpty();
        assertThat(browsers.redeem("", unasked)).isEmpty();
        assertThat(browsers.of(stage.id())).isEmpty();
    }
}
