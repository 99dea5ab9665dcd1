package dev.wilyferret.app.storage;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.SQLException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.transaction.UnexpectedRollbackException;

class DatabaseAwayTest {

    /** SQLSTATE codes as the manual of PostgreSQL lists them (appendix A). */
    @ParameterizedTest
    @CsvSource({
        "08006, true", // connection failure
        "53300, true", // too many connections
        "57P01, true", // shut down by its administrator
        "58030, true", // input or output error
        "40P01, true", // deadlock
        "55P03, true", // lock not available
        "25006, true", // read only
        "23514, false", // check violation, as of no partition
        "22003, false", // numeric value out of range
        "42703, false", // undefined column
        "25001, false" // active transaction
    })
    void itIsTheDatabasesByItsOwnWord(String state, boolean away) {
        SQLException said = new SQLException("said", state);
        assertThat(DatabaseAway.mayPass(said)).isEqualTo(away);
        assertThat(DatabaseAway.mayPass(new IllegalStateException(new DataIntegrityViolationException("so", said))))
                .isEqualTo(away);
    }

    @Test
    void orByWhatIsMadeOfIt() {
        assertThat(DatabaseAway.mayPass(new SQLException("no connection to be had")))
                .isTrue();
        assertThat(DatabaseAway.mayPass(new DataAccessResourceFailureException("gone")))
                .isTrue();
        assertThat(DatabaseAway.mayPass(new CannotCreateTransactionException("gone")))
                .isTrue();
        assertThat(DatabaseAway.mayPass(new UnexpectedRollbackException("rolled back")))
                .isFalse();
        assertThat(DatabaseAway.mayPass(new IllegalArgumentException("No enum constant")))
                .isFalse();
    }
}
