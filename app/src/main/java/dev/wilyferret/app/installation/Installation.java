package dev.wilyferret.app.installation;

import java.net.URI;
import java.nio.file.Path;
import java.util.Locale;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.web.util.UriComponentsBuilder;

/**
 * What the operator sets.
 *
 * @param consoleAddress where browsers reach the console, without a slash at the end
 * @param siteAddress where visitors reach the public site, without a slash at the end
 * @param siteBind the local address the public site listens on
 * @param sitePort the port the public site listens on; 0 takes a free one
 * @param siteBehindProxy whether to believe X-Forwarded-For and X-Forwarded-Proto from a proxy on a private address
 * @param proxies the network addresses of the proxies before console and site, separated by commas; their word on a client's
 *     address is believed
 * @param httpVersionHeader the header in which such a proxy names the browser's HTTP version; empty for none
 * @param files the folder for uploaded pictures and videos
 * @param keepAddressesDays after how many days network addresses and headers of clicks are cut; 0 keeps them
 * @param cityTable a table of cities by network address in the MMDB format, for the city token; empty for none
 * @param outsideAllowed what the program may reach that is not on the public internet: {@code host:port} pairs, separated
 *     by commas, {@code *.} for all names below one; empty for nothing
 * @param hostCheckPort the port on which a host of somebody's own is asked whether it leads here; 80, since that is where
 *     certificates are fetched by, unless there is no proxy
 * @param mail the mail server
 * @param demo the demo scenario
 */
@ConfigurationProperties("ferret")
public record Installation(
        URI consoleAddress,
        URI siteAddress,
        String siteBind,
        int sitePort,
        boolean siteBehindProxy,
        String proxies,
        String httpVersionHeader,
        Path files,
        int keepAddressesDays,
        String cityTable,
        String outsideAllowed,
        int hostCheckPort,
        Mail mail,
        Demo demo) {

    public Installation {
        consoleAddress = inSmallLetters(consoleAddress);
        siteAddress = inSmallLetters(siteAddress);
    }

    /** Hosts are compared with what browsers send, and those write them in small letters. */
    private static URI inSmallLetters(URI address) {
        return address.getHost() == null
                ? address
                : UriComponentsBuilder.fromUri(address)
                        .scheme(address.getScheme().toLowerCase(Locale.ROOT))
                        .host(address.getHost().toLowerCase(Locale.ROOT))
                        .build(true)
                        .toUri();
    }

    /** Whether clients' addresses come from a proxy. */
    public boolean behindProxy() {
        return siteBehindProxy || !proxies.isBlank();
    }

    /**
     * @param host of the SMTP server; empty while there is none, and mails wait
     * @param user to sign in with; empty for no sign-in
     * @param startTls whether the connection must be encrypted
     * @param perMinute the most mails handed over in a minute
     * @param atOnce how many connections are used at once
     */
    public record Mail(
            String host, int port, String user, String password, boolean startTls, int perMinute, int atOnce) {}

    /**
     * @param fill whether to fill an empty installation with the demo scenario
     * @param password of the demo account
     * @param range where the practice range answers
     * @param postbackSecret what the range's network signs its postbacks with
     */
    public record Demo(boolean fill, String password, URI range, String postbackSecret) {}
}
