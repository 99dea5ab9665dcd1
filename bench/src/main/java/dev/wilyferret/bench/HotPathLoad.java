package dev.wilyferret.bench;

import dev.wilyferret.app.FerretApplication;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * Measures a tracking link through the whole hot path against an empty redirect of Spring MVC in the same process: both
 * under the same load, in turn, after a warm-up. The median of the rounds counts.
 */
public final class HotPathLoad {

    private static final int ROUNDS = 5;
    private static final int SECONDS = 8;
    /** Until the JVM has compiled both ways; shorter, the first rounds measure the compiler. */
    private static final int WARM_UP_SECONDS = 40;

    private static final int CONSOLE = 18_080;
    private static final int SITE = 18_090;

    /** @param p99Millis the time 99 of 100 requests stayed under */
    private record Reading(double perSecond, double p99Millis) {}

    private HotPathLoad() {}

    public static void main(String[] args) throws Exception {
        Path folder = Files.createTempDirectory("ferret-bench");
        String[] started = run(List.of(
                        "./ferret", "db-start", folder.resolve("db").toString()))
                .strip()
                .split(" ");
        String url = "jdbc:postgresql://127.0.0.1:" + started[0] + "/ferret?reWriteBatchedInserts=true";
        ConfigurableApplicationContext app = start(url, started[1], folder);
        try {
            measure(url, started[1]);
        } finally {
            app.close();
            run(List.of("./ferret", "db-stop", folder.resolve("db").toString(), "immediate"));
        }
    }

    private static ConfigurableApplicationContext start(String url, String password, Path folder) {
        SpringApplication application = new SpringApplication(FerretApplication.class, EmptyRedirect.class);
        return application.run(
                "--spring.datasource.url=" + url,
                "--spring.datasource.password=" + password,
                "--server.port=" + CONSOLE,
                "--ferret.site-port=" + SITE,
                "--ferret.files=" + folder.resolve("files"),
                "--ferret.demo.fill=true",
                "--ferret.demo.password=only-for-this-run",
                "--ferret.demo.postback-secret=only-for-this-run");
    }

    private static void measure(String url, String password) throws IOException, InterruptedException, SQLException {
        String empty = "http://127.0.0.1:" + CONSOLE + "/bench/empty";
        String link = "http://127.0.0.1:" + SITE + "/go/balcony-1";
        System.out.println("warming up");
        load(empty, WARM_UP_SECONDS);
        load(link, WARM_UP_SECONDS);
        List<Reading> empties = new ArrayList<>();
        List<Reading> links = new ArrayList<>();
        long before = clicks(url, password);
        for (int round = 1; round <= ROUNDS; round++) {
            empties.add(load(empty, SECONDS));
            links.add(load(link, SECONDS));
            System.out.printf(Locale.ROOT, "round %d  empty %s  link %s%n", round, empties.getLast(), links.getLast());
        }
        long stored = clicks(url, password) - before;
        Reading emptyMedian = median(empties);
        Reading linkMedian = median(links);
        System.out.printf(
                Locale.ROOT,
                "%nempty redirect   %,.0f/s, p99 %.2f ms%nhot path         %,.0f/s, p99 %.2f ms%nthroughput ratio %.2f (aim 0.6 or more)%np99 ratio        %.2f (aim 2 or less)%nclicks stored    %,d in %d s, %,.0f/s%n",
                emptyMedian.perSecond,
                emptyMedian.p99Millis,
                linkMedian.perSecond,
                linkMedian.p99Millis,
                linkMedian.perSecond / emptyMedian.perSecond,
                linkMedian.p99Millis / emptyMedian.p99Millis,
                stored,
                ROUNDS * SECONDS,
                stored / (double) (ROUNDS * SECONDS));
    }

    private static Reading load(String address, int seconds) throws IOException, InterruptedException {
        String said = run(List.of(
                "wrk",
                "-t1",
                "-c64",
                "-d" + seconds + "s",
                "--latency",
                "-H",
                "User-Agent: Mozilla/5.0 Firefox/151.0",
                address));
        return new Reading(number(said, "Requests/sec:\\s+([0-9.]+)()"), number(said, "99%\\s+([0-9.]+)(us|ms|s)"));
    }

    private static double number(String said, String pattern) {
        Matcher found = Pattern.compile(pattern).matcher(said);
        if (!found.find()) {
            throw new IllegalStateException("The load generator said nothing of use: " + said);
        }
        double value = Double.parseDouble(found.group(1));
        return switch (found.group(2)) {
            case "us" -> value / 1000;
            case "s" -> value * 1000;
            default -> value;
        };
    }

    private static Reading median(List<Reading> readings) {
        List<Double> rates =
                new ArrayList<>(readings.stream().map(Reading::perSecond).toList());
        List<Double> tails =
                new ArrayList<>(readings.stream().map(Reading::p99Millis).toList());
        Collections.sort(rates);
        Collections.sort(tails);
        return new Reading(rates.get(ROUNDS / 2), tails.get(ROUNDS / 2));
    }

    private static long clicks(String url, String password) throws SQLException {
        try (var connection = DriverManager.getConnection(url, "ferret", password);
                var statement = connection.createStatement();
                var rows = statement.executeQuery("select count(*) from click")) {
            rows.next();
            return rows.getLong(1);
        }
    }

    private static String run(List<String> command) throws IOException, InterruptedException {
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
