package dev.wilyferret.app.people;

import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.WorkspaceId;
import java.util.List;

/** The content pages that a list can name and its people came by; answered by whoever keeps pages. */
public interface ListPages {

    /**
     * A page told apart from all others where one is chosen.
     *
     * @param words promotion and page, and whether visitors see it
     * @param address its public one
     */
    record Named(PageId id, String words, String address) {}

    /** Those of all promotions. */
    List<Named> of(WorkspaceId workspace);
}
