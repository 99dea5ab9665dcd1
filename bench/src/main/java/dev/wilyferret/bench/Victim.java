package dev.wilyferret.bench;

import dev.wilyferret.app.FerretApplication;
import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;

/** The program as it runs in production, a process of its own with the demo scenario, to be attacked over loopback. */
final class Victim implements AutoCloseable {

    static final int CONSOLE = 18_180;
    static final int SITE = 18_190;
    /** Where an attack may let a server of its own listen that the program may reach. */
    static final int ELSEWHERE = 18_191;

    static final String PERSON = "Mozilla/5.0 (X11; Linux x86_64; rv:151.0) Gecko/20100101 Firefox/151.0";
    private static final String PASSWORD = "only-for-this-run";

    private final Database database;
    private final HttpClient http =
            HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(10)).build();
    private Process process;

    Victim(Database database) throws IOException {
        this.database = database;
        this.process = begin();
    }

    private Process begin() throws IOException {
        ProcessBuilder builder = new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:+UseSerialGC",
                "-Xmx768m",
                "-XX:+ExitOnOutOfMemoryError",
                "-cp",
                System.getProperty("java.class.path"),
                FerretApplication.class.getName(),
                "--spring.datasource.url=" + database.url(),
                "--spring.datasource.password=" + database.password(),
                "--server.port=" + CONSOLE,
                "--ferret.site-port=" + SITE,
                "--ferret.site-address=" + site(),
                "--ferret.console-address=" + console(),
                "--ferret.files=" + database.folder().resolve("files"),
                "--ferret.outside-allowed=127.0.0.1:" + ELSEWHERE,
                "--ferret.demo.fill=true",
                "--ferret.demo.password=" + PASSWORD,
                "--ferret.demo.postback-secret=" + PASSWORD);
        return builder.redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.appendTo(
                        database.folder().resolve("out").toFile()))
                .start();
    }

    static String site() {
        return "http://127.0.0.1:" + SITE;
    }

    static String console() {
        return "http://127.0.0.1:" + CONSOLE;
    }

    boolean alive() {
        return process.isAlive();
    }

    void awaitUp() throws InterruptedException {
        long end = System.nanoTime() + Duration.ofSeconds(120).toNanos();
        while (System.nanoTime() < end) {
            try {
                if (get(site() + "/balcony-calendar/calendar").statusCode() == 200) {
                    return;
                }
            } catch (IOException notYet) {
                // It is starting.
            }
            Thread.sleep(200);
        }
        throw new IllegalStateException("The program did not come up; its output is in " + database.folder());
    }

    /** Pulls the plug and starts it again. */
    void restart() throws IOException, InterruptedException {
        process.destroyForcibly().waitFor(10, TimeUnit.SECONDS);
        process = begin();
    }

    HttpResponse<String> get(String address, String... headers) throws IOException, InterruptedException {
        return send(request(address, headers).GET().build());
    }

    HttpResponse<String> post(String address, List<String> fields, String... headers)
            throws IOException, InterruptedException {
        StringBuilder form = new StringBuilder();
        for (int i = 0; i < fields.size(); i += 2) {
            form.append(i == 0 ? "" : "&")
                    .append(fields.get(i))
                    .append('=')
                    .append(URLEncoder.encode(fields.get(i + 1), StandardCharsets.UTF_8));
        }
        return send(request(address, headers)
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString(form.toString()))
                .build());
    }

    HttpRequest.Builder request(String address, String... headers) {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(address))
                .timeout(Duration.ofSeconds(60))
                .header("User-Agent", PERSON);
        return headers.length == 0 ? request : request.headers(headers);
    }

    HttpResponse<String> send(HttpRequest request) throws IOException, InterruptedException {
        return http.send(request, HttpResponse.BodyHandlers.ofString());
    }

    /** Signs in; gives the session's cookie. */
    String signIn() throws IOException, InterruptedException {
        HttpResponse<String> page = get(console() + "/sign-in");
        HttpResponse<String> in = post(
                console() + "/sign-in",
                List.of("email", "demo@growbench.example", "password", PASSWORD, "_csrf", token(page.body())),
                "Cookie",
                cookie(page));
        return cookie(in);
    }

    static String cookie(HttpResponse<String> answer) {
        return answer.headers().allValues("Set-Cookie").stream()
                .map(one -> one.split(";", 2)[0])
                .collect(Collectors.joining("; "));
    }

    static String token(String page) {
        int at = page.indexOf("name=\"_csrf\"");
        int value = page.indexOf("value=\"", at) + 7;
        return page.substring(value, page.indexOf('"', value));
    }

    @Override
    public void close() {
        process.destroyForcibly();
    }
}
