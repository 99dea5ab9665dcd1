package dev.wilyferret.app.outside;

import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.core.address.PublicNetwork;
import dev.wilyferret.core.text.PlainText;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.URI;
import java.net.UnknownHostException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Arrays;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import org.apache.hc.client5.http.SystemDefaultDnsResolver;
import org.apache.hc.client5.http.classic.methods.HttpUriRequestBase;
import org.apache.hc.client5.http.config.ConnectionConfig;
import org.apache.hc.client5.http.impl.classic.CloseableHttpClient;
import org.apache.hc.client5.http.impl.classic.HttpClients;
import org.apache.hc.client5.http.impl.io.PoolingHttpClientConnectionManagerBuilder;
import org.apache.hc.core5.http.ClassicHttpResponse;
import org.apache.hc.core5.http.ContentType;
import org.apache.hc.core5.http.Header;
import org.apache.hc.core5.http.io.entity.StringEntity;
import org.apache.hc.core5.util.Timeout;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;

/**
 * Asks other servers. Where a name leads is looked at when the connection is made, so that no name can lead into the
 * operator's own network; pairs of host and port that the operator allows are the exception. Redirects are
 * followed only where that is asked for, each looked at in the same way. The whole exchange takes {@link #PATIENCE} at most, and little of the answer is read.
 */
@Component
public class Outside implements DisposableBean {

    /** The longest an exchange may take, from looking the name up to the last byte read. */
    public static final Duration PATIENCE = Duration.ofSeconds(15);

    private static final int MOST_READ = 4096;
    private static final int MOST_HOPS = 8;
    /** So many that some hosts that are slow do not keep all others waiting. */
    private static final int AT_ONCE = 256;

    private static final int AT_ONCE_OF_ONE_HOST = 32;

    private final CloseableHttpClient guarded = client(new OnlyPublic());
    private final CloseableHttpClient allowed = client(new WithLocalNames());
    private final ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor(
            Thread.ofPlatform().daemon().name("outside-patience").factory());
    private final Installation installation;

    public Outside(Installation installation) {
        this.installation = installation;
    }

    /**
     * @param body the first 4 KB of it, as UTF-8
     * @param location where it sends on to, as it stands in the answer; empty for nowhere
     */
    public record Answer(int status, String body, String location) {}

    /** A host whose name leads to an address that is not on the public internet. */
    public static final class NotPublic extends UnknownHostException {
        private static final long serialVersionUID = 1L;

        NotPublic(String host, InetAddress address) {
            super(
                    "%s leads to %s, which is not on the public internet. The operator can allow it with FERRET_OUTSIDE_ALLOWED."
                            .formatted(host, address.getHostAddress()));
        }
    }

    private static final class OnlyPublic extends SystemDefaultDnsResolver {
        @Override
        public InetAddress[] resolve(String host) throws UnknownHostException {
            InetAddress[] all = super.resolve(host);
            for (InetAddress one : all) {
                if (!PublicNetwork.holds(one)) {
                    throw new NotPublic(host, one);
                }
            }
            return all;
        }
    }

    /** Names below {@code localhost} lead to this machine (RFC 6761, 6.3), which not every system knows by itself. */
    private static final class WithLocalNames extends SystemDefaultDnsResolver {
        @Override
        public InetAddress[] resolve(String host) throws UnknownHostException {
            return host.toLowerCase(Locale.ROOT).endsWith(".localhost")
                    ? new InetAddress[] {InetAddress.getLoopbackAddress()}
                    : super.resolve(host);
        }
    }

    private static CloseableHttpClient client(SystemDefaultDnsResolver resolver) {
        Timeout patience = Timeout.of(PATIENCE);
        return HttpClients.custom()
                .setConnectionManager(PoolingHttpClientConnectionManagerBuilder.create()
                        .setDnsResolver(resolver)
                        .setMaxConnTotal(AT_ONCE)
                        .setMaxConnPerRoute(AT_ONCE_OF_ONE_HOST)
                        .setDefaultConnectionConfig(ConnectionConfig.custom()
                                .setConnectTimeout(patience)
                                .setSocketTimeout(patience)
                                .build())
                        .build())
                // A connection that was kept may be dead by the next time, which would look like a refusal.
                .setConnectionReuseStrategy((request, response, context) -> false)
                .disableRedirectHandling()
                .disableAutomaticRetries()
                .disableCookieManagement()
                .disableAuthCaching()
                .disableContentCompression()
                .setUserAgent("Wily-Ferret")
                .build();
    }

    public Answer get(URI address) throws IOException {
        return ask(address, new HttpUriRequestBase("GET", address));
    }

    /**
     * Goes where a browser would end up that is sent on by the answers.
     *
     * @return the last answer, which sends nowhere
     * @throws IOException if one does not answer, or they send on more than {@link #MOST_HOPS} times
     */
    public Answer follow(URI address) throws IOException {
        URI at = address;
        for (int hop = 0; hop <= MOST_HOPS; hop++) {
            Answer answer = get(at);
            if (answer.status < 300 || answer.status >= 400 || answer.location.isEmpty()) {
                return answer;
            }
            try {
                at = at.resolve(answer.location);
            } catch (IllegalArgumentException notAnAddress) {
                throw new IOException(
                        "It sends on to “%s”, which is no address".formatted(PlainText.cut(answer.location, 80)),
                        notAnAddress);
            }
            if (!"http".equalsIgnoreCase(at.getScheme()) && !"https".equalsIgnoreCase(at.getScheme())
                    || at.getHost() == null) {
                throw new IOException("It sends on to “%s”, which is no address of the web".formatted(at));
            }
        }
        throw new IOException("It sends on more than %d times".formatted(MOST_HOPS));
    }

    /** @param type of the body, a media type without parameters */
    public Answer post(URI address, String type, Map<String, String> headers, String body) throws IOException {
        HttpUriRequestBase request = new HttpUriRequestBase("POST", address);
        headers.forEach(request::addHeader);
        request.setEntity(new StringEntity(body, ContentType.create(type, StandardCharsets.UTF_8)));
        return ask(address, request);
    }

    private Answer ask(URI to, HttpUriRequestBase request) throws IOException {
        ScheduledFuture<?> end = clock.schedule(request::cancel, PATIENCE.toMillis(), TimeUnit.MILLISECONDS);
        try (ClassicHttpResponse answer = (isAllowed(to) ? allowed : guarded).executeOpen(null, request, null)) {
            String body =
                    answer.getEntity() == null ? "" : begin(answer.getEntity().getContent());
            return new Answer(
                    answer.getCode(),
                    body,
                    Optional.ofNullable(answer.getFirstHeader("Location"))
                            .map(Header::getValue)
                            .orElse(""));
        } catch (IOException failed) {
            throw request.isCancelled()
                    ? new IOException("It took longer than %d seconds.".formatted(PATIENCE.toSeconds()), failed)
                    : failed;
        } finally {
            end.cancel(false);
            // What was not read is not waited for.
            request.cancel();
        }
    }

    private static String begin(InputStream in) throws IOException {
        byte[] begin = new byte[MOST_READ];
        int length = 0;
        try {
            for (int came = in.read(begin, 0, MOST_READ); came > 0; came = in.read(begin, length, MOST_READ - length)) {
                length += came;
            }
        } catch (org.apache.hc.core5.http.ConnectionClosedException cutShort) {
            // What came is answer enough.
        }
        return new String(begin, 0, length, StandardCharsets.UTF_8);
    }

    private boolean isAllowed(URI to) {
        int port = to.getPort() < 0 ? to.getScheme().equalsIgnoreCase("https") ? 443 : 80 : to.getPort();
        String pair = (to.getHost() + ":" + port).toLowerCase(Locale.ROOT);
        return Arrays.stream(installation.outsideAllowed().split(","))
                .map(one -> one.strip().toLowerCase(Locale.ROOT))
                .anyMatch(one -> one.startsWith("*.") ? pair.endsWith(one.substring(1)) : pair.equals(one));
    }

    @Override
    public void destroy() throws IOException {
        clock.shutdownNow();
        guarded.close();
        allowed.close();
    }
}
