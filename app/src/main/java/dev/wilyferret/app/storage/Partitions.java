package dev.wilyferret.app.storage;

import dev.wilyferret.core.text.Fault;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.YearMonth;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Sees to it that the monthly partitions of the event tables exist months before events need them, and before visitors are answered.
 * What came into no month, since a clock ran ahead or an old backup was restored, is moved into its own. Where a partition cannot be
 * made just now, since somebody reads for long, it is tried again; events lie in the default partition until then.
 */
@Component
public class Partitions implements SmartLifecycle {

    private static final Logger LOG = LoggerFactory.getLogger(Partitions.class);
    private static final List<String> TABLES = List.of("click", "site_event");
    private static final int MONTHS_AHEAD = 3;
    /** At once, so that a default partition full of moments that were made up does not take long. */
    private static final int MOST_STRAYED = 24;
    /** Who reads the default partition waits no longer for one that is to be made. */
    private static final Duration LONGEST_WAIT = Duration.ofMillis(500);

    private static final int TRIES = 3;

    private final JdbcClient sql;
    private final TransactionTemplate transaction;
    private final Clock clock;
    private volatile boolean running;

    Partitions(JdbcClient sql, TransactionTemplate transaction, Clock clock) {
        this.sql = sql;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** Makes what is missing, or says in the program's log that it could not be made yet. */
    @Scheduled(fixedDelay = 10, initialDelay = 10, timeUnit = TimeUnit.MINUTES)
    void lookAhead() {
        Instant now = clock.instant();
        ensure(now, now.atZone(ZoneOffset.UTC).plusMonths(MONTHS_AHEAD).toInstant());
        for (String table : TABLES) {
            strayed(table).forEach(month -> ensure(table, month));
        }
    }

    /** Makes the partitions for every month from one moment to another. */
    public void ensure(Instant from, Instant to) {
        for (YearMonth month = monthOf(from); !month.isAfter(monthOf(to)); month = month.plusMonths(1)) {
            for (String table : TABLES) {
                ensure(table, month);
            }
        }
    }

    private void ensure(String table, YearMonth month) {
        boolean made = false;
        for (int tries = 1; !made && tries <= TRIES; tries++) {
            made = made(table, month, tries == TRIES);
        }
    }

    /** @param last whether it is not tried again for now */
    private boolean made(String table, YearMonth month, boolean last) {
        try {
            transaction.executeWithoutResult(status -> make(table, month));
            return true;
        } catch (DataAccessException | TransactionException notNow) {
            if (last) {
                LOG.warn(
                        "The partition of {} for {} is not made yet; it is tried again: {}",
                        table,
                        month,
                        Fault.of(notNow));
            }
            return false;
        }
    }

    private void make(String table, YearMonth month) {
        sql.sql("select set_config('lock_timeout', :wait, true)")
                .param("wait", LONGEST_WAIT.toMillis() + "ms")
                .query(String.class)
                .single();
        boolean fresh = Objects.requireNonNull(sql.sql("select ensure_month_partition(:table, :moment)")
                .param("table", table)
                .param(
                        "moment",
                        Timestamp.from(
                                month.atDay(1).atStartOfDay(ZoneOffset.UTC).toInstant()))
                .query(Boolean.class)
                .single());
        if (fresh) {
            LOG.info("Events of {} have a partition of {} of their own", month, table);
        }
    }

    /** The months of what came into none. */
    private List<YearMonth> strayed(String table) {
        try {
            return sql
                    .sql("select distinct date_trunc('month', at, 'UTC') from %s_default limit :most".formatted(table))
                    .param("most", MOST_STRAYED)
                    .query(Timestamp.class)
                    .list()
                    .stream()
                    .map(month -> monthOf(month.toInstant()))
                    .toList();
        } catch (DataAccessException notNow) {
            LOG.warn("The default partition of {} cannot be read just now: {}", table, Fault.of(notNow));
            return List.of();
        }
    }

    private static YearMonth monthOf(Instant moment) {
        return YearMonth.from(moment.atZone(ZoneOffset.UTC));
    }

    @Override
    public void start() {
        running = true;
        lookAhead();
    }

    @Override
    public void stop() {
        running = false;
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    /** Before the click log, which is before the public site. */
    @Override
    public int getPhase() {
        return -10;
    }
}
