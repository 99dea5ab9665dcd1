package dev.wilyferret.app.keeping;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.Script;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** What the script does about a program that ends by itself. */
class KeepUpTest {

    @Test
    void aProgramThatEndsIsStartedAgainWithGrowingPausesAndGivenUpAfterFive() throws Exception {
        Path home = Files.createTempDirectory("ferret-keep-up");
        Script.Ended ended = Script.run(
                Map.of("FERRET_RESTART_PAUSE", "0.05"),
                "keep-up",
                home.toString(),
                "sh",
                "-c",
                "echo out of memory; exit 3");
        assertThat(ended.status()).isEqualTo(1);
        assertThat(ended.said())
                .contains(
                        "it ended by itself (status 3)",
                        "out of memory",
                        "again in 0.05 s",
                        "again in 0.1 s",
                        "again in 0.2 s",
                        "again in 0.4 s",
                        "it ended 5 times in ten minutes; it is not started again",
                        "Read " + home.resolve("it.out"));
        assertThat(Files.readAllLines(home.resolve("it.out"))).hasSize(5);
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(home.resolve("it.out"))))
                .as("who can read what it says")
                .isEqualTo("rw-------");
    }
}
