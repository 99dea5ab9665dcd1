package dev.wilyferret.app.shelf;

import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import java.util.List;
import java.util.Map;

/** The pages that show files of the shelf; answered by whoever keeps pages. */
public interface PagesShowing {

    /** A page, as its bench is found. */
    record Showing(PromotionId promotion, PageId id, String name) {}

    /** By the name of the file: the pages it stands on, as draft or in public. */
    Map<String, List<Showing>> of(WorkspaceId workspace);
}
