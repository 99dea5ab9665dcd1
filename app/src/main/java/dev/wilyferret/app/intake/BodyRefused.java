package dev.wilyferret.app.intake;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;

/** A body that is not taken; the message says why, and how to mend it. */
public final class BodyRefused extends IOException {

    private static final long serialVersionUID = 1L;

    private final int status;

    private BodyRefused(int status, String message) {
        super(message);
        this.status = status;
    }

    static BodyRefused tooLarge(int most) {
        return new BodyRefused(
                413,
                "What was sent is too large: at most %d KB fit. Write less, and send it again.".formatted(most >> 10));
    }

    static BodyRefused tooSlow(Duration patience) {
        return new BodyRefused(
                408,
                "What was sent did not arrive within %d seconds. Check your connection, and send it again."
                        .formatted(patience.toSeconds()));
    }

    static BodyRefused unreadable() {
        return new BodyRefused(400, "What was sent is no form that can be read. Send it again from its page.");
    }

    /** Answers with plain words, without anything that might look at the request again; the rest of it is not waited for. */
    public void answer(HttpServletResponse response) throws IOException {
        response.setStatus(status);
        response.setHeader("Connection", "close");
        response.setContentType("text/plain;charset=UTF-8");
        response.getOutputStream().write((getMessage() + "\n").getBytes(StandardCharsets.UTF_8));
    }

    /** The HTTP status it is answered with. */
    public int status() {
        return status;
    }
}
