package dev.wilyferret.app.site;

import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.app.intake.Frontage;
import dev.wilyferret.app.live.SiteSnapshot.Front;
import dev.wilyferret.app.live.SnapshotKeeper;
import dev.wilyferret.core.address.NetworkKey;
import jakarta.servlet.http.HttpServletRequest;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Which host a request is for, and whether it comes from a proxy or this machine itself. */
@Component
class Fronts {

    private static final String FRONT = Fronts.class.getName();

    private final SnapshotKeeper snapshots;
    private final String shared;
    private final Set<String> proxies;

    Fronts(SnapshotKeeper snapshots, Installation installation) {
        this.snapshots = snapshots;
        this.shared = installation.siteAddress().getHost();
        this.proxies = Arrays.stream(installation.proxies().split(","))
                .map(String::strip)
                .filter(one -> !one.isEmpty())
                .collect(Collectors.toUnmodifiableSet());
    }

    /**
     * Finds the host that a request names, and notes it for {@link #of}; empty if visitors are answered on no such host. A
     * request from this machine or a proxy that names none means the installation's own.
     */
    Optional<Front> find(HttpServletRequest request) {
        String name = name(request);
        Optional<Front> front = name.equals(shared)
                ? Optional.of(Front.SHARED)
                : Optional.ofNullable(snapshots.now().fronts().get(name))
                        .or(() -> nameless(name) && near(request) ? Optional.of(Front.SHARED) : Optional.empty());
        front.ifPresent(found -> request.setAttribute(FRONT, found));
        return front;
    }

    /** The host of a request that was let in. */
    static Front of(HttpServletRequest request) {
        return request.getAttribute(FRONT) instanceof Front front ? front : Front.SHARED;
    }

    /** As a request names it, in small letters and without the dot of the root. */
    static String name(HttpServletRequest request) {
        String name = String.valueOf(request.getServerName()).toLowerCase(Locale.ROOT);
        return name.endsWith(".") ? name.substring(0, name.length() - 1) : name;
    }

    /** A proxy that does not hand the Host header on names this machine instead. */
    private static boolean nameless(String name) {
        return name.equals("localhost")
                || NetworkKey.of(name.replaceAll("^\\[|]$", "")).isPresent();
    }

    /** Whether the connection comes from this machine, a proxy or the network they are in; a visitor may be behind it. */
    private boolean near(HttpServletRequest request) {
        String peer = Frontage.peer(request);
        return near(peer) || NetworkKey.of(peer).isPresent() && !NetworkKey.isPublic(peer);
    }

    private boolean near(String peer) {
        return peer.startsWith("127.")
                || peer.equals("::1")
                || peer.equals("0:0:0:0:0:0:0:1")
                || proxies.contains(peer);
    }

    /** Whether this machine or a configured proxy asks for itself, not for a visitor. */
    boolean trusted(HttpServletRequest request) {
        String peer = Frontage.peer(request);
        return near(peer) && !Frontage.forwarded(request);
    }
}
