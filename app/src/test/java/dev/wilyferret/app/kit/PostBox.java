package dev.wilyferret.app.kit;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.awaitility.Awaitility;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The stand-in mail server of a test run, and what lies in its inbox. */
public final class PostBox {

    private static final Map<Integer, PostBox> OPEN = new HashMap<>();

    private final RangeProcess range;
    private final HttpClient http = HttpClient.newHttpClient();

    private PostBox(RangeProcess range) {
        this.range = range;
    }

    /** The one that listens on a port; started when it is first asked for, and stopped with the run. */
    public static synchronized PostBox on(int smtp) {
        return on(smtp, FreePort.take());
    }

    /** @param http where its inbox answers */
    public static synchronized PostBox on(int smtp, int http) {
        return OPEN.computeIfAbsent(smtp, port -> {
            RangeProcess started = RangeProcess.start(port, http);
            Runtime.getRuntime().addShutdownHook(new Thread(started::stop));
            return new PostBox(started);
        });
    }

    public String address() {
        return range.address();
    }

    public record Letter(String subject, String text, String html, Map<String, String> headers, int number) {

        /** The first link in its HTML that holds a word. */
        public String link(String holding) {
            Matcher links = Pattern.compile("href=\"([^\"]*)\"").matcher(html);
            while (links.find()) {
                if (links.group(1).contains(holding)) {
                    return links.group(1).replace("&amp;", "&");
                }
            }
            throw new AssertionError("No link with " + holding + " in " + html);
        }
    }

    /** The letters to an address, the oldest first. */
    public List<Letter> to(String address) {
        List<Letter> letters = new ArrayList<>();
        String path =
                "/post/letters?to=" + java.net.URLEncoder.encode(address, java.nio.charset.StandardCharsets.UTF_8);
        for (JsonNode one : asked(path)) {
            Map<String, String> headers = new HashMap<>();
            one.path("headers")
                    .properties()
                    .forEach(header ->
                            headers.put(header.getKey(), header.getValue().asString()));
            letters.add(new Letter(
                    one.path("subject").asString(),
                    one.path("text").asString(),
                    one.path("html").asString(),
                    headers,
                    one.path("number").asInt()));
        }
        return letters;
    }

    /** Waits for a number of letters to an address, and gives the last. */
    public Letter await(String address, int count) {
        Awaitility.await()
                .atMost(Duration.ofSeconds(30))
                .pollInterval(Duration.ofMillis(150))
                .until(() -> to(address).size() >= count);
        return to(address).get(count - 1);
    }

    /** How many letters came to addresses that hold some words, to how many of them, and how many came twice. */
    public JsonNode count(String to) {
        return asked("/post/count?to=" + to);
    }

    private JsonNode asked(String path) {
        try {
            String body = http.send(
                            HttpRequest.newBuilder(URI.create(range.address() + path))
                                    .build(),
                            HttpResponse.BodyHandlers.ofString())
                    .body();
            return JsonMapper.builder().build().readTree(body);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }
}
