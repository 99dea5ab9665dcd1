package dev.wilyferret.app.clicks;

import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.core.text.Fault;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Cuts network addresses and headers of clicks once they are as old as the operator set, a day in one step. What figures need
 * stays: the network, the country, the kind of device, and the name of the browser.
 */
@Component
class CutAddresses {

    private static final Logger LOG = LoggerFactory.getLogger(CutAddresses.class);
    private static final String NAME = "cut-addresses";

    private final JdbcClient sql;
    private final TransactionTemplate transaction;
    private final BrowserNames browsers;
    private final Duration kept;
    private final Clock clock;

    CutAddresses(
            JdbcClient sql,
            TransactionTemplate transaction,
            BrowserNames browsers,
            Installation installation,
            Clock clock) {
        this.sql = sql;
        this.transaction = transaction;
        this.browsers = browsers;
        this.kept = Duration.ofDays(installation.keepAddressesDays());
        this.clock = clock;
    }

    @Scheduled(fixedDelay = 1, timeUnit = java.util.concurrent.TimeUnit.HOURS)
    void turn() {
        if (kept.isZero()) {
            return;
        }
        Instant until = clock.instant().minus(kept).truncatedTo(ChronoUnit.DAYS);
        try {
            Optional<Instant> from = begin();
            while (from.isPresent() && from.get().isBefore(until)) {
                Instant day = from.get();
                Instant next = day.plus(1, ChronoUnit.DAYS);
                transaction.executeWithoutResult(status -> cut(day, next));
                from = Optional.of(next);
            }
        } catch (RuntimeException e) {
            LOG.warn("Old network addresses could not be cut; it is tried again in an hour: {}", Fault.of(e));
        }
    }

    /** The first day that was not gone over yet; empty while there is no click. */
    private Optional<Instant> begin() {
        return sql.sql("select done_until from pass_over where name = :name")
                .param("name", NAME)
                .query(Timestamp.class)
                .optional()
                .or(() -> sql.sql("select min(at) from click")
                        .query(Timestamp.class)
                        .optional())
                .map(moment -> moment.toInstant().truncatedTo(ChronoUnit.DAYS));
    }

    private void cut(Instant day, Instant next) {
        List<String> agents = sql.sql("select distinct user_agent from click where at >= :day and at < :next")
                .param("day", Timestamp.from(day))
                .param("next", Timestamp.from(next))
                .query(String.class)
                .list();
        sql.sql("""
                        update click c
                        set browser = n.browser, address = '', user_agent = '', language = '', headers = ''
                        from unnest(:agents, :browsers) n (agent, browser)
                        where c.at >= :day and c.at < :next and c.user_agent = n.agent
                        """)
                .param("agents", agents.toArray(String[]::new))
                .param("browsers", agents.stream().map(browsers::of).toArray(String[]::new))
                .param("day", Timestamp.from(day))
                .param("next", Timestamp.from(next))
                .update();
        sql.sql("""
                        insert into pass_over (name, done_until) values (:name, :next)
                        on conflict (name) do update set done_until = excluded.done_until
                        """).param("name", NAME).param("next", Timestamp.from(next)).update();
    }
}
