package dev.wilyferret.app.keeping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.kit.Script;
import java.io.IOException;
import java.net.ConnectException;
import java.net.InetAddress;
import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Map;
import java.util.stream.Stream;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What the script does about a measurement that does not come to its end; one that only begins stands in for it. */
class MeasurementTest {

    private static final String BEGINS = """
            package dev.wilyferret.bench;

            public class HotPathLoad {
                public static void main(String[] words) throws Exception {
                    String folder = System.getenv("FERRET_BENCH_FOLDER");
                    Process database = new ProcessBuilder("./ferret", "db-start", folder + "/db")
                            .redirectError(ProcessBuilder.Redirect.DISCARD)
                            .start();
                    String port = new String(database.getInputStream().readAllBytes()).split(" ")[0];
                    System.out.println("begun " + ProcessHandle.current().pid() + " " + port + " " + folder);
                    Thread.sleep(600_000);
                }
            }
            """;

    /** @param pid of the measurement itself */
    private record Begun(ProcessHandle script, long pid, int port, Path folder) {}

    @TempDir
    private Path root;

    /** The script beside what it would build, with tools that build nothing. */
    @BeforeEach
    void scriptWithNothingToBuild() throws IOException {
        Files.copy(Script.FILE, root.resolve("ferret"));
        Files.writeString(root.resolve("pom.xml"), "  <version>1</version>\n");
        Path classes = Files.createDirectories(root.resolve("bench/target/classes"));
        Files.writeString(root.resolve("bench/target/classpath"), "");
        Path source = Files.writeString(root.resolve("HotPathLoad.java"), BEGINS);
        assertThat(ToolProvider.getSystemJavaCompiler()
                        .run(null, null, null, "-d", classes.toString(), source.toString()))
                .isZero();
        Path tools = Files.createDirectories(root.resolve("tools"));
        for (String tool : new String[] {"mvn", "wrk"}) {
            Files.writeString(tools.resolve(tool), "#!/bin/sh\n");
            assertThat(tools.resolve(tool).toFile().setExecutable(true)).isTrue();
        }
    }

    private Begun begin() throws IOException {
        Path out = root.resolve("out");
        ProcessHandle process = Script.begin(
                        root.resolve("ferret"),
                        out,
                        Map.of(
                                "PATH",
                                root.resolve("tools") + ":" + System.getenv("PATH"),
                                "JAVA_HOME",
                                System.getProperty("java.home")),
                        "bench")
                .toHandle();
        await().atMost(Duration.ofMinutes(2))
                .failFast(() -> !process.isAlive())
                .until(() -> Files.readString(out).contains("begun "));
        try (Stream<String> lines = Files.lines(out)) {
            String[] words = lines.filter(line -> line.startsWith("begun "))
                    .findFirst()
                    .orElseThrow()
                    .split(" ");
            return new Begun(process, Long.parseLong(words[1]), Integer.parseInt(words[2]), Path.of(words[3]));
        }
    }

    private static void assertNothingGoesOn(Begun begun) {
        await().atMost(Duration.ofMinutes(1)).until(() -> !begun.script().isAlive());
        assertThat(ProcessHandle.of(begun.pid()).filter(ProcessHandle::isAlive)).isEmpty();
        assertThat(answers(begun.port())).isFalse();
        assertThat(begun.folder()).doesNotExist();
    }

    private static boolean answers(int port) {
        try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), port)) {
            return socket.isConnected();
        } catch (ConnectException refused) {
            return false;
        } catch (IOException odd) {
            throw new IllegalStateException(odd);
        }
    }

    @Test
    void oneThatIsEndedLeavesNoDatabase() throws Exception {
        Begun begun = begin();
        assertThat(answers(begun.port())).isTrue();
        begun.script().destroy();
        assertNothingGoesOn(begun);
    }

    @Test
    void oneThatIsKilledLeavesNoDatabase() throws Exception {
        Begun begun = begin();
        ProcessHandle.of(begun.pid()).orElseThrow().destroyForcibly();
        assertNothingGoesOn(begun);
    }
}
