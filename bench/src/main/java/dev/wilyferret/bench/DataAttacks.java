package dev.wilyferret.bench;

import static dev.wilyferret.bench.Findings.millisSince;

import java.net.http.HttpResponse;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/** What one visit, one link, one row or one reader of the database could cost all others. */
final class DataAttacks {

    /** The moment of an SQL expression as the beginning of an id of version 7; the rest is drawn. */
    private static final String ID_AT = """
            (lpad(to_hex((extract(epoch from %s) * 1000)::bigint), 12, '0') || '7'
              || right(replace(gen_random_uuid()::text, '-', ''), 19))::uuid""";

    private static final String CLICK = """
            insert into click (workspace_id, id, at, promotion_id, visitor_id, link_id, own, verdict, verdict_sign, address, user_agent,
              referrer, language, query)
            select l.workspace_id, c.id, date_trunc('milliseconds', c.at), l.promotion_id, gen_random_uuid(), l.id, false, 'COUNTED', '',
              '', 'Mozilla/5.0 (X11; Linux x86_64; rv:151.0) Gecko/20100101 Firefox/151.0', '', '', ''
            """;

    private final Database database;
    private final Victim victim;
    private final Findings findings;

    DataAttacks(Database database, Victim victim, Findings findings) {
        this.database = database;
        this.victim = victim;
        this.findings = findings;
    }

    void all() throws Exception {
        oneCookie();
        oneLongVisit();
        longReader();
        strayRow();
        unreadableWorkspace();
        endingLinks();
    }

    /** Waits until nothing is left to be told; milliseconds, infinity after two minutes. */
    private double followed() throws SQLException, InterruptedException {
        long begun = System.nanoTime();
        while (millisSince(begun) < 120_000) {
            if (database.count("visit_work") == 0) {
                return millisSince(begun);
            }
            Thread.sleep(200);
        }
        return Double.POSITIVE_INFINITY;
    }

    private void oneCookie() throws Exception {
        HttpResponse<String> seen = victim.get(Victim.site() + "/balcony-calendar/calendar");
        String page = seen.body();
        int at = page.indexOf("/opt-in/");
        String id = page.substring(at + 8, page.indexOf('/', at + 8));
        String cookies = String.join(
                "; ",
                seen.headers().allValues("Set-Cookie").stream()
                        .map(one -> one.split(";", 2)[0])
                        .toList());
        String out = Victim.site() + "/out/" + id;
        long begun = System.nanoTime();
        int answered = 0;
        try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
            for (int round = 0; round < 100; round++) {
                List<Callable<Integer>> some = java.util.Collections.nCopies(
                        200, () -> victim.get(out, "Cookie", cookies).statusCode());
                for (Future<Integer> one : threads.invokeAll(some)) {
                    answered += one.get() == 302 ? 1 : 0;
                }
            }
        }
        double took = millisSince(begun) / 1000;
        double behind = followed();
        String most = database.ask("select max(n) from (select count(*) n from site_event group by click_id) each");
        findings.say(
                "20,000 ways out with one cookie",
                answered == 20_000 && Integer.parseInt(most) >= 300 && Integer.parseInt(most) < 1000 && behind < 60_000,
                "%,d answered in %.0f s; at most %s events a click; figures up %.1f s later",
                answered,
                took,
                most,
                behind / 1000);
    }

    private void oneLongVisit() throws Exception {
        database.change("""
                insert into site_event (workspace_id, id, at, promotion_id, click_id, visitor_id, page_id, kind, offer_id)
                select c.workspace_id, %s, c.at + n * interval '1 millisecond', c.promotion_id, c.id, c.visitor_id, null, 'WENT_ON', null
                from (select * from click order by at desc limit 1) c, generate_series(1, 1200000) n
                """.formatted(ID_AT.formatted("c.at + n * interval '1 millisecond'")));
        database.change("insert into visit_work (workspace_id, click_id)"
                + " select workspace_id, id from click order by at desc limit 1");
        double behind = followed();
        findings.say(
                "a click with 1,200,000 events",
                behind < 60_000 && findings.click() < 1000,
                "told in %.1f s",
                behind / 1000);
        database.change("delete from site_event where page_id is null and kind = 'WENT_ON'");
    }

    private void longReader() throws Exception {
        double slowest = 0;
        double made;
        try (Connection reader = database.connection();
                Statement reads = reader.createStatement();
                ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
            reader.setAutoCommit(false);
            reads.executeQuery("select count(*) from click").close();
            Future<Double> making = threads.submit(() -> made("2043-01-01"));
            for (int i = 0; i < 100; i++) {
                slowest = Math.max(slowest, findings.click());
                Thread.sleep(20);
            }
            reader.rollback();
            made = making.get();
        }
        findings.say(
                "a month is made while somebody reads",
                slowest < 1000,
                "the slowest of 100 clicks took %.0f ms; given up on after %.0f ms",
                slowest,
                made);
    }

    /** As the program does it. */
    private double made(String month) throws SQLException {
        long begun = System.nanoTime();
        try {
            database.change("begin; set local lock_timeout = '500ms'; select ensure_month_partition('click', '" + month
                    + "'); commit");
        } catch (SQLException tooLong) {
            return millisSince(begun);
        }
        return millisSince(begun);
    }

    private void strayRow() throws Exception {
        database.change(CLICK
                + "from (select * from link where code = 'balcony-1') l, (select %s as id, timestamptz '2044-05-05 UTC' as at) c"
                        .formatted(ID_AT.formatted("timestamptz '2044-05-05 UTC'")));
        double up = findings.restarted();
        String where = database.ask("select tableoid::regclass from click where at > '2044-01-01'");
        findings.say(
                "a click of no month, and a restart",
                up < 90_000 && where.equals("click_2044_05"),
                "up after %.0f s; it lies in %s",
                up / 1000,
                where);
        database.change("delete from click where at > '2040-01-01'");
    }

    private void unreadableWorkspace() throws Exception {
        database.change("""
                insert into workspace (id, name, currency, zone, signing_key, erasure_key)
                values ('00000000-0000-7000-8000-0000000000ff', 'Odd', '???', 'Nowhere/Cellar', 'x', 'x')
                """);
        double up = findings.restarted();
        double click = findings.click();
        database.change("update link set note = 'changed' where code = 'balcony-1'");
        double behind = followed();
        findings.say(
                "a workspace that cannot be read, and a restart",
                up < 90_000 && click < 1000 && behind < 30_000,
                "the others are up after %.0f s",
                up / 1000);
        database.change("delete from workspace where name = 'Odd'");
    }

    /** The fill is bounded by the disk; the start is what is measured. */
    private void endingLinks() throws Exception {
        double before = findings.restarted();
        database.change("""
                insert into link (workspace_id, id, promotion_id, code, source, medium, campaign, term, content, paused, created_at,
                  leads_to, most_clicks)
                select l.workspace_id, gen_random_uuid(), l.promotion_id, 'ends-' || n, 'a', 'b', 'c', '', '', false, now(), 'offer', 100000
                from (select * from link where code = 'balcony-1') l, generate_series(1, 5000) n
                """);
        database.change(CLICK + """
                from (select *, row_number() over () as n from link where code like 'ends-%%') l
                join (select i, %s as id, at from (select i, now() - interval '1 hour' + i * interval '3 milliseconds' as at
                  from generate_series(1, 1000000) i) t) c on l.n = 1 + c.i %% 5000
                """.formatted(ID_AT.formatted("at")));
        database.change("analyze");
        double up = findings.restarted();
        findings.say(
                "5,000 links that end, over 1,000,000 clicks",
                up < 15_000 || up < 1.2 * before,
                "up %.1f s after a start, without them %.1f s",
                up / 1000,
                before / 1000);
        database.change("delete from public_place where path like '/go/ends-%'");
        database.change("delete from link where code like 'ends-%'");
        database.change("delete from click where link_id is not null and link_id not in (select id from link)");
    }
}
