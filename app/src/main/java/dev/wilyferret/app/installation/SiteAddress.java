package dev.wilyferret.app.installation;

import org.springframework.stereotype.Component;

/** Where visitors reach the public site: the one place that puts its scheme and host before a path. */
@Component
public class SiteAddress {

    private final String origin;
    private final String host;

    SiteAddress(Installation installation) {
        this.origin = installation.siteAddress().toString();
        this.host = installation.siteAddress().getHost();
    }

    /** @param path from the slash on */
    public String of(String path) {
        return origin + path;
    }

    /** Without a slash at the end. */
    public String origin() {
        return origin;
    }

    public String host() {
        return host;
    }
}
