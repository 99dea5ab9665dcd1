package dev.wilyferret.app.results;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.text.Fault;
import java.time.Duration;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Workspaces whose figures could not be worked on: they are left alone for a while, so that the others' go on. */
@Component
class LeftAlone {

    private static final Logger LOG = LoggerFactory.getLogger(LeftAlone.class);

    private final Cache<WorkspaceId, Boolean> all =
            Caffeine.newBuilder().expireAfterWrite(Duration.ofMinutes(10)).build();

    /** Something of one workspace failed, for a reason of its own. */
    static final class Failed extends RuntimeException {
        private static final long serialVersionUID = 1L;
        private final transient WorkspaceId workspace;

        Failed(WorkspaceId workspace, RuntimeException why) {
            super(why);
            this.workspace = workspace;
        }
    }

    void note(Failed failed) {
        LOG.error(
                "The figures of workspace {} cannot be worked on; they are left alone for ten minutes: {}",
                failed.workspace,
                Fault.of(failed));
        all.put(failed.workspace, true);
    }

    Set<UUID> now() {
        return all.asMap().keySet().stream().map(WorkspaceId::value).collect(Collectors.toSet());
    }
}
