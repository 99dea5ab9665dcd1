package dev.wilyferret.app.secrets;

import java.util.Map;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Seals what earlier versions kept unsealed. */
@Component
@Order(1)
class SealTheOld implements ApplicationRunner {

    private static final Logger LOG = LoggerFactory.getLogger(SealTheOld.class);

    /** Every column that holds a secret as text, by table. */
    private static final Map<String, String> TEXTS = Map.of("network", "secret", "handover", "secret");

    private final JdbcClient sql;
    private final Seals seals;
    private final TransactionTemplate transaction;

    SealTheOld(JdbcClient sql, Seals seals, TransactionTemplate transaction) {
        this.sql = sql;
        this.seals = seals;
        this.transaction = transaction;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        if (!seals.warning().isEmpty()) {
            LOG.error(seals.warning());
            return;
        }
        transaction.executeWithoutResult(status -> {
            TEXTS.forEach(this::texts);
            keys("signing_key");
            keys("erasure_key");
        });
    }

    private record Text(String ctid, String secret) {}

    private void texts(String table, String column) {
        sql.sql(
                        "select ctid::text as ctid, %2$s as secret from %1$s where %2$s <> '' and %2$s not like 'sealed:%%' for update"
                                .formatted(table, column))
                .query(Text.class)
                .list()
                .forEach(row -> sql.sql(
                                "update %s set %s = :sealed where ctid = cast(:ctid as tid)".formatted(table, column))
                        .param("sealed", seals.seal(row.secret))
                        .param("ctid", row.ctid)
                        .update());
    }

    private record Key(java.util.UUID id, byte[] secret) {}

    private void keys(String column) {
        sql.sql("select id, %s as secret from workspace for update".formatted(column)).query(Key.class).list().stream()
                .filter(key -> !Seals.isSealed(key.secret))
                .forEach(key -> sql.sql("update workspace set %s = :sealed where id = :id".formatted(column))
                        .param("sealed", seals.seal(key.secret))
                        .param("id", key.id)
                        .update());
    }
}
