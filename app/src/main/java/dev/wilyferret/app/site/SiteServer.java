package dev.wilyferret.app.site;

import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.app.intake.Frontage;
import dev.wilyferret.app.intake.GuardedProtocol;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.concurrent.Executors;
import org.apache.catalina.Valve;
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

    private final WebServer server;
    private volatile boolean running;

    SiteServer(SiteServlet servlet, Installation installation) throws UnknownHostException {
        TomcatServletWebServerFactory factory = new TomcatServletWebServerFactory(installation.sitePort());
        factory.setAddress(InetAddress.getByName(installation.siteBind()));
        factory.setProtocol(GuardedProtocol.class.getName());
        factory.addConnectorCustomizers(connector -> {
            connector.getProtocolHandler().setExecutor(Executors.newVirtualThreadPerTaskExecutor());
            connector.setProperty("maxKeepAliveRequests", "-1");
        });
        factory.addContextCustomizers(
                context -> context.getParent().getPipeline().addValve(silentAboutItself()));
        factory.addEngineValves(
                Frontage.valves(installation.siteAddress(), installation.proxies(), installation.siteBehindProxy())
                        .toArray(Valve[]::new));
        this.server = factory.getWebServer(context -> {
            var registered = context.addServlet("site", servlet);
            registered.addMapping("/*");
            registered.setLoadOnStartup(1);
        });
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
        return server.getPort();
    }

    @Override
    public void start() {
        server.start();
        running = true;
    }

    @Override
    public void stop() {
        server.stop();
        server.destroy();
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
