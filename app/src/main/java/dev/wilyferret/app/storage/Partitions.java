package dev.wilyferret.app.storage;

import jakarta.persistence.EntityManager;
import jakarta.persistence.PersistenceContext;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Sees to it that the monthly partitions of the event tables exist before events need them. */
@Component
@Order(0)
public class Partitions implements ApplicationRunner {

    @PersistenceContext
    private EntityManager entityManager;

    private final TransactionTemplate transaction;
    private final Clock clock;

    Partitions(TransactionTemplate transaction, Clock clock) {
        this.transaction = transaction;
        this.clock = clock;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        lookAhead();
    }

    /** Twice a day, with a month to spare. */
    @Scheduled(fixedRateString = "PT12H", initialDelayString = "PT12H")
    void lookAhead() {
        ensure(clock.instant(), clock.instant().plus(Duration.ofDays(32)));
    }

    /** Makes the partitions for every month from one moment to another. */
    public void ensure(Instant from, Instant to) {
        transaction.executeWithoutResult(status -> {
            for (var month = from.atZone(ZoneOffset.UTC).withDayOfMonth(1);
                    !month.toInstant().isAfter(to);
                    month = month.plusMonths(1)) {
                entityManager
                        .createNativeQuery("select ensure_month_partitions(:moment)", Boolean.class)
                        .setParameter("moment", month.toInstant())
                        .getSingleResult();
            }
        });
    }
}
