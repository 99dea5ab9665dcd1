package dev.wilyferret.app.shelf;

import java.util.List;
import java.util.Map;
import java.util.UUID;

/** The pages that show files of the shelf; answered by whoever keeps pages. */
public interface PagesShowing {

    /** A page, as its bench is found. */
    record Showing(UUID promotion, UUID id, String name) {}

    /** By the name of the file: the pages it stands on, as draft or in public. */
    Map<String, List<Showing>> of(UUID workspace);
}
