package dev.wilyferret.app.links;

import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.WorkspaceId;
import java.util.Map;

/** Links whose visitors are shared among variants; whoever keeps these answers. */
public interface VariantsBehind {

    /** How many variants visitors are drawn for, by link; one that leads to one place is missing. */
    Map<LinkId, Integer> variants(WorkspaceId workspace);
}
