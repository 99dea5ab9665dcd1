package dev.wilyferret.app.kit;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;

/** The project's own script, as an operator runs it. */
public final class Script {

    /** @param said on either output */
    public record Ended(int status, String said) {}

    /** A database that the script started, with the name and user {@code ferret}. */
    public record Database(String port, String password) {

        public String url() {
            return "jdbc:postgresql://127.0.0.1:" + port + "/ferret";
        }
    }

    public static final Path FILE = TestDatabase.ROOT.resolve("ferret");

    private Script() {}

    public static Ended run(Map<String, String> settings, String... words) throws IOException, InterruptedException {
        Path out = Files.createTempFile("ferret-script", ".out");
        Process process = begin(FILE, out, settings, words);
        if (!process.waitFor(120, TimeUnit.SECONDS)) {
            process.destroyForcibly();
            throw new IllegalStateException(
                    "./ferret " + String.join(" ", words) + " did not end: " + Files.readString(out));
        }
        return new Ended(process.exitValue(), Files.readString(out));
    }

    /** Starts the database in a folder, making it first where there is none. */
    public static Database database(Path folder) throws IOException, InterruptedException {
        // Before the last line it may say where the database lies.
        String[] started = run(Map.of("FERRET_DB_OPTIONS", "-c fsync=off"), "db-start", folder.toString())
                .said()
                .strip()
                .lines()
                .reduce("", (before, last) -> last)
                .split(" ");
        return new Database(started[0], started[1]);
    }

    /**
     * Begins what goes on until it is ended.
     *
     * @param script the project's own, or a copy
     * @param out takes what it says
     */
    public static Process begin(Path script, Path out, Map<String, String> settings, String... words)
            throws IOException {
        List<String> command = new ArrayList<>(List.of(script.toString()));
        command.addAll(List.of(words));
        ProcessBuilder builder =
                new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(out.toFile());
        builder.environment().putAll(settings);
        return builder.start();
    }
}
