package dev.wilyferret.app.clicks;

import dev.wilyferret.core.visit.SiteEvent;
import java.sql.SQLException;
import java.util.List;
import org.hibernate.SessionFactory;
import org.springframework.stereotype.Component;

/** Writes events into their tables, a group in one transaction, and notes whose visits they change. */
@Component
class EventWriter {

    private final SessionFactory sessions;

    EventWriter(SessionFactory sessions) {
        this.sessions = sessions;
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
        sessions.inStatelessTransaction(session -> session.doWork(connection -> {
            ClickRow.INSERT.insert(connection, clicks);
            SiteEventRow.INSERT.insert(connection, followed);
            ImageViews.INSERT.insert(connection, images);
            VisitWork.note(connection, events);
        }));
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
