package dev.wilyferret.app.kit;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.Cookie;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Timeout;

/**
 * A test that goes through the program in a real browser, finding things by role and label as a person does. A browser that
 * hangs fails its test instead of holding up the run.
 */
@Timeout(120)
public abstract class BrowserTest extends AppTest {

    /** The same engine without the window around it: a page costs half as much. */
    private static final Path CHROMIUM = Path.of("/usr/bin/chromium-headless-shell");

    private static final String AXE = axe();
    private static final String VISITOR =
            "Mozilla/5.0 (Windows NT 10.0; Win64; x64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/156.0.0.0 Safari/537.36";

    private static Playwright playwright;
    private static Browser chromium;

    /** The owner's browser. */
    protected BrowserContext owner;

    /** Whose workspace the owner signs in to. */
    protected Scenario.Stage stage;

    /** One browser for the whole run. */
    @BeforeAll
    static void openBrowser() {
        if (playwright != null) {
            return;
        }
        // A busy machine is slow, not wrong.
        PlaywrightAssertions.setDefaultAssertionTimeout(20_000);
        playwright = Playwright.create(
                new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
        chromium = playwright
                .chromium()
                .launch(new BrowserType.LaunchOptions()
                        .setExecutablePath(CHROMIUM)
                        .setArgs(List.of(
                                "--no-sandbox",
                                "--disable-gpu",
                                "--disable-background-networking",
                                "--disable-component-update",
                                "--disable-sync",
                                "--no-first-run")));
        Runtime.getRuntime().addShutdownHook(new Thread(playwright::close));
    }

    @BeforeEach
    void openOwner() {
        owner = chromium.newContext(new Browser.NewContextOptions().setViewportSize(1280, 800));
    }

    @AfterEach
    void closeOwner() {
        owner.close();
    }

    /** For pages whose edits reach the program late. */
    protected static final String LATE_EDITS = """
            const send = XMLHttpRequest.prototype.send;
            XMLHttpRequest.prototype.send = function (body) { setTimeout(() => send.call(this, body), 400); };
            """;

    /** A visitor's browser, which nobody has marked. */
    protected static BrowserContext stranger(boolean script) {
        return stranger(script, VISITOR);
    }

    protected static BrowserContext stranger(boolean script, String userAgent) {
        return chromium.newContext(
                new Browser.NewContextOptions().setJavaScriptEnabled(script).setUserAgent(userAgent));
    }

    /** Signed in at the sign-in page, as a person does. */
    protected Page signingIn() {
        Page page = owner.newPage();
        page.navigate(installation.consoleAddress() + "/sign-in");
        page.getByLabel("E-mail address").fill(stage.email());
        page.getByLabel("Password").fill(Scenario.PASSWORD);
        button(page, "Sign in").click();
        return page;
    }

    /** The board of somebody who is signed in already. */
    protected Page signedIn() {
        String session = owner(stage).cookie("ferret_session").orElseThrow();
        owner.addCookies(List.of(new Cookie("ferret_session", session)
                .setUrl(installation.consoleAddress().toString())));
        Page page = owner.newPage();
        page.navigate(installation.consoleAddress() + "/");
        return page;
    }

    protected static Locator button(Page page, String words) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(words).setExact(true));
    }

    protected static Locator link(Page page, String words) {
        return page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(words))
                .first();
    }

    protected static Locator field(Page page, String label) {
        return page.getByLabel(label, new Page.GetByLabelOptions().setExact(true));
    }

    /** axe finds nothing on the screen, and nothing is wider than a phone. */
    protected static void inOrder(Page page) {
        assertThat((Integer) page.evaluate("performance.getEntriesByType('navigation')[0].responseStatus"))
                .as("no error page: " + page.url())
                .isIn(200, 422);
        accessible(page);
        page.setViewportSize(390, 844);
        assertThat((Integer) page.evaluate("document.documentElement.scrollWidth"))
                .as("width of " + page.url())
                .isLessThanOrEqualTo(390);
        page.setViewportSize(1280, 800);
    }

    protected static void accessible(Page page) {
        page.evaluate(AXE);
        Object violations = page.evaluate(
                "axe.run(document, {iframes: false, resultTypes: ['violations']}).then(all => all.violations.map(one => one.id + ': ' + one.nodes[0].html))");
        assertThat(violations).as(page.url()).isEqualTo(List.of());
    }

    private static String axe() {
        try (var script = BrowserTest.class.getResourceAsStream("/axe.min.js")) {
            return new String(Objects.requireNonNull(script).readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
