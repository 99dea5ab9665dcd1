package dev.wilyferret.app.hosts;

import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.WorkspaceId;
import java.util.List;

/** Answered by pages, which stand on hosts: those that can be shown at a host's root, or where there is nothing. */
public interface HostPages {

    /** @param name with its promotion's */
    record Choice(PageId id, String name) {}

    List<Choice> choices(WorkspaceId workspace);
}
