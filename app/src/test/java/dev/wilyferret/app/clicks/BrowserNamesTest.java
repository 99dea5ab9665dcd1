package dev.wilyferret.app.clicks;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.LinearTime;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BrowserNamesTest {

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
        LinearTime.check("", text -> names.of(text.substring(0, Math.min(512, text.length()))));
        LinearTime.check("Mozilla/5.0 (", text -> names.of(text.substring(0, Math.min(512, text.length()))));
    }
}
