package dev.wilyferret.app.pages;

import dev.wilyferret.core.id.WorkspaceId;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/** The pages the public site had to leave out; the console says it on every screen. */
@Component
public class Undrawn {

    private final Map<WorkspaceId, List<LeftOut>> byWorkspace = new ConcurrentHashMap<>();

    /** What could not be drawn of a workspace just now; what could not before is forgotten. */
    public void found(WorkspaceId workspace, List<LeftOut> pages) {
        byWorkspace.put(workspace, List.copyOf(pages));
    }

    public List<LeftOut> of(WorkspaceId workspace) {
        return byWorkspace.getOrDefault(workspace, List.of());
    }
}
