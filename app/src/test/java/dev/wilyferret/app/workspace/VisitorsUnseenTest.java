package dev.wilyferret.app.workspace;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.installation.Installation;
import java.net.URI;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class VisitorsUnseenTest {

    private static VisitorsUnseen onSite(String address) {
        URI site = URI.create(address);
        return new VisitorsUnseen(new Installation(
                site,
                site,
                "",
                0,
                false,
                "",
                "",
                Path.of("."),
                90,
                "",
                "",
                80,
                new Installation.Mail("", 0, "", "", false, 1, 1),
                new Installation.Demo(false, "", site, "")));
    }

    @Test
    void theConsoleWarnsOnceAVisitorSeemsToComeFromThePrivateNetwork() {
        VisitorsUnseen unseen = onSite("https://growbench.example");
        assertThat(unseen.warning()).isEmpty();
        unseen.noticed();
        assertThat(unseen.warning()).contains("FERRET_PROXIES", "docs/operations.md");
    }

    @ParameterizedTest
    @ValueSource(strings = {"http://127.0.0.1:8090", "http://localhost:8090", "http://192.168.1.7"})
    void aSiteForThisMachineOnlyWarnsOfNothing(String address) {
        VisitorsUnseen unseen = onSite(address);
        unseen.noticed();
        assertThat(unseen.warning()).isEmpty();
    }
}
