package dev.wilyferret.app.clicks;

import dev.wilyferret.core.visit.SiteEvent;
import java.sql.Connection;
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
}
