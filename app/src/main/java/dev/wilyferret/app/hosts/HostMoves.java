package dev.wilyferret.app.hosts;

import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.text.Refusal;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Removing a host with all that stands on it, and bringing it back. */
@Service
public class HostMoves {

    private final Hosts hosts;
    private final List<HostUse> uses;

    HostMoves(Hosts hosts, List<HostUse> uses) {
        this.hosts = hosts;
        this.uses = uses;
    }

    /** What there is of anything on a host. */
    @Transactional(readOnly = true)
    public List<HostUse.Standing> on(WorkspaceId workspace, OwnHost host) {
        return uses.stream()
                .flatMap(use -> use.on(workspace, host).stream())
                .filter(standing -> standing.count() > 0)
                .toList();
    }

    /**
     * Removes a host; what stands on it stands on the installation's own from then on.
     *
     * @throws Refusal if an address that something has is taken there; then nothing has changed
     */
    @Transactional
    public void remove(WorkspaceId workspace, OwnHost host) {
        uses.forEach(use -> use.leave(workspace, host));
        hosts.remove(workspace, host);
    }

    /**
     * Brings a host back, and what stood on it.
     *
     * @throws Refusal if another workspace has it by now
     */
    @Transactional
    public void bringBack(WorkspaceId workspace, OwnHost host) {
        hosts.bringBack(workspace, host);
        uses.forEach(use -> use.comeBack(workspace, host));
    }
}
