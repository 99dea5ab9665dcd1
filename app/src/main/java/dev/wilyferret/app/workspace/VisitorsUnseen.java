package dev.wilyferret.app.workspace;

import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.core.address.NetworkKey;
import java.util.concurrent.atomic.AtomicBoolean;
import org.springframework.stereotype.Component;

/** Whether visitors come by a proxy that nobody configured, so that all of them seem to be one. */
@Component
public class VisitorsUnseen {

    private final AtomicBoolean noticed = new AtomicBoolean();
    private final boolean local;

    VisitorsUnseen(Installation installation) {
        String host = String.valueOf(installation.siteAddress().getHost());
        this.local = host.equals("localhost") || (NetworkKey.of(host).isPresent() && !NetworkKey.isPublic(host));
    }

    /** A visitor's address turned out to be a private one. */
    public void noticed() {
        noticed.set(true);
    }

    /** What the owner is to be told; empty if nothing is wrong, or the site is for this machine only. */
    public String warning() {
        return noticed.get() && !local
                ? "Visitors seem to come from your own network, so nothing can be limited by where they come from. If a proxy stands before the site, set FERRET_PROXIES to its address; docs/operations.md says how."
                : "";
    }
}
