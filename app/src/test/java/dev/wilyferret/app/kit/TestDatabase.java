package dev.wilyferret.app.kit;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** One real PostgreSQL for the whole run, started by the project's own start script and stopped at the end. */
public final class TestDatabase {

    static final Path ROOT = root();
    private static final Path FOLDER = folder();
    private static final String[] STARTED = start();

    private TestDatabase() {}

    private static Path root() {
        Path here = Path.of("").toAbsolutePath();
        return Files.exists(here.resolve("ferret")) ? here : here.getParent();
    }

    private static Path folder() {
        try {
            Path folder = Files.createTempDirectory("ferret-test-db");
            Runtime.getRuntime().addShutdownHook(new Thread(() -> script("db-stop", "immediate")));
            return folder;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static String[] start() {
        return script("db-start").strip().split(" ");
    }

    private static String script(String... words) {
        try {
            List<String> command =
                    new java.util.ArrayList<>(List.of(ROOT.resolve("ferret").toString(), words[0], FOLDER.toString()));
            command.addAll(List.of(words).subList(1, words.length));
            Path out = Files.createTempFile("ferret-test", ".out");
            ProcessBuilder builder = new ProcessBuilder(command)
                    .redirectOutput(out.toFile())
                    .redirectError(ProcessBuilder.Redirect.DISCARD);
            // What a kill or a crash of the server leaves is in the operating system's hands either way.
            builder.environment().put("FERRET_DB_OPTIONS", "-c fsync=off");
            Process process = builder.start();
            if (!process.waitFor(90, TimeUnit.SECONDS) || process.exitValue() != 0) {
                throw new IllegalStateException("./ferret " + String.join(" ", words) + " failed");
            }
            return Files.readString(out, StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    /** Pulls the plug and starts again on the same port. */
    public static void restart() {
        script("db-stop", "immediate");
        script("db-start");
    }

    public static String url(String database) {
        return "jdbc:postgresql://127.0.0.1:" + STARTED[0] + "/" + database
                + "?reWriteBatchedInserts=true&connectTimeout=5&socketTimeout=30&logServerErrorDetail=false";
    }

    public static String password() {
        return STARTED[1];
    }

    /** Makes a database of what another one held, written as SQL by the database's own tools. */
    public static void restore(String database, java.io.InputStream sql) throws SQLException, IOException {
        create(database);
        try (var versions = Files.newDirectoryStream(Path.of("/usr/lib/postgresql"))) {
            ProcessBuilder builder = new ProcessBuilder(
                    versions.iterator().next().resolve("bin/psql").toString(),
                    "-q",
                    "-v",
                    "ON_ERROR_STOP=1",
                    "-h",
                    "127.0.0.1",
                    "-p",
                    STARTED[0],
                    "-U",
                    "ferret",
                    "-d",
                    database);
            builder.environment().put("PGPASSWORD", password());
            Process psql = builder.redirectOutput(ProcessBuilder.Redirect.DISCARD)
                    .redirectError(ProcessBuilder.Redirect.INHERIT)
                    .start();
            try (var in = psql.getOutputStream()) {
                sql.transferTo(in);
            }
            if (!psql.waitFor(60, TimeUnit.SECONDS) || psql.exitValue() != 0) {
                throw new IllegalStateException("psql could not read the dump");
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    /** Makes an empty database beside the shared one. */
    public static void create(String database) throws SQLException {
        try (var connection = DriverManager.getConnection(url("ferret"), "ferret", password());
                var statement = connection.createStatement()) {
            statement.execute("create database " + database);
        }
    }
}
