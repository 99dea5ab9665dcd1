package dev.wilyferret.bench;

import dev.wilyferret.app.rotations.Rotations;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.rotation.Behind;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import org.springframework.context.ApplicationContext;

/** A link whose visitors are shared out among three variants. */
final class SharedLink {

    private SharedLink() {}

    static void make(ApplicationContext app, Database database) throws SQLException {
        String[] ids = database.ask(
                        "select concat_ws(' ', l.workspace_id, l.promotion_id, l.id, p.id) from link l join page p on p.promotion_id = l.promotion_id and p.landing where l.code = '%s'"
                                .formatted(ManyLinks.CODE))
                .split(" ");
        Destination page = new Destination.ToPage(Id.parse(ids[3], PageId::new).orElseThrow());
        app.getBean(Rotations.class)
                .begun(
                        WorkspaceId.of(ids[0]),
                        PromotionId.of(ids[1]),
                        new Behind.OfLink(LinkId.of(ids[2])),
                        Instant.now(),
                        List.of(
                                new Rotations.Named("One", page),
                                new Rotations.Named("Two", page),
                                new Rotations.Named("Three", page)));
    }
}
