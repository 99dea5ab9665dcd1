package dev.wilyferret.app;

import static org.assertj.core.api.Assertions.assertThat;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.LoggerContext;
import ch.qos.logback.classic.PatternLayout;
import ch.qos.logback.classic.spi.LoggingEvent;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.config.YamlPropertiesFactoryBean;
import org.springframework.core.io.ClassPathResource;

/** What the log makes of a message, by the pattern that the program sets. */
class LogTest {

    private static String written(String message, Throwable failed) {
        YamlPropertiesFactoryBean settings = new YamlPropertiesFactoryBean();
        settings.setResources(new ClassPathResource("application.yaml"));
        LoggerContext context = new LoggerContext();
        Logger logger = context.getLogger("dev.wilyferret");
        PatternLayout layout = new PatternLayout();
        layout.setContext(context);
        layout.setPattern(Objects.requireNonNull(settings.getObject()).getProperty("logging.pattern.console"));
        layout.start();
        return layout.doLayout(new LoggingEvent("", logger, Level.WARN, message, failed, null));
    }

    @Test
    void whateverAMessageHoldsIsOneLine() {
        assertThat(written("Sent: a\r\n12:00:00 ERROR forged\u2028\u0085more", null))
                .matches("[0-9:]{8} WARN  Sent: a 12:00:00 ERROR forged more \\R");
    }

    @Test
    void aFailureStandsOnTheLineToo() {
        assertThat(written("It failed", new IllegalStateException("of\n12:00:00 ERROR forged")))
                .matches("[0-9:]{8} WARN  It failed java\\.lang\\.IllegalStateException\\s+at dev\\.wilyferret.*\\R")
                .hasLineCount(1)
                .doesNotContain("forged");
        assertThat(written(
                        "It failed",
                        new IllegalStateException("of ines@a.example\n\tat forged", new IOException("ines"))))
                .contains("IllegalStateException")
                .doesNotContain("ines", "forged");
    }

    /** Of faults the log says kind and place, by {@code Fault}: their own words may hold what somebody sent or typed. */
    @Test
    void noFaultIsLoggedInItsOwnWords() throws IOException {
        Pattern entry = Pattern.compile("LOG\\.(?:warn|error|info)\\((.*?)\\);\n", Pattern.DOTALL);
        Pattern words = Pattern.compile(
                "(?<!\\b(?:noKey|full))\\.(?:getMessage|toString)\\(\\)|,\\s*(?:e|why|failed|un\\w+|trouble|broken|failure|notNow|\\S*[cC]ause(?:\\(\\))?)$");
        List<String> found = new ArrayList<>();
        int entries = 0;
        try (Stream<Path> files = Files.walk(Path.of("src/main/java"))) {
            for (Path file :
                    files.filter(one -> one.toString().endsWith(".java")).toList()) {
                Matcher matcher = entry.matcher(Files.readString(file));
                while (matcher.find()) {
                    entries++;
                    if (words.matcher(matcher.group(1)).find()) {
                        found.add(file.getFileName() + ": " + matcher.group(1));
                    }
                }
            }
        }
        assertThat(entries).isGreaterThan(40);
        assertThat(found).isEmpty();
    }
}
