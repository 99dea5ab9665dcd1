package dev.wilyferret.bench;

import dev.wilyferret.app.FerretApplication;
import dev.wilyferret.app.results.Figures;
import dev.wilyferret.core.figures.Dimension;
import dev.wilyferret.core.figures.Period;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import java.io.IOException;
import java.io.InputStream;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.sql.SQLException;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

/** Fills a database with clicks of 90 days, and measures every screen that shows figures, slices, following and making anew. */
public final class FiguresLoad {

    private static final int CONSOLE = 18_080;
    private static final int TIMES = 40;
    private static final String PASSWORD = "only-for-this-run";

    private FiguresLoad() {}

    /** @param args how many clicks; a million if it is not said */
    public static void main(String[] args) throws Exception {
        long clicks = args.length > 0 ? Long.parseLong(args[0]) : 1_000_000;
        try (Database database = Database.start();
                ConfigurableApplicationContext app = SpringApplication.run(
                        FerretApplication.class,
                        "--spring.datasource.url=" + database.url(),
                        "--spring.datasource.password=" + database.password(),
                        "--server.port=" + CONSOLE,
                        "--ferret.site-port=18090",
                        "--ferret.console-address=http://127.0.0.1:" + CONSOLE,
                        "--ferret.files=" + database.folder().resolve("files"),
                        "--ferret.demo.fill=true",
                        "--ferret.demo.password=" + PASSWORD,
                        "--ferret.demo.postback-secret=" + PASSWORD)) {
            fill(database, clicks);
            Figures figures = app.getBean(Figures.class);
            WorkspaceId workspace = WorkspaceId.of(database.ask("select workspace_id::text from promotion limit 1"));
            System.out.printf(
                    Locale.ROOT, "%,d clicks, %,d events%n", database.count("click"), database.count("site_event"));
            making(database, figures, workspace, clicks);
            PromotionId promotion = PromotionId.of(database.ask(
                    "select promotion_id from day_sheet group by promotion_id order by sum(visits) desc limit 1"));
            ManyLinks.make(database);
            screens(promotion);
            slices(figures, workspace, promotion);
            following(database, clicks);
        }
    }

    static void fill(Database database, long clicks) throws IOException, SQLException {
        long begun = System.nanoTime();
        try (InputStream script = FiguresLoad.class.getResourceAsStream("/past-clicks.sql")) {
            if (script == null) {
                throw new IllegalStateException("The script that fills is missing.");
            }
            database.change(new String(script.readAllBytes(), StandardCharsets.UTF_8)
                    .replace("{clicks}", String.valueOf(clicks)));
        }
        System.out.printf(Locale.ROOT, "filled in %.0f s%n", seconds(begun));
    }

    private static double seconds(long begun) {
        return (System.nanoTime() - begun) / 1e9;
    }

    private static void making(Database database, Figures figures, WorkspaceId workspace, long clicks)
            throws SQLException, InterruptedException {
        // What the program filled in itself was still being counted when the script locked the log.
        while (figures.percentMade(workspace).isPresent()) {
            Thread.sleep(200);
        }
        long begun = System.nanoTime();
        figures.countAnew(workspace);
        while (figures.percentMadeAnew(workspace).isPresent()) {
            Thread.sleep(200);
        }
        double took = seconds(begun);
        System.out.printf(Locale.ROOT, "made from the log in %.0f s, %,.0f clicks/s%n", took, clicks / took);
        for (String table : List.of("day_sheet", "visitor_number", "visit", "visit_work")) {
            long bytes = Long.parseLong(database.ask("select pg_total_relation_size('" + table + "')"));
            System.out.printf(
                    Locale.ROOT, "storage  %-16s %8.1f MB a million clicks%n", table, bytes / 1e6 / (clicks / 1e6));
        }
    }

    private static void screens(PromotionId promotion) throws IOException, InterruptedException {
        HttpClient browser = HttpClient.newBuilder()
                .cookieHandler(new CookieManager())
                .followRedirects(HttpClient.Redirect.NORMAL)
                .build();
        Matcher token = Pattern.compile("name=\"_csrf\" value=\"([^\"]+)\"").matcher(get(browser, "/sign-in"));
        if (!token.find()) {
            throw new IllegalStateException("The sign-in has no token.");
        }
        String form = "_csrf=" + URLEncoder.encode(token.group(1), StandardCharsets.UTF_8)
                + "&email=demo%40growbench.example&password=" + PASSWORD;
        browser.send(
                HttpRequest.newBuilder(address("/sign-in"))
                        .header("Content-Type", "application/x-www-form-urlencoded")
                        .POST(HttpRequest.BodyPublishers.ofString(form))
                        .build(),
                HttpResponse.BodyHandlers.discarding());
        String own = "/promotions/" + promotion;
        for (String path : List.of(
                "/?days=14",
                "/?days=90",
                own + "?days=14",
                own + "?days=90",
                own + "/pages/landing",
                own + "/pages",
                own + "/redirect",
                own + "/links",
                "/links",
                "/links?words=term%2019&from=plumage",
                own + "/filter?days=90",
                own + "/rotations/00000000-0000-7000-8000-0000000000aa",
                own + "/rotations/00000000-0000-7000-8000-0000000000aa?by=DEVICE",
                own + "/leads",
                own + "/clicks?behind=traffic&days=90",
                own + "/clicks?behind=page&days=90",
                own + "/clicks?behind=offer&days=90",
                own + "/clicks?behind=sales&days=90",
                "/pixels",
                "/sales",
                "/people")) {
            time(path.replace(own, "/promotions/…"), () -> get(browser, path));
        }
    }

    private static URI address(String path) {
        return URI.create("http://127.0.0.1:" + CONSOLE + path);
    }

    private static String get(HttpClient browser, String path) throws IOException, InterruptedException {
        HttpResponse<String> answer =
                browser.send(HttpRequest.newBuilder(address(path)).build(), HttpResponse.BodyHandlers.ofString());
        if (answer.statusCode() != 200 || answer.uri().getPath().equals("/sign-in") && !path.equals("/sign-in")) {
            throw new IllegalStateException("%s answered %d at %s".formatted(path, answer.statusCode(), answer.uri()));
        }
        return answer.body();
    }

    private interface Asking {
        void ask() throws IOException, InterruptedException;
    }

    private static void time(String what, Asking asking) throws IOException, InterruptedException {
        List<Double> millis = new ArrayList<>();
        for (int i = 0; i < TIMES; i++) {
            long begun = System.nanoTime();
            asking.ask();
            millis.add(seconds(begun) * 1000);
        }
        double first = millis.getFirst();
        Collections.sort(millis);
        System.out.printf(
                Locale.ROOT,
                "%-48s p50 %7.0f ms  p95 %7.0f ms  first %7.0f ms%n",
                what,
                millis.get(TIMES / 2),
                millis.get(TIMES * 95 / 100),
                first);
    }

    private static void slices(Figures figures, WorkspaceId workspace, PromotionId promotion)
            throws IOException, InterruptedException {
        Map<String, List<Dimension>> slices = new LinkedHashMap<>();
        slices.put("by source", List.of(Dimension.SOURCE));
        slices.put("by country", List.of(Dimension.COUNTRY));
        slices.put("by source and country", List.of(Dimension.SOURCE, Dimension.COUNTRY));
        for (int days : List.of(14, 90)) {
            Period period = Period.last(days, Instant.now(), ZoneId.of("Europe/Vienna"));
            for (Map.Entry<String, List<Dimension>> slice : slices.entrySet()) {
                time(
                        slice.getKey() + ", " + days + " days",
                        () -> figures.of(workspace, promotion, period, slice.getValue()));
            }
        }
    }

    /** The latest clicks are noted once more, as if something had been written about them. */
    private static void following(Database database, long clicks) throws SQLException, InterruptedException {
        long begun = System.nanoTime();
        database.change(
                "insert into visit_work (workspace_id, click_id) select workspace_id, id from click order by at desc limit "
                        + Math.min(100_000, clicks / 20));
        long events = Long.parseLong(
                database.ask(
                        "select count(*) from site_event e join visit_work w on w.workspace_id = e.workspace_id and w.click_id = e.click_id"));
        long noted = database.count("visit_work");
        double before = seconds(begun);
        while (database.count("visit_work") > 0) {
            Thread.sleep(100);
        }
        double took = seconds(begun) - before;
        System.out.printf(
                Locale.ROOT,
                "following  %,d clicks with %,d events in %.1f s: %,.0f events/s%n",
                noted,
                events + noted,
                took,
                (events + noted) / took);
    }
}
