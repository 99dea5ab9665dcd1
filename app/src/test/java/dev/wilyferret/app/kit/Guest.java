package dev.wilyferret.app.kit;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** A browser without a face: keeps cookies, follows no redirect by itself, fills forms with their hidden token. */
public final class Guest {

    public static final String PERSON = "Mozilla/5.0 (X11; Linux x86_64; rv:151.0) Gecko/20100101 Firefox/151.0";
    private static final Pattern TOKEN =
            Pattern.compile("name=\"_csrf\"[^>]*value=\"([^\"]+)\"|value=\"([^\"]+)\"[^>]*name=\"_csrf\"");

    private final String origin;
    private final Map<String, String> cookies = new ConcurrentHashMap<>();
    private final HttpClient http =
            HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(5)).build();
    private String agent = PERSON;
    private String forwarded = "";
    private String host = "";

    public Guest(String origin) {
        this.origin = origin;
    }

    public Guest as(String userAgent) {
        agent = userAgent;
        return this;
    }

    /** Asks for a host by its name, wherever that leads. */
    public Guest at(String name) {
        host = name;
        return this;
    }

    /** Brings a cookie along. */
    public Guest carrying(String name, String value) {
        cookies.put(name, value);
        return this;
    }

    /** Comes by a proxy that says so. */
    public Guest from(String address) {
        forwarded = address;
        return this;
    }

    public HttpResponse<String> get(String path, String... headers) {
        HttpRequest.Builder request = request(path);
        if (headers.length > 0) {
            request.headers(headers);
        }
        return answer(request.GET().build());
    }

    public HttpResponse<String> head(String path) {
        return answer(request(path).HEAD().build());
    }

    /** Posts fields as they are. */
    public HttpResponse<String> post(String path, String... fields) {
        return answer(request(path)
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString(form(fields)))
                .build());
    }

    /** Sends a body as it stands. */
    public HttpResponse<String> body(String path, String type, String body, String... headers) {
        HttpRequest.Builder request = request(path).header("Content-Type", type);
        if (headers.length > 0) {
            request.headers(headers);
        }
        return answer(request.POST(HttpRequest.BodyPublishers.ofString(body)).build());
    }

    /** Fills the form at a path and sends it there, with the token its page carries. */
    public HttpResponse<String> send(String path, String... fields) {
        return sendTo(path, path, fields);
    }

    /** Sends a form that stands on one page to another path. */
    public HttpResponse<String> sendTo(String page, String path, String... fields) {
        Matcher found = TOKEN.matcher(get(page).body());
        String[] all = java.util.Arrays.copyOf(fields, fields.length + 2);
        all[fields.length] = "_csrf";
        all[fields.length + 1] =
                found.find() ? Optional.ofNullable(found.group(1)).orElseGet(() -> found.group(2)) : "";
        return post(path, all);
    }

    public Optional<String> cookie(String name) {
        return Optional.ofNullable(cookies.get(name));
    }

    private void remember(HttpResponse<?> response) {
        for (String set : response.headers().allValues("Set-Cookie")) {
            String[] pair = set.split(";", 2)[0].split("=", 2);
            cookies.put(pair[0], pair[1]);
        }
    }

    public static String location(HttpResponse<?> response) {
        return response.headers().firstValue("Location").orElse("");
    }

    private HttpRequest.Builder request(String path) {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(path.startsWith("http") ? path : origin + path))
                .timeout(Duration.ofSeconds(30))
                .header("User-Agent", agent)
                .header("Accept", "text/html");
        if (!host.isEmpty()) {
            request.header("Host", host);
        }
        if (!forwarded.isEmpty()) {
            request.header("X-Forwarded-For", forwarded);
        }
        if (!cookies.isEmpty()) {
            request.header(
                    "Cookie",
                    cookies.entrySet().stream()
                            .map(cookie -> cookie.getKey() + "=" + cookie.getValue())
                            .collect(Collectors.joining("; ")));
        }
        return request;
    }

    private HttpResponse<String> answer(HttpRequest request) {
        try {
            HttpResponse<String> response = http.send(request, HttpResponse.BodyHandlers.ofString());
            remember(response);
            return response;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    private static String form(String... fields) {
        StringBuilder form = new StringBuilder();
        for (int i = 0; i < fields.length; i += 2) {
            form.append(i == 0 ? "" : "&")
                    .append(fields[i])
                    .append('=')
                    .append(URLEncoder.encode(fields[i + 1], StandardCharsets.UTF_8));
        }
        return form.toString();
    }
}
