package dev.wilyferret.app.people;

import java.util.List;
import java.util.UUID;

/** The content pages that a list can name and its people came by; answered by whoever keeps pages. */
public interface ListPages {

    /**
     * A page told apart from all others where one is chosen.
     *
     * @param words promotion and page, and whether visitors see it
     * @param address its public one
     */
    record Named(UUID id, String words, String address) {}

    /** Those of all promotions. */
    List<Named> of(UUID workspace);
}
