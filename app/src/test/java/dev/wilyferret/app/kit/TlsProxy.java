package dev.wilyferret.app.kit;

import java.io.IOException;
import java.io.InputStream;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.CertificateFactory;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.TimeUnit;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import org.awaitility.Awaitility;

/** A real web server that ends TLS before the program, set up as docs/operations.md asks for. */
public final class TlsProxy implements AutoCloseable {

    private final int port = FreePort.take();
    private final Process process;
    private final HttpClient http;

    /** @param behind the port the program listens on */
    public TlsProxy(int behind) throws IOException, InterruptedException, GeneralSecurityException {
        Path folder = Files.createTempDirectory("ferret-proxy");
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
                "/CN=localhost",
                "-addext",
                "subjectAltName=DNS:localhost",
                "-keyout",
                folder.resolve("key.pem").toString(),
                "-out",
                folder.resolve("cert.pem").toString());
        Path settings = Files.writeString(folder.resolve("nginx.conf"), """
                daemon off;
                worker_processes 1;
                pid %1$s/pid;
                error_log %1$s/error.log;
                events {}
                http {
                  access_log off;
                  client_body_temp_path %1$s/body; proxy_temp_path %1$s/proxy; fastcgi_temp_path %1$s/f;
                  uwsgi_temp_path %1$s/u; scgi_temp_path %1$s/s;
                  server {
                    listen 127.0.0.1:%2$d ssl;
                    ssl_certificate %1$s/cert.pem;
                    ssl_certificate_key %1$s/key.pem;
                    location / {
                      proxy_pass http://127.0.0.1:%3$d;
                      proxy_set_header X-Forwarded-For $proxy_add_x_forwarded_for;
                    }
                  }
                }
                """.formatted(folder, port, behind));
        process = new ProcessBuilder(
                        program(), "-e", folder.resolve("error.log").toString(), "-c", settings.toString())
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("out").toFile())
                .start();
        http = HttpClient.newBuilder()
                .sslContext(trusting(folder.resolve("cert.pem")))
                .build();
        Awaitility.await().atMost(Duration.ofSeconds(20)).ignoreExceptions().until(() -> get("/").statusCode() > 0);
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

    public HttpResponse<String> get(String path, String... headers) throws IOException, InterruptedException {
        HttpRequest.Builder request = HttpRequest.newBuilder(java.net.URI.create("https://localhost:" + port + path))
                .header("User-Agent", Guest.PERSON);
        return http.send(
                (headers.length == 0 ? request : request.headers(headers)).build(),
                HttpResponse.BodyHandlers.ofString());
    }

    @Override
    public void close() {
        process.destroy();
        Awaitility.await().until(() -> !process.isAlive());
    }
}
