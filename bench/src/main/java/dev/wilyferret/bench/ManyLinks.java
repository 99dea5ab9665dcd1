package dev.wilyferret.bench;

import java.sql.SQLException;

/** A workspace with two thousand links on five hosts, each with tags and the tokens of its source. */
final class ManyLinks {

    /** One of the hosts, on which its promotion's pages stand too. */
    static final String HOST = "bench-1.growbench.example";

    /** The code of a link on it. */
    static final String CODE = "bench-5";

    /** The code of another, like it. */
    static final String ANOTHER_CODE = "bench-10";

    private static final String HOSTS = """
            with more as (
              insert into own_host (workspace_id, name, added_at, active_at, checked_at)
              select id, 'bench-' || n || '.growbench.example', now(), now(), now()
              from workspace, generate_series(1, 5) n returning 1)
            select count(*)::text from more
            """;

    private static final String MOVED = """
            with moved as (
              update promotion set host = 'bench-1.growbench.example'
              where id = (select promotion_id from link where code = 'balcony-1') returning 1)
            select count(*)::text from moved
            """;

    private static final String LINKS = """
            with more as (
              insert into link (workspace_id, id, promotion_id, host, code, leads_to, source, medium, campaign, term, content,
                paused, created_at, source_id)
              select workspace_id, gen_random_uuid(), promotion_id, 'bench-' || 1 + n % 5 || '.growbench.example', 'bench-' || n,
                leads_to, source, medium, campaign, 'term ' || n, content, paused, created_at, source_id
              from link, generate_series(1, 2000) n where code = 'balcony-1' returning 1)
            select count(*)::text from more
            """;

    private ManyLinks() {}

    static void make(Database database) throws SQLException {
        database.ask(HOSTS);
        database.ask(MOVED);
        database.ask(LINKS);
    }
}
