package dev.wilyferret.app.keeping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.kit.Script;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

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

    @Test
    void memoryThatIsUsedUpEndsTheProgram(@TempDir Path home) throws Exception {
        Path program = Files.writeString(home.resolve("Fill.java"), """
                void main() {
                    try {
                        IO.println(new long[1 << 30].length);
                    } catch (OutOfMemoryError goOn) {
                        IO.println("It went on.");
                    }
                }
                """);
        List<String> command = new ArrayList<>();
        command.add(Path.of(System.getProperty("java.home"), "bin/java").toString());
        command.addAll(Script.run(Map.of(), "jvm").said().lines().toList());
        command.add(program.toString());
        Path out = home.resolve("out");
        Process filled = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(out.toFile())
                .start();
        assertThat(filled.waitFor()).as(Files.readString(out)).isEqualTo(3);
        assertThat(Files.readString(out)).contains("OutOfMemoryError").doesNotContain("It went on.");
    }

    @Test
    void aLogThatIsFullGoesAsideAndFourOfThoseStay(@TempDir Path home) throws Exception {
        Path out = home.resolve("out");
        Process keeper = Script.begin(
                Script.FILE,
                out,
                Map.of("FERRET_LOG_MOST", "20000"),
                "keep-up",
                home.toString(),
                "sh",
                "-c",
                "i=0; while :; do i=$((i + 1)); echo \"line $i of a flood\"; [ $((i % 300)) -gt 0 ] || sleep 0.1; done");
        try {
            await().atMost(Duration.ofMinutes(1))
                    .until(() -> Files.exists(home.resolve("it.out.4"))
                            && !Files.readString(home.resolve("it.out.4")).startsWith("line 1 of"));
            assertThat(home.resolve("it.out.5")).doesNotExist();
            assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(home.resolve("it.out.1"))))
                    .as("who can read what it said")
                    .isEqualTo("rw-------");
            await().until(() -> Files.readString(home.resolve("it.out")).startsWith("line "));
        } finally {
            keeper.descendants().forEach(ProcessHandle::destroyForcibly);
            keeper.destroy();
        }
    }

    @Test
    void aDatabaseThatIsKilledIsStartedAgain(@TempDir Path home) throws Exception {
        Files.setPosixFilePermissions(home, PosixFilePermissions.fromString("rwxr-xr-x"));
        Path folder = home.resolve("db");
        Path out = home.resolve("out");
        String port = Script.database(folder).port();
        Process keeper = Script.begin(Script.FILE, out, Map.of(), "keep-up", home.toString(), "sleep", "600");
        try {
            ProcessHandle killed = database(port).orElseThrow();
            assertThat(killed.destroyForcibly()).isTrue();
            await().atMost(Duration.ofMinutes(1))
                    .until(() -> Files.readString(out).contains("PostgreSQL ended by itself; starting it again"));
            await().atMost(Duration.ofMinutes(1))
                    .until(() -> database(port)
                            .filter(again -> again.pid() != killed.pid())
                            .isPresent());
            assertThat(keeper.isAlive()).isTrue();
        } finally {
            keeper.descendants().forEach(ProcessHandle::destroy);
            keeper.destroy();
            Script.run(Map.of(), "db-stop", folder.toString(), "immediate");
        }
    }

    /** As an outgoing connection has it, which nobody finds by asking whether something listens there. */
    @Test
    void aPortThatIsTakenWithoutListeningIsPassedBy(@TempDir Path home) throws Exception {
        Files.setPosixFilePermissions(home, PosixFilePermissions.fromString("rwxr-xr-x"));
        Path folder = Files.createDirectory(home.resolve("db"));
        try (Socket taken = new Socket()) {
            taken.bind(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0));
            Files.writeString(folder.resolve("port"), String.valueOf(taken.getLocalPort()));
            assertThat(Script.database(folder).port())
                    .matches("\\d+")
                    .isNotEqualTo(String.valueOf(taken.getLocalPort()));
        } finally {
            Script.run(Map.of(), "db-stop", folder.toString(), "immediate");
        }
    }

    /** The server that listens on a port, by the words it was started with. */
    private static Optional<ProcessHandle> database(String port) {
        return ProcessHandle.allProcesses()
                .filter(one -> one.info().commandLine().orElse("").contains(" -p " + port + " "))
                .filter(one -> one.info().command().orElse("").endsWith("/postgres"))
                .findFirst();
    }
}
