package dev.wilyferret.app.site;

import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.app.intake.Frontage;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.Optional;
import org.apache.catalina.valves.ErrorReportValve;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServer;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/**
 * The public site's own server: another port, no session, no sign-in, one servlet. The console cannot be reached
 * through it, since nothing of the console is in it.
 */
@Component
public class SiteServer implements SmartLifecycle {

    /** Signs that browsers leave as they are in a query (WHATWG URL, query percent-encode set): a platform's token may hold them. */
    private static final String SENT_AS_THEY_ARE = "[]\\^`{|}";

    private final SiteServlet servlet;
    private final Installation installation;
    private Optional<WebServer> server = Optional.empty();
    private volatile boolean running;

    SiteServer(SiteServlet servlet, Installation installation) {
        this.servlet = servlet;
        this.installation = installation;
    }

    private WebServer made() {
        TomcatServletWebServerFactory factory = new TomcatServletWebServerFactory(installation.sitePort());
        factory.setAddress(bound());
        Frontage.set(
                factory,
                installation.siteAddress(),
                installation.proxies(),
                installation.siteBehindProxy(),
                installation.httpVersionHeader(),
                true);
        factory.addConnectorCustomizers(connector -> {
            connector.setProperty("maxKeepAliveRequests", "-1");
            connector.setProperty("relaxedQueryChars", SENT_AS_THEY_ARE);
        });
        factory.addContextCustomizers(
                context -> context.getParent().getPipeline().addValve(silentAboutItself()));
        return factory.getWebServer(context -> {
            var registered = context.addServlet("site", servlet);
            registered.addMapping("/*");
            registered.setLoadOnStartup(1);
        });
    }

    private InetAddress bound() {
        try {
            return InetAddress.getByName(installation.siteBind());
        } catch (UnknownHostException e) {
            throw new IllegalStateException(
                    "FERRET_SITE_BIND is \"%s\", which is no address of this machine"
                            .formatted(installation.siteBind()),
                    e);
        }
    }

    /** For requests too broken to reach the servlet: a bare status, no word on what serves it. */
    private static ErrorReportValve silentAboutItself() {
        ErrorReportValve valve = new ErrorReportValve();
        valve.setShowReport(false);
        valve.setShowServerInfo(false);
        return valve;
    }

    /** The port it really listens on. */
    public int port() {
        return server.orElseThrow().getPort();
    }

    @Override
    public void start() {
        WebServer starting = made();
        starting.start();
        server = Optional.of(starting);
        running = true;
    }

    @Override
    public void stop() {
        server.ifPresent(stopping -> {
            stopping.stop();
            stopping.destroy();
        });
        server = Optional.empty();
        running = false;
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    /** After the click log and the snapshot. */
    @Override
    public int getPhase() {
        return 20;
    }
}
