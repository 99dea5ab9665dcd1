package dev.wilyferret.app.kit;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import org.awaitility.Awaitility;

/** The practice range as it runs in the demo: a process of its own that the program knows nothing of. */
public final class RangeProcess {

    private final Process process;
    private final String address;

    private RangeProcess(Process process, String address) {
        this.process = process;
        this.address = address;
    }

    /** Starts the range from the jar that the build made just before this module. */
    public static RangeProcess start() {
        return start(FreePort.take(), FreePort.take());
    }

    /** @param smtp the port its mail server listens on; {@code port} the one of its pages */
    public static RangeProcess start(int smtp, int port) {
        try (var jars = Files.newDirectoryStream(TestDatabase.ROOT.resolve("range/target"), "*-run.jar")) {
            Path folder = Files.createTempDirectory("ferret-range");
            String java =
                    Path.of(System.getProperty("java.home"), "bin", "java").toString();
            String address = "http://127.0.0.1:" + port;
            ProcessBuilder builder = new ProcessBuilder(
                    java,
                    "-XX:TieredStopAtLevel=1",
                    "-jar",
                    jars.iterator().next().toString());
            builder.environment().put("SERVER_PORT", String.valueOf(port));
            builder.environment().put("RANGE_SMTP_PORT", String.valueOf(smtp));
            builder.environment().put("RANGE_FOLDER", folder.toString());
            builder.environment().put("RANGE_ADDRESS", address);
            Process process = builder.redirectErrorStream(true)
                    .redirectOutput(folder.resolve("out").toFile())
                    .start();
            Guest guest = new Guest(address);
            Awaitility.await()
                    .atMost(Duration.ofSeconds(60))
                    .ignoreExceptions()
                    .until(() -> guest.get("/").statusCode() == 200);
            return new RangeProcess(process, address);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public String address() {
        return address;
    }

    public void stop() {
        process.destroy();
    }
}
