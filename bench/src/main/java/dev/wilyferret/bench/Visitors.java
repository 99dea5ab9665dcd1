package dev.wilyferret.bench;

import dev.wilyferret.app.secrets.Seals;
import dev.wilyferret.app.secrets.Signing;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.ShortId;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;

/**
 * Visitors who came by a link and go on with its cookies, as those who reach a redirect page do; a script lets the load generator be
 * them one after the other. So many that each passes the page a few times only, as people do.
 */
final class Visitors {

    private static final int MANY = 200_000;

    private static final String CLICKS = """
            with first as (select c from click c where link_id is not null order by at desc limit 1),
            fresh as (
              insert into click select (jsonb_populate_record(c, jsonb_build_object('at', now(), 'visitor_id', gen_random_uuid(), 'id',
                lpad(to_hex((extract(epoch from now()) * 1000)::bigint), 12, '0') || '7' || substr(md5(random()::text), 1, 3) || '8'
                  || substr(md5(random()::text), 1, 15)))).*
              from first, generate_series(1, %d) returning id, visitor_id, promotion_id, link_id)
            select string_agg(concat_ws(' ', id, visitor_id, promotion_id, link_id), e'\\n') from fresh
            """;

    private static final String SCRIPT = """
            local cookies = {}
            for line in io.lines("%s") do cookies[#cookies + 1] = line end
            math.randomseed(os.time())
            local at = math.random(#cookies)
            request = function()
              at = at %% #cookies + 1
              wrk.headers["Cookie"] = cookies[at]
              return wrk.format()
            end
            """;

    private static final String STRANGERS = """
            math.randomseed(os.time())
            local at = 0
            request = function()
              at = at + 1
              wrk.headers["User-Agent"] = "Mozilla/5.0 (X11; Linux x86_64; rv:151." .. at % 400 .. ") Gecko/20100101 Firefox/151.0"
              wrk.headers["X-Forwarded-For"] = "84." .. math.random(0, 255) .. "." .. math.random(0, 255) .. "." .. math.random(1, 254)
              return wrk.format()
            end
            """;

    private Visitors() {}

    /**
     * A script that lets the load generator, which is believed as a proxy, be somebody else each time who never was here: one of four hundred
     * browsers at any address. The same browser and address would be one visitor.
     */
    static Path strangers(Database database) throws IOException {
        return Files.writeString(database.folder().resolve("strangers.lua"), STRANGERS);
    }

    /** Puts their clicks into the log, and gives the script. */
    static Path come(Database database, Seals seals) throws IOException, SQLException {
        byte[] key = seals.derived("clicks of visits");
        List<String> cookies = new ArrayList<>(MANY);
        database.ask(CLICKS.formatted(MANY)).lines().forEach(line -> {
            String[] ids = line.split(" ");
            String click = String.join(
                    ".",
                    ShortId.of(UUID.fromString(ids[0])),
                    ShortId.of(id(ids[2], PromotionId::new)),
                    ShortId.of(id(ids[3], LinkId::new)));
            cookies.add("wf_v=%s; wf_c=%s-%s"
                    .formatted(
                            ShortId.of(UUID.fromString(ids[1])),
                            click,
                            Signing.of(key, click).substring(0, 16)));
        });
        Path lines = database.folder().resolve("cookies");
        Files.write(lines, cookies);
        Path script = database.folder().resolve("visitors.lua");
        Files.writeString(script, SCRIPT.formatted(lines));
        return script;
    }

    private static <I extends Id> I id(String text, java.util.function.Function<UUID, I> type) {
        return Id.parse(text, type).orElseThrow();
    }
}
