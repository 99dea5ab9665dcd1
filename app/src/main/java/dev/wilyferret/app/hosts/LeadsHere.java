package dev.wilyferret.app.hosts;

import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.outside.Outside;
import dev.wilyferret.app.secrets.Seals;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.address.NetworkKey;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.SiteRoute;
import java.io.IOException;
import java.net.URI;
import java.net.UnknownHostException;
import java.util.HexFormat;
import java.util.random.RandomGenerator;
import org.apache.hc.client5.http.ConnectTimeoutException;
import org.apache.hc.client5.http.HttpHostConnectException;
import org.springframework.stereotype.Component;

/**
 * Sees whether a name leads to this program: asks it for a nonce over plain HTTP, which only this program can answer, since the
 * answer is signed (HMAC-SHA-256) in the workspace's name.
 */
@Component
public class LeadsHere {

    private static final int HTTP = 80;
    private static final int NONCE = 16;

    private final Outside outside;
    private final Workspaces workspaces;
    private final SiteAddress site;
    private final int port;
    private final RandomGenerator random;

    LeadsHere(
            Outside outside,
            Workspaces workspaces,
            SiteAddress site,
            Installation installation,
            RandomGenerator random) {
        this.outside = outside;
        this.workspaces = workspaces;
        this.site = site;
        this.port = installation.hostCheckPort();
        this.random = random;
    }

    /** What is answered to a nonce by the program that the host leads to. */
    public String answer(WorkspaceId workspace, OwnHost host, String nonce) {
        return workspaces.sign(workspace, "leads here " + host + " " + nonce);
    }

    /** Whether it is a nonce, and no text that somebody would like to see signed. */
    public static boolean isNonce(String text) {
        return text.matches("[0-9a-f]{" + 2 * NONCE + "}");
    }

    /** What stands against the name leading here, and how to mend it; empty if it does. Takes seconds at most. */
    String finding(WorkspaceId workspace, OwnHost host) {
        byte[] bytes = new byte[NONCE];
        random.nextBytes(bytes);
        String nonce = HexFormat.of().formatHex(bytes);
        String at = port == HTTP ? "" : ":" + port;
        URI asked = URI.create("http://" + host + at + SiteRoute.LEADS_HERE.path(workspace, nonce));
        try {
            Outside.Answer answer = outside.get(asked);
            return answer.status() == 200 && answer.body().strip().equals(answer(workspace, host, nonce))
                    ? ""
                    : another(answer.status());
        } catch (Outside.NotPublic inside) {
            return inside.getMessage();
        } catch (UnknownHostException nowhere) {
            return "The name %s leads nowhere yet. Where you manage the domain, add %s. That can take some minutes to spread."
                    .formatted(host, record(host));
        } catch (HttpHostConnectException | ConnectTimeoutException closed) {
            return "The name %s leads to a server, but nothing answers there on port %d. Let your proxy answer plain HTTP on it, or add %s if that is another server."
                    .formatted(host, port, record(host));
        } catch (IOException broken) {
            return "%s was asked on port %d and gave no whole answer (%s). Look whether your proxy is well."
                    .formatted(host, port, broken.getMessage());
        } catch (Seals.Unreadable noKey) {
            return "The key file is missing, so no answer can be signed. Put it back from a backup.";
        }
    }

    private String another(int status) {
        if (status >= 300 && status < 400) {
            return "It was asked on port %d and sent on to another address. Let your proxy pass %s/… on plain HTTP to this program instead of sending it to https."
                    .formatted(port, SiteRoute.LEADS_HERE.path());
        }
        return "Something else answered on port %d (status %d). Either the name leads to another server, or your proxy does not hand the Host header on to this program."
                .formatted(port, status);
    }

    private String record(OwnHost host) {
        boolean number = NetworkKey.of(site.host()).isPresent() || site.host().equals("localhost");
        return number
                ? "an A record for %s with the address of this server".formatted(host)
                : "a CNAME record for %s that leads to %s".formatted(host, site.host());
    }
}
