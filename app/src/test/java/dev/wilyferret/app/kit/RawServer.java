package dev.wilyferret.app.kit;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;

/** A server elsewhere that answers every connection with just the bytes a test wants, as slowly as it wants. */
public final class RawServer implements AutoCloseable {

    /** What is said on a connection; it ends with it. */
    @FunctionalInterface
    public interface Talk {
        void on(Socket connection) throws IOException, InterruptedException;
    }

    private final ServerSocket server = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
    private final List<Socket> open = new CopyOnWriteArrayList<>();

    public RawServer(Talk talk) throws IOException {
        Thread.ofVirtual().start(() -> {
            while (!server.isClosed()) {
                try {
                    Socket one = server.accept();
                    open.add(one);
                    Thread.ofVirtual().start(() -> talked(talk, one));
                } catch (IOException closed) {
                    return;
                }
            }
        });
    }

    private static void talked(Talk talk, Socket connection) {
        try (connection) {
            talk.on(connection);
        } catch (IOException | InterruptedException over) {
            // The other side has had enough.
        }
    }

    /** Host and port, as the operator writes them. */
    public String pair() {
        return "127.0.0.1:" + server.getLocalPort();
    }

    @Override
    public void close() throws IOException {
        server.close();
        for (Socket one : open) {
            one.close();
        }
    }
}
