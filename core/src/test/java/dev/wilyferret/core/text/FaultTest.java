package dev.wilyferret.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

class FaultTest {

    private static final String SENT = "ines@kelderhoek.example%zz\n12:00:00 ERROR All is lost";

    /** In one line, with the place, and without a word of what was sent. */
    @Test
    void saysKindAndPlaceAndNothingThatWasSent() {
        try {
            URLDecoder.decode(SENT, StandardCharsets.UTF_8);
        } catch (IllegalArgumentException failed) {
            assertThat(Fault.of(new IllegalStateException("about " + SENT, failed)))
                    .matches(
                            "IllegalStateException at FaultTest\\.java:\\d+; by IllegalArgumentException at URLDecoder\\.java:\\d+, in FaultTest\\.java:\\d+")
                    .doesNotContain("ines", "lost");
            return;
        }
        throw new AssertionError("it was decoded");
    }

    @Test
    void whatCausesItselfEnds() {
        Exception first = new Exception("first");
        Exception second = new Exception("second", first);
        first.initCause(second);
        assertThat(Fault.of(first).split("; by ")).hasSize(5);
        first.setStackTrace(new StackTraceElement[0]);
        assertThat(Fault.of(first)).startsWith("Exception; by Exception at FaultTest.java:");
    }
}
