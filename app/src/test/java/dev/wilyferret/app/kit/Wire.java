package dev.wilyferret.app.kit;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.net.URI;
import java.nio.charset.StandardCharsets;

/** A connection on which a test sends just the bytes it wants, as slowly as it wants. */
public final class Wire implements AutoCloseable {

    private final Socket socket;

    public Wire(String address) throws IOException {
        URI to = URI.create(address);
        socket = new Socket(to.getHost(), to.getPort());
        socket.setTcpNoDelay(true);
    }

    /** Begins a request; a header that is not whole has no empty line at its end. */
    public Wire send(String text) throws IOException {
        socket.getOutputStream().write(text.getBytes(StandardCharsets.ISO_8859_1));
        socket.getOutputStream().flush();
        return this;
    }

    /** Begins a POST that announces a body. */
    public Wire post(String path, String type, String... headers) throws IOException {
        StringBuilder text = new StringBuilder("POST " + path + " HTTP/1.1\r\nHost: localhost\r\nUser-Agent: "
                + Guest.PERSON + "\r\nContent-Type: " + type + "\r\n");
        for (String header : headers) {
            text.append(header).append("\r\n");
        }
        return send(text.append("\r\n").toString());
    }

    /** The first line of the answer; empty if the connection ended without one, or none came in time. */
    public String status(int millis) throws IOException {
        socket.setSoTimeout(millis);
        ByteArrayOutputStream line = new ByteArrayOutputStream();
        try {
            InputStream in = socket.getInputStream();
            for (int sign = in.read(); sign >= 0 && sign != '\n'; sign = in.read()) {
                line.write(sign);
            }
        } catch (SocketTimeoutException silent) {
            return "silent";
        } catch (IOException reset) {
            return "";
        }
        return line.toString(StandardCharsets.ISO_8859_1).strip();
    }

    /** Everything that is answered until the connection ends. */
    public String all() throws IOException {
        socket.setSoTimeout(10_000);
        return new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    }

    @Override
    public void close() throws IOException {
        socket.close();
    }
}
