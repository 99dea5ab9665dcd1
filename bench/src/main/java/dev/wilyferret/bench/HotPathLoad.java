package dev.wilyferret.bench;

import dev.wilyferret.app.FerretApplication;
import java.io.IOException;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * Measures a tracking link through the whole hot path against an empty redirect of Spring MVC in the same process: both
 * under the same load, in turn, after a warm-up. The median of the rounds counts.
 */
public final class HotPathLoad {

    private static final int ROUNDS = 9;
    private static final int SECONDS = 10;
    /** Both ways in turn, until the JVM has compiled them; shorter, the first rounds measure the compiler. */
    private static final int WARM_UP_ROUNDS = 6;

    private static final int WARM_UP_SECONDS = 12;

    private static final int CONSOLE = 18_080;
    private static final int SITE = 18_090;

    /** @param p99Millis the time 99 of 100 requests stayed under */
    private record Reading(double perSecond, double p99Millis) {}

    private HotPathLoad() {}

    public static void main(String[] args) throws Exception {
        try (Database database = Database.start()) {
            ConfigurableApplicationContext app = start(database);
            try {
                measure(database);
            } finally {
                app.close();
            }
        }
    }

    private static ConfigurableApplicationContext start(Database database) {
        SpringApplication application = new SpringApplication(FerretApplication.class, EmptyRedirect.class);
        return application.run(
                "--spring.datasource.url=" + database.url(),
                "--spring.datasource.password=" + database.password(),
                "--server.port=" + CONSOLE,
                "--ferret.site-port=" + SITE,
                "--ferret.files=" + database.folder().resolve("files"),
                "--ferret.demo.fill=true",
                "--ferret.demo.password=only-for-this-run",
                "--ferret.demo.postback-secret=only-for-this-run");
    }

    private static void measure(Database database) throws IOException, InterruptedException, SQLException {
        String empty = "http://127.0.0.1:" + CONSOLE + "/bench/empty";
        String link = "http://127.0.0.1:" + SITE + "/go/balcony-1";
        System.out.println("warming up");
        for (int round = 0; round < WARM_UP_ROUNDS; round++) {
            load(empty, WARM_UP_SECONDS);
            load(link, WARM_UP_SECONDS);
        }
        List<Reading> empties = new ArrayList<>();
        List<Reading> links = new ArrayList<>();
        long before = database.count("click");
        for (int round = 1; round <= ROUNDS; round++) {
            empties.add(load(empty, SECONDS));
            links.add(load(link, SECONDS));
            System.out.printf(Locale.ROOT, "round %d  empty %s  link %s%n", round, empties.getLast(), links.getLast());
        }
        long stored = database.count("click") - before;
        Reading emptyMedian = median(empties);
        Reading linkMedian = median(links);
        System.out.printf(
                Locale.ROOT,
                "%nempty redirect   %,.0f/s, p99 %.2f ms%nhot path         %,.0f/s, p99 %.2f ms%nthroughput ratio %.2f (aim 0.9 or more)%np99 ratio        %.2f (aim 1.0 or less)%nclicks stored    %,d in %d s, %,.0f/s%n",
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
        String said = Database.run(List.of(
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
}
