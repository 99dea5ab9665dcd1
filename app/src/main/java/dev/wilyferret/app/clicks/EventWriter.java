package dev.wilyferret.app.clicks;

import dev.wilyferret.core.visit.SiteEvent;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Writes events into their tables, a group in one statement, and notes whose visits they change. */
@Component
class EventWriter {

    private final JdbcTemplate sql;

    EventWriter(JdbcTemplate sql) {
        this.sql = sql;
    }

    void write(List<SiteEvent> events) {
        List<ClickRow> clicks = events.stream()
                .filter(SiteEvent.Click.class::isInstance)
                .map(event -> new ClickRow((SiteEvent.Click) event))
                .toList();
        List<SiteEventRow> followed = events.stream()
                .filter(SiteEvent.Followed.class::isInstance)
                .map(event -> new SiteEventRow((SiteEvent.Followed) event))
                .toList();
        List<SiteEvent.SeenByImage> images = events.stream()
                .filter(SiteEvent.SeenByImage.class::isInstance)
                .map(SiteEvent.SeenByImage.class::cast)
                .toList();
        List<ColumnInsert.Part> parts = Stream.of(
                        ClickRow.INSERT.of(clicks),
                        SiteEventRow.INSERT.of(followed),
                        ImageViews.INSERT.of(images),
                        VisitWork.NOTE.of(VisitWork.told(events)))
                .flatMap(Optional::stream)
                .toList();
        sql.execute((Connection connection) -> {
            ColumnInsert.Part.insert(connection, parts);
            return parts;
        });
    }

    /**
     * Whether a failure lies with the connection or the server, and may pass: SQLSTATE classes 08 (connection),
     * 53 (resources), 57 (operator intervention), 58 (system), 40 (rolled back); or no connection to be had.
     */
    boolean mayPass(Throwable failed) {
        for (Throwable cause = failed; cause != null; cause = cause.getCause()) {
            if (cause instanceof SQLException sql) {
                String state = sql.getSQLState();
                return state == null || state.matches("(08|53|57|58|40|25006).*");
            }
        }
        return false;
    }
}
