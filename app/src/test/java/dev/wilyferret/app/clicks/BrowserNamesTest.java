package dev.wilyferret.app.clicks;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.LinearTime;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BrowserNamesTest {

    private static final String FIREFOX = "Mozilla/5.0 (X11; Linux x86_64; rv:151.0) Gecko/20100101 Firefox/151.0";

    private final BrowserNames names = new BrowserNames();

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            Mozilla/5.0 (X11; Linux x86_64; rv:151.0) Gecko/20100101 Firefox/151.0 | Firefox on Linux
            Mozilla/5.0 (Linux; Android 16; K) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/150.0.0.0 Mobile Safari/537.36 | Chrome on Android
            Mozilla/5.0 (iPhone; CPU iPhone OS 18_0 like Mac OS X) AppleWebKit/605.1.15 (KHTML, like Gecko) Version/18.0 Mobile/15E148 Safari/604.1 | Safari on iOS
            nobody knows this | Unknown browser
            '' | ''
            """)
    void sayWhatPeopleCallThem(String agent, String name) {
        assertThat(names.of(agent)).isEqualTo(name);
    }

    /** As long as a user agent is kept. */
    @Test
    void takeTimeInProportion() {
        LinearTime.check("", text -> BrowserNames.named(text.substring(0, Math.min(512, text.length()))));
        LinearTime.check("Mozilla/5.0 (", text -> BrowserNames.named(text.substring(0, Math.min(512, text.length()))));
    }

    @Test
    void whoMakesUpAgentsUsesUpTheTimeAndWhoIsKnownStaysKnown() {
        BrowserNames little = new BrowserNames(Duration.ofMillis(300), Duration.ofMillis(1));
        assertThat(little.of(FIREFOX)).isEqualTo("Firefox on Linux");
        assertThat(IntStream.range(0, 20_000)
                        .mapToObj(i -> little.of(FIREFOX + "." + i))
                        .filter(BrowserNames.UNKNOWN::equals))
                .as("of made-up ones")
                .isNotEmpty();
        assertThat(little.of(FIREFOX + ".last")).isEqualTo(BrowserNames.UNKNOWN);
        assertThat(little.of(FIREFOX)).isEqualTo("Firefox on Linux");
    }

    @Test
    void anAgentIsReadToItsFiveHundredAndTwelfthCharacter() {
        String before = "x".repeat(512 - FIREFOX.length());
        assertThat(names.of(before + FIREFOX)).isEqualTo("Firefox on Linux");
        // What says it is a Firefox is cut off.
        assertThat(names.of(before + "x".repeat(13) + FIREFOX)).startsWith(BrowserNames.UNKNOWN);
    }

    /** A crowd of callers at once, each with an agent of its own. */
    @Test
    void manyAtOnceAreReadInTurn() throws Exception {
        try (ExecutorService callers = Executors.newFixedThreadPool(8)) {
            List<Future<String>> all = IntStream.range(0, 200)
                    .mapToObj(i -> callers.submit(() -> names.of(FIREFOX + "." + i)))
                    .toList();
            for (Future<String> one : all) {
                assertThat(one.get()).isEqualTo("Firefox on Linux");
            }
        }
    }
}
