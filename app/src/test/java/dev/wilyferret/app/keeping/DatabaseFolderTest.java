package dev.wilyferret.app.keeping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assumptions.assumeThat;

import dev.wilyferret.app.kit.Script;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Where root's database lies below a folder that the postgres user cannot enter: where everybody may make something. */
class DatabaseFolderTest {

    @TempDir
    private Path hidden;

    private Path place;

    @BeforeEach
    void whereItWouldLie() throws Exception {
        assumeThat(System.getProperty("user.name")).isEqualTo("root");
        place = Path.of(
                "/var/tmp/wily-ferret-" + said("sh", "-c", "printf %s \"$1\" | cksum | cut -d' ' -f1", "sh", folder()));
        assertThat(place).doesNotExist();
    }

    @AfterEach
    void away() throws Exception {
        if (place != null) {
            said("rm", "-rf", place.toString());
        }
    }

    private String folder() {
        return hidden.resolve("run/db").toString();
    }

    private static String said(String... command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8).strip();
        assertThat(process.waitFor()).as("%s", String.join(" ", command)).isZero();
        return said;
    }

    private void assertRefused() throws Exception {
        Script.Ended refused = Script.run(Map.of(), "db-start", folder());
        assertThat(refused.status()).isNotZero();
        assertThat(refused.said()).contains(place + " was made by somebody else, so no database is put there");
    }

    @Test
    void nothingIsWrittenThroughAStrangersLink() throws Exception {
        Path target = Files.createDirectory(hidden.resolve("target"));
        Files.createSymbolicLink(place, target);
        assertRefused();
        try (Stream<Path> written = Files.list(target)) {
            assertThat(written).isEmpty();
        }
        assertThat(Files.getOwner(target).getName()).isEqualTo("root");
    }

    @Test
    void nothingIsWrittenIntoAStrangersFolder() throws Exception {
        Files.createDirectory(place);
        said("chown", "nobody:", place.toString());
        assertRefused();
        try (Stream<Path> written = Files.list(place)) {
            assertThat(written).isEmpty();
        }
    }
}
