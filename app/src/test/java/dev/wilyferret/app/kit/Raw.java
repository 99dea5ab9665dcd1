package dev.wilyferret.app.kit;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;

/** Requests as no client library would send them, each on a connection of its own. */
public final class Raw {

    private final String origin;
    private final List<String> always;

    /** @param always lines of the header that each request has */
    public Raw(String origin, String... always) {
        this.origin = origin;
        this.always = List.of(always);
    }

    /** @param status 0 where the connection ended without an answer */
    public record Answer(int status, String whole) {}

    public Answer ask(String method, String target, String body, String... headers) {
        StringBuilder text = new StringBuilder(method + " " + target + " HTTP/1.1\r\nConnection: close\r\n");
        always.forEach(line -> text.append(line).append("\r\n"));
        for (String line : headers) {
            text.append(line).append("\r\n");
        }
        if (!body.isEmpty()) {
            text.append("Content-Type: application/x-www-form-urlencoded\r\nContent-Length: ")
                    .append(body.length())
                    .append("\r\n");
        }
        try (Wire wire = new Wire(origin)) {
            wire.send(text.append("\r\n").append(body).toString());
            String whole = wire.all();
            return new Answer(whole.startsWith("HTTP/1.1 ") ? Integer.parseInt(whole.substring(9, 12)) : 0, whole);
        } catch (IOException e) {
            throw new UncheckedIOException(method + " " + target, e);
        }
    }
}
