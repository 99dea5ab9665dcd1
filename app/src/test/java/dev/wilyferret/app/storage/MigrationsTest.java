package dev.wilyferret.app.storage;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.app.kit.TestDatabase;
import java.sql.DriverManager;
import java.sql.SQLException;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class MigrationsTest {

    private static int number;

    private String database;

    @BeforeEach
    void begin() throws SQLException {
        database = "migrations_" + ++number;
        TestDatabase.create(database);
    }

    private Flyway flyway() {
        return Flyway.configure()
                .dataSource(TestDatabase.url(database), "ferret", TestDatabase.password())
                .locations("classpath:db/migration")
                .load();
    }

    private void sql(String statement) throws SQLException {
        try (var connection =
                        DriverManager.getConnection(TestDatabase.url(database), "ferret", TestDatabase.password());
                var change = connection.createStatement()) {
            change.execute(statement);
        }
    }

    @Test
    void anEmptyDatabaseIsFilledOnceAndForAll() {
        new Migrations().migrate(flyway());
        assertThat(flyway().validateWithResult().validationSuccessful).isTrue();
        assertThat(flyway().migrate().migrationsExecuted).isZero();
    }

    /** Takes away what keeps a table's rows from being written alone. */
    private static final String ALONE = """
            do $$ declare one record; begin
              for one in select conrelid::regclass as place, conname as name from pg_constraint
                where contype = 'f' and connamespace = 'public'::regnamespace and conparentid = 0 loop
                execute format('alter table %s drop constraint %I', one.place, one.name);
              end loop;
              for one in select table_name as place, column_name as name from information_schema.columns
                where table_schema = 'public' and table_name in ('promotion', 'link') and is_nullable = 'NO'
                  and column_name not in ('workspace_id', 'id') loop
                execute format('alter table %I alter column %I drop not null', one.place, one.name);
              end loop;
              alter table promotion disable trigger user;
              alter table link disable trigger user;
            end $$
            """;

    @Test
    void whereSeveralHandedTheSameAddressOutTheFirstKeepsIt() throws SQLException {
        Flyway before = Flyway.configure()
                .configuration(flyway().getConfiguration())
                .target("1")
                .load();
        before.migrate();
        sql(ALONE);
        for (int nth = 1; nth <= 3; nth++) {
            String workspace = "00000000-0000-7000-8000-00000000000" + nth;
            String at = "2026-0" + (nth == 2 ? 1 : 3 + nth) + "-01";
            sql("insert into promotion (workspace_id, id, created_at) values ('%1$s', '%1$s', '%2$s')"
                    .formatted(workspace, at));
            sql("insert into link (workspace_id, id, created_at) values ('%1$s', '%1$s', '%2$s')"
                    .formatted(workspace, at));
            sql("""
                    insert into public_place (workspace_id, host, path, promotion_id, link_id) values
                      ('%1$s', 'go.example', '/spring', '%1$s', null), ('%1$s', 'go.example', '/go/x', null, '%1$s'),
                      ('%1$s', 'h%2$d.example', '/go/x', null, '%1$s'), ('%1$s', '', '/go/x%2$d', null, '%1$s')
                    """.formatted(workspace, nth));
        }
        new Migrations().migrate(flyway());
        try (var connection =
                        DriverManager.getConnection(TestDatabase.url(database), "ferret", TestDatabase.password());
                var asked = connection.createStatement();
                var rows = asked.executeQuery(
                        "select string_agg(right(workspace_id::text, 1) || path, ' ' order by path, workspace_id) from public_place where lost")) {
            assertThat(rows.next()).isTrue();
            assertThat(rows.getString(1)).isEqualTo("1/go/x 3/go/x 1/spring 3/spring");
        }
    }

    @Test
    void dataOfANewerProgramIsRefusedAndLeftAsItIs() throws SQLException {
        new Migrations().migrate(flyway());
        sql(
                "insert into flyway_schema_history select 99, '99', 'of tomorrow', type, 'V99__of_tomorrow.sql', 1, installed_by, now(), 1, true"
                        + " from flyway_schema_history where version = '1'");
        assertThatThrownBy(() -> new Migrations().migrate(flyway()))
                .hasMessageContaining("newer version of Wily Ferret: its schema is at 99");
    }

    @Test
    void dataOfBeforeTheFirstReleaseIsSaidToBeThat() throws SQLException {
        new Migrations().migrate(flyway());
        sql("update flyway_schema_history set description = 'spine', checksum = 7 where version = '1'");
        assertThatThrownBy(() -> new Migrations().migrate(flyway()))
                .isInstanceOfSatisfying(
                        Migrations.OtherData.class,
                        other -> assertThat(other.mend()).contains("./ferret demo --fresh"))
                .hasMessageContaining("before release 0.1.0");
    }
}
