package dev.wilyferret.app.installation;

import dev.wilyferret.core.address.OwnHost;
import java.net.URI;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Where visitors reach the public site: the one place that puts scheme and host before a path. Hosts of workspaces' own have
 * the scheme and port of the installation's.
 */
@Component
public class SiteAddress {

    private final URI own;

    SiteAddress(Installation installation) {
        this.own = installation.siteAddress();
    }

    /** @param path from the slash on, on the installation's own host */
    public String of(String path) {
        return origin() + path;
    }

    /**
     * @param host empty for the installation's own
     * @param path from the slash on
     */
    public String of(Optional<OwnHost> host, String path) {
        return origin(host) + path;
    }

    /** Without a slash at the end. */
    public String origin() {
        return own.toString();
    }

    /** Without a slash at the end. */
    public String origin(Optional<OwnHost> host) {
        return host.map(name -> own.getScheme() + "://" + name + (own.getPort() < 0 ? "" : ":" + own.getPort()))
                .orElseGet(this::origin);
    }

    public String host() {
        return own.getHost();
    }
}
