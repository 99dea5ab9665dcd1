package dev.wilyferret.app.site;

import dev.wilyferret.app.hosts.Host;
import dev.wilyferret.app.hosts.Hosts;
import dev.wilyferret.app.hosts.LeadsHere;
import dev.wilyferret.app.live.SnapshotKeeper;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.WorkspaceId;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What is asked about hosts of somebody's own, by this program itself and by proxies; answered on any host. */
@Component
class HostRoutes {

    private final SnapshotKeeper snapshots;
    private final Hosts hosts;
    private final LeadsHere leadsHere;
    private final Fronts fronts;
    private final Answers answers;

    HostRoutes(SnapshotKeeper snapshots, Hosts hosts, LeadsHere leadsHere, Fronts fronts, Answers answers) {
        this.snapshots = snapshots;
        this.hosts = hosts;
        this.leadsHere = leadsHere;
        this.fronts = fronts;
        this.answers = answers;
    }

    /** {@code /leads-here/{workspace}/{nonce}}: shows that the host a request names leads here, if that workspace has added it. */
    void leadsHere(HttpServletRequest request, HttpServletResponse response, String workspace, String nonce)
            throws IOException {
        Optional<Host> host = LeadsHere.isNonce(nonce)
                ? ShortId.parse(workspace, WorkspaceId::new)
                        .flatMap(id -> hosts.named(id, Fronts.name(request)))
                        .filter(known -> !known.removed())
                : Optional.empty();
        if (host.isEmpty()) {
            answers.notFound(response);
            return;
        }
        answers.plain(
                response,
                HttpServletResponse.SC_OK,
                leadsHere.answer(host.get().workspace(), host.get().name(), nonce));
    }

    /**
     * {@code /certificate?domain={host}}, from memory: 200 if a proxy may fetch a certificate for the host, which has to be at work and
     * written exactly so. Nobody but a proxy or this machine learns anything by it.
     */
    void certificate(HttpServletRequest request, HttpServletResponse response) throws IOException {
        String host = Optional.ofNullable(request.getParameter("domain")).orElse("");
        if (fronts.trusted(request) && snapshots.now().fronts().containsKey(host)) {
            answers.plain(response, HttpServletResponse.SC_OK, "Yes.");
        } else {
            answers.notFound(response);
        }
    }
}
