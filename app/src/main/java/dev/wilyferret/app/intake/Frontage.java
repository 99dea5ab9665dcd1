package dev.wilyferret.app.intake;

import jakarta.servlet.ServletException;
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
 * What a server knows of itself and its visitors behind a proxy: scheme, host and port are those the operator set, whatever a
 * request says; a client's address is what the configured proxies say, and the connection's own otherwise.
 */
public final class Frontage {

    private Frontage() {}

    /**
     * Sets a server up: its connections, its threads, and what it knows of itself and its visitors.
     *
     * @param address where browsers reach the server
     * @param proxies network addresses whose word on the client's address is believed, separated by commas
     * @param anyPrivate whether every private address is believed too
     */
    public static void set(TomcatServletWebServerFactory server, URI address, String proxies, boolean anyPrivate) {
        server.setProtocol(GuardedProtocol.class.getName());
        // A thread that waits for a slow sender costs next to nothing.
        server.addConnectorCustomizers(
                connector -> connector.getProtocolHandler().setExecutor(Executors.newVirtualThreadPerTaskExecutor()));
        server.addEngineValves(valves(address, proxies, anyPrivate).toArray(Valve[]::new));
    }

    private static List<Valve> valves(URI address, String proxies, boolean anyPrivate) {
        String believed = Arrays.stream(proxies.split(","))
                .map(String::strip)
                .filter(one -> !one.isEmpty())
                .map(Pattern::quote)
                .collect(Collectors.joining("|"));
        OwnAddress own = new OwnAddress(address);
        if (believed.isEmpty() && !anyPrivate) {
            return List.of(own);
        }
        RemoteIpValve clients = new RemoteIpValve();
        if (!anyPrivate) {
            clients.setInternalProxies(believed);
        } else if (!believed.isEmpty()) {
            clients.setInternalProxies(clients.getInternalProxies() + "|" + believed);
        }
        clients.setProtocolHeader(null);
        return List.of(clients, own);
    }

    private static final class OwnAddress extends ValveBase {

        private final boolean secure;
        private final String scheme;
        private final String host;
        private final int port;

        OwnAddress(URI address) {
            super(true);
            this.scheme = address.getScheme();
            this.secure = scheme.equals("https");
            this.host = address.getHost();
            this.port = address.getPort() < 0 ? secure ? 443 : 80 : address.getPort();
        }

        @Override
        public void invoke(Request request, Response response) throws IOException, ServletException {
            request.setSecure(secure);
            request.getCoyoteRequest().scheme().setString(scheme);
            request.getCoyoteRequest().serverName().setString(host);
            request.getCoyoteRequest().setServerPort(port);
            getNext().invoke(request, response);
        }
    }
}
