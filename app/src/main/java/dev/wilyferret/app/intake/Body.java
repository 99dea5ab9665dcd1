package dev.wilyferret.app.intake;

import jakarta.servlet.http.HttpServletRequest;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InterruptedIOException;
import java.net.SocketTimeoutException;
import java.time.Duration;
import org.apache.tomcat.util.net.SocketWrapperBase;

/** Reads the body of a request whole, within a size and a time; chunked bodies are counted while they are read. */
final class Body {

    /** The attribute under which {@link GuardedProtocol} leaves the connection a request came by. */
    static final String CONNECTION = Body.class.getName();

    private static final int AT_ONCE = 4096;
    private static final Duration PAUSE = Duration.ofMillis(20);
    private static final int PAUSES = 10;

    private Body() {}

    /**
     * @param dropped how many bytes too many may go by before the refusal is answered
     * @throws BodyRefused if it is too large or does not come in time
     */
    static byte[] read(HttpServletRequest request, int most, Duration patience, int dropped) throws IOException {
        if (request.getContentLengthLong() > most) {
            drop(request, request.getInputStream(), new byte[AT_ONCE], dropped);
            throw BodyRefused.tooLarge(most);
        }
        long end = System.nanoTime() + patience.toNanos();
        ByteArrayOutputStream whole = new ByteArrayOutputStream(Math.max(32, request.getContentLength() / 8));
        byte[] part = new byte[Math.clamp(request.getContentLengthLong(), 1, AT_ONCE)];
        InputStream in = request.getInputStream();
        try {
            for (int came = next(request, in, part, end); came >= 0; came = next(request, in, part, end)) {
                if (whole.size() + came > most) {
                    drop(request, in, part, dropped);
                    throw BodyRefused.tooLarge(most);
                }
                whole.write(part, 0, came);
            }
        } catch (SocketTimeoutException dripping) {
            throw BodyRefused.tooSlow(patience);
        }
        return whole.toByteArray();
    }

    /** Lets what is already coming go by: whoever is still sending would find the connection gone before reading why. */
    private static void drop(HttpServletRequest request, InputStream in, byte[] part, int most) throws IOException {
        int left = most;
        int silent = 0;
        while (left > 0 && silent < PAUSES) {
            if (in.available() > 0 || ready(request)) {
                int came = in.read(part);
                if (came < 0) {
                    return;
                }
                left -= came;
                silent = 0;
            } else {
                silent++;
                pause();
            }
        }
    }

    /** Whether something has come that the server has not looked at yet; asks without waiting. */
    private static boolean ready(HttpServletRequest request) throws IOException {
        return request.getAttribute(CONNECTION) instanceof SocketWrapperBase<?> connection
                && connection.isReadyForRead();
    }

    private static void pause() throws InterruptedIOException {
        try {
            Thread.sleep(PAUSE);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new InterruptedIOException("The program is stopping");
        }
    }

    /** The server's time-out begins anew with every read, so it is set to what is left of the patience. */
    private static int next(HttpServletRequest request, InputStream in, byte[] part, long end) throws IOException {
        long left = (end - System.nanoTime()) / 1_000_000;
        if (left <= 0) {
            throw new SocketTimeoutException();
        }
        if (request.getAttribute(CONNECTION) instanceof SocketWrapperBase<?> connection) {
            connection.setReadTimeout(left);
        }
        return in.read(part);
    }
}
