package dev.wilyferret.app.kit;

import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.CertificateFactory;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import org.apache.hc.client5.http.SystemDefaultDnsResolver;
import org.apache.hc.client5.http.classic.methods.HttpGet;
import org.apache.hc.client5.http.impl.classic.CloseableHttpClient;
import org.apache.hc.client5.http.impl.classic.HttpClients;
import org.apache.hc.client5.http.impl.io.PoolingHttpClientConnectionManagerBuilder;
import org.apache.hc.client5.http.ssl.DefaultClientTlsStrategy;
import org.apache.hc.core5.http.Header;
import org.apache.hc.core5.http.io.entity.EntityUtils;
import org.awaitility.Awaitility;

/** A real web server that ends TLS before the program: the one that docs/operations.md writes out, with other ports and folders. */
public final class TlsProxy implements AutoCloseable {

    private static final Pattern WRITTEN_OUT = Pattern.compile("```nginx\n(.*?)```", Pattern.DOTALL);

    private final int http;
    private final int https = FreePort.take();
    private final Process process;
    private final CloseableHttpClient client;

    /**
     * @param console the port the console listens on
     * @param site the port the site listens on
     * @param http where it answers without TLS
     * @param names it has certificates for
     */
    public TlsProxy(int console, int site, int http, String... names)
            throws IOException, InterruptedException, GeneralSecurityException {
        this.http = http;
        Path folder = Files.createTempDirectory("ferret-proxy");
        Path certificate = certificates(folder, names);
        Path settings = Files.writeString(folder.resolve("nginx.conf"), """
                daemon off;
                worker_processes 1;
                %2$s
                pid %1$s/pid;
                error_log %1$s/error.log;
                events {}
                http {
                  access_log off;
                  client_body_temp_path %1$s/body; proxy_temp_path %1$s/proxy; fastcgi_temp_path %1$s/f;
                  uwsgi_temp_path %1$s/u; scgi_temp_path %1$s/s;
                  server_names_hash_bucket_size 128;
                  %3$s
                }
                """.formatted(
                        folder,
                        System.getProperty("user.name").equals("root") ? "user root;" : "",
                        writtenOut()
                                .replace("listen 80 ", "listen 127.0.0.1:%d ".formatted(http))
                                .replace("listen 443 ", "listen 127.0.0.1:%d ".formatted(https))
                                .replace("127.0.0.1:8090", "127.0.0.1:" + site)
                                .replace("127.0.0.1:8080", "127.0.0.1:" + console)
                                .replace("/etc/ssl/wily-ferret/", folder + "/")));
        process = new ProcessBuilder(
                        program(), "-e", folder.resolve("error.log").toString(), "-c", settings.toString())
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("out").toFile())
                .start();
        client = HttpClients.custom()
                .setConnectionManager(PoolingHttpClientConnectionManagerBuilder.create()
                        .setDnsResolver(new AllHere())
                        .setTlsSocketStrategy(new DefaultClientTlsStrategy(trusting(certificate)))
                        .build())
                .disableRedirectHandling()
                .disableCookieManagement()
                .setUserAgent(Guest.PERSON)
                .build();
        Awaitility.await()
                .atMost(Duration.ofSeconds(20))
                .ignoreExceptions()
                .until(() -> get(names[0], "/").status() > 0);
    }

    /** Whatever the name, it leads to this machine. */
    private static final class AllHere extends SystemDefaultDnsResolver {
        @Override
        public InetAddress[] resolve(String host) {
            return new InetAddress[] {InetAddress.getLoopbackAddress()};
        }
    }

    private static String writtenOut() throws IOException {
        Matcher found = WRITTEN_OUT.matcher(Files.readString(TestDatabase.ROOT.resolve("docs/operations.md")));
        if (!found.find()) {
            throw new IllegalStateException("docs/operations.md writes no nginx out");
        }
        return found.group(1);
    }

    /** One certificate for all the names, in a file for each. */
    private static Path certificates(Path folder, String... names) throws IOException, InterruptedException {
        Path certificate = folder.resolve(names[0] + ".crt");
        Path key = folder.resolve(names[0] + ".key");
        run(
                "openssl",
                "req",
                "-x509",
                "-newkey",
                "rsa:2048",
                "-nodes",
                "-days",
                "2",
                "-subj",
                "/CN=" + names[0],
                "-addext",
                "subjectAltName=" + Arrays.stream(names).map("DNS:"::concat).collect(Collectors.joining(",")),
                "-keyout",
                key.toString(),
                "-out",
                certificate.toString());
        for (String name : List.of(names).subList(1, names.length)) {
            Files.copy(certificate, folder.resolve(name + ".crt"));
            Files.copy(key, folder.resolve(name + ".key"));
        }
        return certificate;
    }

    private static String program() {
        Path installed = Path.of("/usr/sbin/nginx");
        return (Files.isExecutable(installed) ? installed : TestDatabase.ROOT.resolve("var/nginx/usr/sbin/nginx"))
                .toString();
    }

    private static void run(String... command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(List.of(command))
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        if (!process.waitFor(30, TimeUnit.SECONDS) || process.exitValue() != 0) {
            throw new IllegalStateException(String.join(" ", command) + " failed");
        }
    }

    private static SSLContext trusting(Path certificate) throws IOException, GeneralSecurityException {
        KeyStore known = KeyStore.getInstance(KeyStore.getDefaultType());
        known.load(null, null);
        try (InputStream in = Files.newInputStream(certificate)) {
            known.setCertificateEntry(
                    "proxy", CertificateFactory.getInstance("X.509").generateCertificate(in));
        }
        TrustManagerFactory trust = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
        trust.init(known);
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(null, trust.getTrustManagers(), null);
        return context;
    }

    public record Answer(int status, List<Header> headers, String body) {

        public List<String> all(String name) {
            return headers.stream()
                    .filter(header -> header.getName().equalsIgnoreCase(name))
                    .map(Header::getValue)
                    .toList();
        }
    }

    /** Asks a host over TLS. */
    public Answer get(String host, String path, String... headers) throws IOException {
        return ask("https://" + host + ":" + https + path, headers);
    }

    /** Asks a host without TLS. */
    public Answer plain(String host, String path) throws IOException {
        return ask("http://" + host + ":" + http + path);
    }

    private Answer ask(String address, String... headers) throws IOException {
        HttpGet request = new HttpGet(address);
        for (int i = 0; i < headers.length; i += 2) {
            request.addHeader(headers[i], headers[i + 1]);
        }
        return client.execute(
                request,
                response -> new Answer(
                        response.getCode(),
                        List.of(response.getHeaders()),
                        EntityUtils.toString(response.getEntity())));
    }

    @Override
    public void close() throws IOException {
        client.close();
        process.destroy();
        Awaitility.await().until(() -> !process.isAlive());
    }
}
