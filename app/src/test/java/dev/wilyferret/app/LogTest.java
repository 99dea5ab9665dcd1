package dev.wilyferret.app;

import static org.assertj.core.api.Assertions.assertThat;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.LoggerContext;
import ch.qos.logback.classic.PatternLayout;
import ch.qos.logback.classic.spi.LoggingEvent;
import java.util.Objects;
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
                .matches(
                        "[0-9:]{8} WARN  It failed java\\.lang\\.IllegalStateException: of 12:00:00 ERROR forged .*at dev\\.wilyferret.*\\R")
                .hasLineCount(1);
    }
}
