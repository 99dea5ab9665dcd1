package dev.wilyferret.app.intake;

import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.net.URI;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.catalina.Valve;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.RemoteIpValve;
import org.apache.catalina.valves.ValveBase;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;

/**
 * What a server knows of itself and its visitors behind a proxy: scheme and port are those the operator set, whatever a
 * request says, and the host too unless the server answers on several; a client's address is what the configured proxies say,
 * and the connection's own otherwise.
 */
public final class Frontage {

    private static final String HTTP_VERSION = Frontage.class.getName() + ".httpVersion";
    private static final String FORWARDED = Frontage.class.getName() + ".forwarded";
    private static final String PEER = Frontage.class.getName() + ".peer";

    private Frontage() {}

    /**
     * Sets a server up: its connections, its threads, and what it knows of itself and its visitors.
     *
     * @param address where browsers reach the server
     * @param proxies network addresses whose word on the client's address is believed, separated by commas
     * @param anyPrivate whether every private address is believed too
     * @param versionHeader the header in which a believed proxy names the browser's HTTP version; empty for none
     * @param manyHosts whether the host is what a request names
     */
    public static void set(
            TomcatServletWebServerFactory server,
            URI address,
            String proxies,
            boolean anyPrivate,
            String versionHeader,
            boolean manyHosts) {
        server.setProtocol(GuardedProtocol.class.getName());
        // A thread that waits for a slow sender costs next to nothing.
        server.addConnectorCustomizers(
                connector -> connector.getProtocolHandler().setExecutor(Executors.newVirtualThreadPerTaskExecutor()));
        server.addEngineValves(valves(new OwnAddress(address, manyHosts), proxies, anyPrivate, versionHeader)
                .toArray(Valve[]::new));
    }

    private static List<Valve> valves(OwnAddress own, String proxies, boolean anyPrivate, String versionHeader) {
        String believed = Arrays.stream(proxies.split(","))
                .map(String::strip)
                .filter(one -> !one.isEmpty())
                .map(Pattern::quote)
                .collect(Collectors.joining("|"));
        if (believed.isEmpty() && !anyPrivate) {
            return List.of(new AsItCame(), own);
        }
        RemoteIpValve clients = new RemoteIpValve();
        if (!anyPrivate) {
            clients.setInternalProxies(believed);
        } else if (!believed.isEmpty()) {
            clients.setInternalProxies(clients.getInternalProxies() + "|" + believed);
        }
        clients.setProtocolHeader(null);
        return versionHeader.isBlank()
                ? List.of(new AsItCame(), clients, own)
                : List.of(
                        new AsItCame(),
                        new ProxysWord(versionHeader.strip(), clients.getInternalProxies()),
                        clients,
                        own);
    }

    /** The network address the connection comes from, whoever it is for. */
    public static String peer(HttpServletRequest request) {
        return request.getAttribute(PEER) instanceof String peer ? peer : request.getRemoteAddr();
    }

    /** Whether somebody handed the request on for another. */
    public static boolean forwarded(HttpServletRequest request) {
        return Boolean.TRUE.equals(request.getAttribute(FORWARDED));
    }

    /** The HTTP version a browser spoke to the proxy with, as that says; empty where no believed proxy says it. */
    public static String httpVersion(HttpServletRequest request) {
        return request.getAttribute(HTTP_VERSION) instanceof String version ? version : "";
    }

    /** Notes what a request was like before anybody believed anything in it. */
    private static final class AsItCame extends ValveBase {

        AsItCame() {
            super(true);
        }

        @Override
        public void invoke(Request request, Response response) throws IOException, ServletException {
            request.setAttribute(PEER, request.getPeerAddr());
            if (request.getHeader("X-Forwarded-For") != null || request.getHeader("Forwarded") != null) {
                request.setAttribute(FORWARDED, true);
            }
            getNext().invoke(request, response);
        }
    }

    /** Takes a header from connections of believed proxies only. */
    private static final class ProxysWord extends ValveBase {

        private final String header;
        private final Pattern believed;

        ProxysWord(String header, String believed) {
            super(true);
            this.header = header;
            this.believed = Pattern.compile(believed);
        }

        @Override
        public void invoke(Request request, Response response) throws IOException, ServletException {
            String version = request.getHeader(header);
            if (version != null && believed.matcher(request.getRemoteAddr()).matches()) {
                request.setAttribute(HTTP_VERSION, version);
            }
            getNext().invoke(request, response);
        }
    }

    private static final class OwnAddress extends ValveBase {

        private final boolean secure;
        private final String scheme;
        private final String host;
        private final int port;
        private final boolean manyHosts;

        OwnAddress(URI address, boolean manyHosts) {
            super(true);
            this.manyHosts = manyHosts;
            this.scheme = address.getScheme();
            this.secure = scheme.equals("https");
            this.host = address.getHost();
            this.port = address.getPort() < 0 ? secure ? 443 : 80 : address.getPort();
        }

        @Override
        public void invoke(Request request, Response response) throws IOException, ServletException {
            request.setSecure(secure);
            request.getCoyoteRequest().scheme().setString(scheme);
            if (!manyHosts) {
                request.getCoyoteRequest().serverName().setString(host);
            }
            request.getCoyoteRequest().setServerPort(port);
            getNext().invoke(request, response);
        }
    }
}
