package dev.wilyferret.app.sources;

import dev.wilyferret.core.id.SourceId;
import dev.wilyferret.core.id.WorkspaceId;
import java.util.Map;

/** Answered by links, which stand on sources: how many links come from each. */
public interface SourceUse {

    Map<SourceId, Long> links(WorkspaceId workspace);
}
