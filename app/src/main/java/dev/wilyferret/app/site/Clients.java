package dev.wilyferret.app.site;

import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.app.workspace.VisitorsUnseen;
import dev.wilyferret.core.address.NetworkKey;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.stereotype.Component;

/** Whom a limit by network counts a request to. */
@Component
class Clients {

    private final boolean behindProxy;
    private final VisitorsUnseen unseen;

    Clients(Installation installation, VisitorsUnseen unseen) {
        this.behindProxy = installation.behindProxy();
        this.unseen = unseen;
    }

    /**
     * The network a request comes from; empty where that cannot be told, so that nothing is limited by it. A private address
     * without a configured proxy is a proxy's own, and everybody's.
     */
    String network(HttpServletRequest request) {
        String address = request.getRemoteAddr();
        if (behindProxy || NetworkKey.isPublic(address)) {
            return NetworkKey.of(address).orElse("");
        }
        unseen.noticed();
        return "";
    }
}
