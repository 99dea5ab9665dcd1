package dev.wilyferret.app.storage;

import java.sql.SQLException;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.transaction.CannotCreateTransactionException;

/**
 * Tells what fails since the database is away from what fails for the sake of what stands in it. The first passes, and is tried again; the
 * second would fail for ever, and must keep nobody else from anything.
 */
public final class DatabaseAway {

    private DatabaseAway() {}

    /**
     * Whether a failure lies with the connection or the server, and may pass: SQLSTATE classes 08 (connection), 53 (resources), 57
     * (operator intervention), 58 (system), 40 (rolled back), 55 (a lock that was not to be had), 25006 (read only for now); or no
     * connection to be had. Where nobody says how the database failed, what Spring makes of it counts.
     */
    public static boolean mayPass(Throwable failed) {
        for (Throwable cause = failed; cause != null; cause = cause.getCause()) {
            if (cause instanceof SQLException sql) {
                String state = sql.getSQLState();
                return state == null || state.matches("(08|53|55|57|58|40|25006).*");
            }
        }
        return failed instanceof DataAccessResourceFailureException
                || failed instanceof TransientDataAccessException
                || failed instanceof CannotCreateTransactionException;
    }
}
