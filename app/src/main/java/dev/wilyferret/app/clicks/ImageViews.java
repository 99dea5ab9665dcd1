package dev.wilyferret.app.clicks;

import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.visit.SiteEvent;
import java.sql.Timestamp;
import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Views of pages elsewhere by browsers without script. They belong to no click, since nothing is known of who saw the page. */
@Component
public class ImageViews {

    static final ColumnInsert<SiteEvent.SeenByImage> INSERT = ColumnInsert.<SiteEvent.SeenByImage>into("image_view")
            .uuid("workspace_id", seen -> seen.workspace().value())
            .uuid("id", seen -> seen.id().value())
            .moment("at", seen -> seen.at().toEpochMilli())
            .uuid("promotion_id", seen -> seen.promotion().value())
            .uuid("page_id", seen -> seen.page().value())
            .made();

    private final JdbcClient sql;

    ImageViews(JdbcClient sql) {
        this.sql = sql;
    }

    /** How often a page was seen so since a moment. */
    @Transactional(readOnly = true)
    public long since(WorkspaceId workspace, PageId page, Instant from) {
        return sql.sql(
                        "select count(*) from image_view where workspace_id = :workspace and page_id = :page and at >= :from")
                .param("workspace", workspace.value())
                .param("page", page.value())
                .param("from", Timestamp.from(from))
                .query(Long.class)
                .single();
    }
}
