package dev.wilyferret.app.kit;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;

/** A port nobody listens on at the moment. */
public final class FreePort {

    private FreePort() {}

    public static int take() {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
