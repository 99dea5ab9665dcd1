package dev.wilyferret.bench;

import dev.wilyferret.app.FerretApplication;
import dev.wilyferret.app.results.Figures;
import dev.wilyferret.app.secrets.Seals;
import dev.wilyferret.core.figures.Dimension;
import dev.wilyferret.core.figures.Period;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import java.io.IOException;
import java.sql.SQLException;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
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

    private static final int ROUNDS = 9;
    private static final int SECONDS = 10;
    /** Both ways in turn, until the JVM has compiled them; shorter, the first rounds measure the compiler. */
    private static final int WARM_UP_ROUNDS = 6;

    private static final int WARM_UP_SECONDS = 12;

    private static final String REDIRECT = "redirect";
    private static final String REDIRECT_FIRST = "redirect-first";
    private static final String DRAIN = "drain";
    private static final String ROTATION = "rotation";

    private static final int CONSOLE = 18_080;
    private static final int SITE = 18_090;

    /** @param p99Millis the time 99 of 100 requests stayed under */
    private record Reading(double perSecond, double p99Millis) {}

    private HotPathLoad() {}

    /**
     * @param args how many clicks of 90 days lie there already; then figures over all of them are asked for every second
     *     meanwhile. Or {@code redirect}: a redirect page with three pixels, instead of a link, reached by
     *     people who came by a link; {@code redirect-first}: by people whose visit begins there. Or {@code drain}: a link while
     *     the server tells a platform of many events; {@code rotation}: a link whose visitors are shared out
     */
    public static void main(String[] args) throws Exception {
        String what = args.length > 0 ? args[0] : "";
        long past = what.matches("\\d+") ? Long.parseLong(what) : 0;
        try (SlowPlatform platform = new SlowPlatform();
                Database database = Database.start()) {
            ConfigurableApplicationContext app = start(database);
            try (Slices slices = new Slices(app.getBean(Figures.class))) {
                if (past > 0) {
                    FiguresLoad.fill(database, past);
                    slices.askEverySecond(database);
                }
                measure(app, database, what, platform);
                slices.say();
                if (what.equals(DRAIN)) {
                    long told = platform.told();
                    System.out.printf(
                            Locale.ROOT,
                            "events told      %,d meanwhile, all %,d in %d s (aim: under 600)%n",
                            told,
                            SlowPlatform.EVENTS,
                            platform.drained());
                }
            } finally {
                app.close();
            }
        }
    }

    /** Somebody who looks at 90 days by source and country, a second after the last answer at the latest. */
    private static final class Slices implements AutoCloseable {

        private final Figures figures;
        private final ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor();
        private final List<Long> millis = Collections.synchronizedList(new ArrayList<>());

        Slices(Figures figures) {
            this.figures = figures;
        }

        void askEverySecond(Database database) throws SQLException, InterruptedException {
            WorkspaceId workspace = WorkspaceId.of(database.ask("select workspace_id::text from promotion limit 1"));
            figures.countAnew(workspace);
            while (figures.percentMadeAnew(workspace).isPresent()) {
                Thread.sleep(200);
            }
            PromotionId promotion = PromotionId.of(database.ask(
                    "select promotion_id from day_sheet group by promotion_id order by sum(visits) desc limit 1"));
            clock.scheduleAtFixedRate(
                    () -> {
                        long begun = System.nanoTime();
                        figures.of(
                                workspace,
                                promotion,
                                Period.last(90, Instant.now(), ZoneId.of("Europe/Vienna")),
                                List.of(Dimension.SOURCE, Dimension.COUNTRY));
                        millis.add((System.nanoTime() - begun) / 1_000_000);
                    },
                    0,
                    1,
                    TimeUnit.SECONDS);
        }

        void say() {
            if (!millis.isEmpty()) {
                List<Long> sorted = millis.stream().sorted().toList();
                System.out.printf(
                        Locale.ROOT,
                        "slices meanwhile %,d, median %,d ms, p95 %,d ms%n",
                        sorted.size(),
                        sorted.get(sorted.size() / 2),
                        sorted.get(sorted.size() * 95 / 100));
            }
        }

        @Override
        public void close() {
            clock.shutdownNow();
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
                "--ferret.proxies=127.0.0.1",
                "--ferret.outside-allowed=" + SlowPlatform.allowed(),
                "--ferret.demo.fill=true",
                "--ferret.demo.password=only-for-this-run",
                "--ferret.demo.postback-secret=only-for-this-run");
    }

    private static void measure(
            ConfigurableApplicationContext app, Database database, String what, SlowPlatform platform)
            throws IOException, InterruptedException, SQLException {
        String empty = "http://127.0.0.1:" + CONSOLE + "/bench/empty";
        ManyLinks.make(database);
        if (what.equals(ROTATION)) {
            SharedLink.make(app, database);
        }
        String link = "http://127.0.0.1:" + SITE
                + (what.startsWith(REDIRECT)
                        ? ThreePixels.make(database)
                        : "/go/" + ManyLinks.CODE + "?ad=51207&place=feed%20top");
        List<String> visitors = switch (what) {
            case REDIRECT ->
                List.of("-s", Visitors.come(database, app.getBean(Seals.class)).toString());
            case ROTATION -> List.of("-s", Visitors.strangers(database).toString());
            default -> List.of();
        };
        System.out.println("warming up");
        for (int round = 0; round < WARM_UP_ROUNDS; round++) {
            load(empty, WARM_UP_SECONDS, visitors);
            load(link, WARM_UP_SECONDS, visitors);
        }
        if (what.equals(DRAIN)) {
            platform.fill(database);
        }
        Optional<String> alone = what.equals(ROTATION)
                ? Optional.of(link.replace(ManyLinks.CODE, ManyLinks.ANOTHER_CODE))
                : Optional.empty();
        List<Reading> empties = new ArrayList<>();
        List<Reading> links = new ArrayList<>();
        List<Reading> alones = new ArrayList<>();
        long before = database.count("click") + database.count("site_event");
        for (int round = 1; round <= ROUNDS; round++) {
            empties.add(load(empty, SECONDS, visitors));
            links.add(load(link, SECONDS, visitors));
            System.out.printf(Locale.ROOT, "round %d  empty %s  link %s%n", round, empties.getLast(), links.getLast());
            if (alone.isPresent()) {
                alones.add(load(alone.get(), SECONDS, visitors));
            }
        }
        long stored = database.count("click") + database.count("site_event") - before;
        // Both links are asked for as long, and both store.
        int storing = ROUNDS * SECONDS * (alone.isPresent() ? 2 : 1);
        Reading emptyMedian = median(empties);
        Reading linkMedian = median(links);
        System.out.printf(
                Locale.ROOT,
                "%nempty redirect   %,.0f/s, p99 %.2f ms%nhot path         %,.0f/s, p99 %.2f ms%nthroughput ratio %.2f (aim 0.9 or more)%np99 ratio        %.2f (aim 1.0 or less)%nevents stored    %,d in %d s, %,.0f/s%n",
                emptyMedian.perSecond,
                emptyMedian.p99Millis,
                linkMedian.perSecond,
                linkMedian.p99Millis,
                linkMedian.perSecond / emptyMedian.perSecond,
                linkMedian.p99Millis / emptyMedian.p99Millis,
                stored,
                storing,
                stored / (double) storing);
        if (alone.isPresent()) {
            Reading aloneMedian = median(alones);
            System.out.printf(
                    Locale.ROOT,
                    "not shared out   %,.0f/s, p99 %.2f ms, by the same visitors: what the draw costs is the difference%n",
                    aloneMedian.perSecond,
                    aloneMedian.p99Millis);
        }
    }

    private static Reading load(String address, int seconds, List<String> more)
            throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of(
                "wrk",
                "-t1",
                "-c64",
                "-d" + seconds + "s",
                "--latency",
                "-H",
                "User-Agent: Mozilla/5.0 Firefox/151.0",
                "-H",
                "Host: " + ManyLinks.HOST));
        command.addAll(more);
        command.add(address);
        String said = Database.run(command);
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
