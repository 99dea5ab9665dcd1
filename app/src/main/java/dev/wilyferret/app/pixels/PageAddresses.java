package dev.wilyferret.app.pixels;

import dev.wilyferret.core.id.PageId;
import java.util.Optional;

/** Where pages stand on the public site. */
public interface PageAddresses {

    /** The whole address of a page, as it is now; empty if it is not public. */
    Optional<String> of(PageId page);
}
