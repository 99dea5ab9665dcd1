package dev.wilyferret.app.kit;

import dev.wilyferret.app.FerretApplication;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.awaitility.Awaitility;

/** The whole program as a process of its own with the demo scenario, so that it can be killed outright. */
public final class Program {

    /** On a machine that is held back a start takes more than a minute; whether it goes on is seen by the process. */
    private static final Duration LONGEST_START = Duration.ofMinutes(4);

    private final String database;
    private final Map<String, String> settings;
    private final int console = FreePort.take();
    private final int site = FreePort.take();
    private final Path files;
    private Process process;

    private Program(String database, Map<String, String> settings) throws IOException {
        this.database = database;
        this.settings = settings;
        this.files = Files.createTempDirectory("ferret-program");
        this.process = begin();
    }

    /** Starts it on a database of its own, which has to be there. */
    public static Program start(String database, Map<String, String> settings) throws IOException {
        return new Program(database, settings);
    }

    private Process begin() throws IOException {
        ProcessBuilder builder = new ProcessBuilder(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-cp",
                System.getProperty("java.class.path"),
                FerretApplication.class.getName()));
        Map<String, String> environment = builder.environment();
        environment.put("SPRING_DATASOURCE_URL", TestDatabase.url(database));
        environment.put("SPRING_DATASOURCE_PASSWORD", TestDatabase.password());
        environment.put("SERVER_PORT", String.valueOf(console));
        environment.put("FERRET_SITE_PORT", String.valueOf(site));
        environment.put("FERRET_SITE_ADDRESS", siteAddress());
        environment.put("FERRET_CONSOLE_ADDRESS", consoleAddress());
        environment.put("FERRET_FILES", files.toString());
        environment.put("FERRET_DEMO_FILL", "true");
        environment.put("FERRET_DEMO_PASSWORD", "oyster-on-the-balcony");
        environment.put("FERRET_DEMO_POSTBACK_SECRET", "secret");
        environment.putAll(settings);
        return builder.redirectErrorStream(true)
                .redirectOutput(
                        ProcessBuilder.Redirect.appendTo(files.resolve("out").toFile()))
                .start();
    }

    public String siteAddress() {
        return "http://127.0.0.1:" + site;
    }

    public String consoleAddress() {
        return "http://127.0.0.1:" + console;
    }

    /** Waits until its public site leads on from the demo's link; no longer once it has ended. */
    public Program awaitUp() {
        Awaitility.await()
                .atMost(LONGEST_START)
                .failFast("The program ended; what it said is in " + files.resolve("out"), () -> !process.isAlive())
                .ignoreExceptions()
                .until(() -> new Guest(siteAddress()).head("/go/balcony-1").statusCode() == 302);
        return this;
    }

    /** Waits until all of the demo is there and counted. */
    public Program awaitFilled() {
        Awaitility.await()
                .atMost(LONGEST_START)
                .failFast("The program ended; what it said is in " + files.resolve("out"), () -> !process.isAlive())
                .until(() -> Files.readString(files.resolve("out")).contains("The demo scenario is in place"));
        return this;
    }

    /** Kills it, as if the plug were pulled. */
    public void kill() throws InterruptedException {
        process.destroyForcibly().waitFor(10, TimeUnit.SECONDS);
    }

    public void startAgain() throws IOException {
        process = begin();
    }

    public void stop() throws InterruptedException {
        process.destroy();
        process.waitFor(20, TimeUnit.SECONDS);
    }
}
