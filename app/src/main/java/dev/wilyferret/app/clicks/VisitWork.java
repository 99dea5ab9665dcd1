package dev.wilyferret.app.clicks;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.pixel.PixelAnswer;
import dev.wilyferret.core.visit.SiteEvent;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Clicks whose visits have to be told anew, since something about them was written. Whoever writes notes it in the same
 * transaction; the figures' follower takes what is there, in any order, and strikes out exactly that.
 */
@Component
public class VisitWork {

    /** A note; several can be about one click. */
    public record Note(long id, WorkspaceId workspace, ClickId click) {}

    static final ColumnInsert<Told> NOTE = ColumnInsert.<Told>into("visit_work")
            .uuid("workspace_id", told -> told.workspace.value())
            .uuid("click_id", told -> told.click.value())
            .made();

    private final JdbcClient sql;

    VisitWork(JdbcClient sql) {
        this.sql = sql;
    }

    /** Notes clicks, in the transaction that writes what is new about them. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void note(WorkspaceId workspace, Collection<ClickId> clicks) {
        sql.sql(
                        "insert into visit_work (workspace_id, click_id) select cast(:workspace as uuid), c from unnest(cast(:clicks as uuid[])) c")
                .param("workspace", workspace.value())
                .param("clicks", Id.texts(clicks))
                .update();
    }

    /** A click whose visit events that are being written change. */
    record Told(WorkspaceId workspace, ClickId click) {}

    /** The clicks of events that are being written, each once. What a browser fired tells nothing that is not told already. */
    static List<Told> told(List<SiteEvent> events) {
        return events.stream()
                .flatMap(event -> told(event).map(click -> new Told(event.workspace(), click)).stream())
                .distinct()
                .toList();
    }

    /** The click whose visit an event changes. */
    private static Optional<ClickId> told(SiteEvent event) {
        return switch (event) {
            case SiteEvent.Click click -> Optional.of(click.id());
            case SiteEvent.PixelFired fire when fire.answer() != PixelAnswer.LEFT_TO_SERVER -> Optional.empty();
            case SiteEvent.Followed followed -> Optional.of(followed.click());
            case SiteEvent.SeenByImage seen -> Optional.empty();
        };
    }

    /** Whether something about a click is still to be told. */
    public boolean waits(WorkspaceId workspace, ClickId click) {
        return sql.sql("select exists (select 1 from visit_work where workspace_id = :workspace and click_id = :click)")
                .param("workspace", workspace.value())
                .param("click", click.value())
                .query(Boolean.class)
                .single();
    }

    /** Whether something about a click of a UTC day is still to be told. Ids are in the order of their moments. */
    public boolean waits(WorkspaceId workspace, LocalDate day) {
        return sql.sql("""
                        select exists (select 1 from visit_work
                          where workspace_id = :workspace and click_id >= :first and click_id < :next)
                        """)
                .param("workspace", workspace.value())
                .param("first", UuidV7.first(day.atStartOfDay(ZoneOffset.UTC).toInstant()))
                .param(
                        "next",
                        UuidV7.first(
                                day.plusDays(1).atStartOfDay(ZoneOffset.UTC).toInstant()))
                .query(Boolean.class)
                .single();
    }

    /** About how many clicks of a workspace something is still to be told. */
    public long waiting(WorkspaceId workspace) {
        return sql.sql("select count(distinct click_id) from visit_work where workspace_id = :workspace")
                .param("workspace", workspace.value())
                .query(Long.class)
                .single();
    }

    /** Some of the notes that are there. */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<Note> take(int most) {
        return sql.sql("select id, workspace_id, click_id from visit_work order by id limit :most")
                .param("most", most)
                .query((row, number) -> new Note(
                        row.getLong("id"),
                        new WorkspaceId(row.getObject("workspace_id", UUID.class)),
                        new ClickId(row.getObject("click_id", UUID.class))))
                .list();
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void strike(List<Note> done) {
        sql.sql("delete from visit_work where id = any(:ids)")
                .param("ids", done.stream().map(Note::id).toArray(Long[]::new))
                .update();
    }
}
