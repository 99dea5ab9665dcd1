package dev.wilyferret.bench;

import java.sql.SQLException;

/** A redirect page on which three ad platforms' pixels fire in the browser. */
final class ThreePixels {

    private static final String ACCOUNTS = """
            with more as (
              insert into pixel_account (workspace_id, id, name, pixel_id, fire_template, view_event, lead_event, created_at,
                way, server_template, server_body, token, sale_event, checkout_event, also_asked, snippet)
              select workspace_id, gen_random_uuid(), name || ' ' || n, pixel_id, fire_template, view_event, lead_event, created_at,
                'BROWSER', '', '', '', '', checkout_event, '', ''
              from pixel_account, generate_series(2, 3) n returning 1)
            select count(*)::text from more
            """;

    private static final String IN_BROWSERS = "update pixel_account set way = 'BROWSER'";

    private static final String FIRING = """
            with firing as (
              update page set published = jsonb_set(published, '{page,pixels}',
                (select jsonb_agg(jsonb_build_object('pixel', id, 'event', 'LEAD')) from pixel_account))
              where kind = 'REDIRECT' and promotion_id = (select promotion_id from link where code = 'balcony-1') returning promotion_id, slug)
            select '/' || p.slug || '/' || f.slug from firing f join promotion p on p.id = f.promotion_id
            """;

    private ThreePixels() {}

    /** The path of the page. */
    static String make(Database database) throws SQLException {
        database.change(IN_BROWSERS);
        database.ask(ACCOUNTS);
        return database.ask(FIRING);
    }
}
