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
