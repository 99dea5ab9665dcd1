package dev.wilyferret.bench;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** A PostgreSQL of its own for a measurement, started and stopped by the project's script. */
record Database(Path folder, String url, String password) implements AutoCloseable {

    static Database start() throws IOException, InterruptedException {
        // Made, and in the end stopped and thrown away, by the script that starts the measurement, however this program
        // ends.
        Path folder = Path.of(System.getenv("FERRET_BENCH_FOLDER"));
        String[] started = run(List.of(
                        "./ferret", "db-start", folder.resolve("db").toString()))
                .strip()
                .split(" ");
        return new Database(
                folder, "jdbc:postgresql://127.0.0.1:" + started[0] + "/ferret?reWriteBatchedInserts=true", started[1]);
    }

    Connection connection() throws SQLException {
        return DriverManager.getConnection(url, "ferret", password);
    }

    /** The first column of the first row; the empty string if there is none. */
    String ask(String query) throws SQLException {
        try (var connection = connection();
                var statement = connection.createStatement();
                var rows = statement.executeQuery(query)) {
            return rows.next() ? String.valueOf(rows.getString(1)) : "";
        }
    }

    long count(String table) throws SQLException {
        return Long.parseLong(ask("select count(*) from " + table));
    }

    void change(String statement) throws SQLException {
        try (var connection = connection();
                var change = connection.createStatement()) {
            change.execute(statement);
        }
    }

    @Override
    public void close() throws IOException {
        try {
            run(List.of("./ferret", "db-stop", folder.resolve("db").toString(), "immediate"));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Runs a program, and gives what it said. */
    static String run(List<String> command) throws IOException, InterruptedException {
        Path out = Files.createTempFile("ferret-bench", ".out");
        Process process = new ProcessBuilder(command)
                .redirectOutput(out.toFile())
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .start();
        if (!process.waitFor(120, TimeUnit.SECONDS) || process.exitValue() != 0) {
            throw new IllegalStateException("Failed: " + String.join(" ", command));
        }
        return Files.readString(out, StandardCharsets.UTF_8);
    }
}
