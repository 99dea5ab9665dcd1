package dev.wilyferret.app.intake;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.kit.Wire;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Bodies that are too large, connections that are held: nobody else waits for them. */
class HeldUpTest extends AppTest {

    private static final String FORM = "application/x-www-form-urlencoded";
    private static final String FILE = "multipart/form-data; boundary=edge";

    private String site() {
        return installation.siteAddress().toString();
    }

    private String console() {
        return installation.consoleAddress().toString();
    }

    @ParameterizedTest
    @ValueSource(strings = {FORM, FILE, "text/plain"})
    void aBodyThatIsAnnouncedTooLargeIsRefusedUnread(String type) throws IOException {
        List<Wire> wires = new ArrayList<>();
        for (int i = 0; i < 24; i++) {
            wires.add(new Wire(console()).post("/sign-in", type, "Content-Length: 33000000"));
            wires.add(new Wire(site()).post("/px", type, "Content-Length: 33000000"));
        }
        for (Wire wire : wires) {
            try (wire) {
                assertThat(wire.status(5000)).endsWith(" 413");
            }
        }
    }

    @Test
    void aChunkedBodyIsCountedWhileItIsRead() throws IOException {
        String chunk = "1000\r\n" + "a".repeat(0x1000) + "\r\n";
        for (String to : List.of(console(), site())) {
            try (Wire wire = new Wire(to).post("/sign-in", FORM, "Transfer-Encoding: chunked")) {
                wire.send(chunk.repeat(17));
                assertThat(wire.status(5000)).endsWith(" 413");
            }
        }
    }

    @Test
    void whoeverIsSignedInMaySendMoreAndIsToldTheLimit() {
        Guest owner = owner(scenario.empty());
        String address = "/settings";
        assertThat(owner.sendTo(address, address, "name", "x".repeat(200 << 10)).body())
                .contains("at most");
        assertThat(owner.post(address, "name", "x".repeat(300 << 10)).statusCode())
                .isEqualTo(413);
        assertThat(owner.post(address, "name", "x".repeat(300 << 10)).body()).contains("256 KB in all");
        assertThat(guest().post("/opt-in/x/y", "email", "x".repeat(70_000)).body())
                .contains("at most 64 KB fit");
    }

    @Test
    void aFileIsNotReadBeforeTheSessionAndTheTokenAre() throws IOException {
        Scenario.Stage stage = scenario.empty();
        Guest owner = owner(stage);
        String session =
                "Cookie: ferret_session=" + owner.cookie("ferret_session").orElseThrow();
        String begun = "--edge\r\nContent-Disposition: form-data; name=\"_csrf\"\r\n\r\nx\r\n";
        for (Optional<String> cookie : List.of(Optional.of(session), Optional.of("Cookie: a=b"))) {
            try (Wire wire = new Wire(console()).post("/shelf", FILE, "Content-Length: 50000000", cookie.get())) {
                wire.send(begun);
                assertThat(wire.status(5000)).endsWith(cookie.get().equals(session) ? " 403" : " 413");
            }
        }
    }

    @Test
    void whatDripsIsEndedAndWhoeverIsHonestIsServedMeanwhile() throws Exception {
        Scenario.Trail trail = scenario.trail();
        Instant begun = Instant.now();
        List<Wire> headers = new ArrayList<>();
        List<Wire> bodies = new ArrayList<>();
        for (String to : List.of(console(), site())) {
            for (int i = 0; i < 150; i++) {
                headers.add(new Wire(to).send("GET / HTTP/1.1\r\nHost: localhost\r\nX-Slow: "));
                bodies.add(new Wire(to).post("/sign-in", FORM, "Content-Length: 60000"));
            }
        }
        // However slow this machine is, nothing is sent any more once a connection may have been ended.
        Instant last = begun.plus(ReadRequest.PATIENCE).minusSeconds(3);
        do {
            for (Wire wire : headers) {
                wire.send("a");
            }
            for (Wire wire : bodies) {
                wire.send("b");
            }
            assertThat(guest().get(trail.link().path()).statusCode()).isEqualTo(302);
            Thread.sleep(1000);
        } while (Instant.now().isBefore(last));
        for (Wire wire : bodies) {
            try (wire) {
                assertThat(wire.status(5000)).endsWith(" 400");
            }
        }
        for (Wire wire : headers) {
            try (wire) {
                assertThat(wire.status(5000)).isNotEqualTo("silent").doesNotContain(" 200");
            }
        }
        assertThat(Duration.between(begun, Instant.now())).isLessThan(Duration.ofSeconds(40));
    }
}
