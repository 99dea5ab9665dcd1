package dev.wilyferret.bench;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/** Visitors who came by a link and go on with its cookies, as those who reach a redirect page do; a script lets the load generator be them in turn. */
final class Visitors {

    private static final int MANY = 20_000;

    private static final String SCRIPT = """
            local cookies = {}
            for line in io.lines("%s") do cookies[#cookies + 1] = line end
            local at = 0
            request = function()
              at = at %% #cookies + 1
              wrk.headers["Cookie"] = cookies[at]
              return wrk.format()
            end
            """;

    private Visitors() {}

    /** Lets them come by a link, and gives the script. */
    static Path come(Database database, String link) throws IOException, InterruptedException {
        List<String> cookies = new ArrayList<>();
        try (HttpClient http = HttpClient.newHttpClient()) {
            HttpRequest click = HttpRequest.newBuilder(URI.create(link))
                    .header("User-Agent", "Mozilla/5.0 Firefox/151.0")
                    .build();
            for (int i = 0; i < MANY; i++) {
                cookies.add(
                        http
                                .send(click, HttpResponse.BodyHandlers.discarding())
                                .headers()
                                .allValues("Set-Cookie")
                                .stream()
                                .map(set -> set.split(";", 2)[0])
                                .collect(Collectors.joining("; ")));
            }
        }
        if (cookies.getFirst().isEmpty()) {
            throw new IllegalStateException("The link sets no cookies: is it there?");
        }
        Path lines = database.folder().resolve("cookies");
        Files.write(lines, cookies);
        Path script = database.folder().resolve("visitors.lua");
        Files.writeString(script, SCRIPT.formatted(lines));
        return script;
    }
}
