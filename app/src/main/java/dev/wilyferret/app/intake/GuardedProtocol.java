package dev.wilyferret.app.intake;

import java.io.IOException;
import java.time.Duration;
import org.apache.coyote.Adapter;
import org.apache.coyote.Processor;
import org.apache.coyote.http11.AbstractHttp11Protocol;
import org.apache.coyote.http11.Http11NioProtocol;
import org.apache.coyote.http11.Http11Processor;
import org.apache.tomcat.util.net.AbstractEndpoint.Handler.SocketState;
import org.apache.tomcat.util.net.SocketWrapperBase;

/**
 * HTTP/1.1 whose connections are cheap to hold and cannot be held by dripping: the server's own time-outs begin anew with
 * every byte, so a request whose header is not whole after {@link #HEADER} in all ends its connection here. The server makes
 * it by name, which is why it is public and has no parameters.
 */
public final class GuardedProtocol extends Http11NioProtocol {

    /** The longest a header may take from its first byte to its last. */
    static final Duration HEADER = Duration.ofSeconds(10);

    /** The longest somebody who reads may pause, as phones do between two masts. */
    private static final Duration READER = Duration.ofMinutes(1);

    /** The longest a connection may say nothing at all. */
    private static final Duration SILENCE = Duration.ofSeconds(10);

    /**
     * All connections together, whoever they come from, since a proxy is one address to this server. Each costs some 80 KB
     * of heap while a request of it is held.
     */
    private static final int MOST_CONNECTIONS = 4000;

    public GuardedProtocol() {
        setConnectionTimeout((int) SILENCE.toMillis());
        setKeepAliveTimeout((int) SILENCE.toMillis());
        setMaxConnections(MOST_CONNECTIONS);
        setMaxSwallowSize(0);
        setProperty("socket.appReadBufSize", "2048");
        setProperty("socket.appWriteBufSize", "4096");
    }

    @Override
    protected Processor createProcessor() {
        return new Guarded(this, getAdapter());
    }

    private static final class Guarded extends Http11Processor {

        /** When the first byte of the present header came, by {@link System#nanoTime}; 0 between requests. */
        private long begun;

        Guarded(AbstractHttp11Protocol<?> protocol, Adapter adapter) {
            super(protocol, adapter);
        }

        @Override
        public SocketState service(SocketWrapperBase<?> connection) throws IOException {
            begun = begun == 0 ? System.nanoTime() : begun;
            if (left() <= 0) {
                begun = 0;
                return SocketState.CLOSED;
            }
            SocketState state = SocketState.CLOSED;
            try {
                state = super.service(connection);
            } finally {
                if (state == SocketState.LONG && !isAsync()) {
                    begun = begun == 0 ? System.nanoTime() : begun;
                    connection.setReadTimeout(Math.max(1, left()));
                } else {
                    begun = 0;
                }
            }
            return state;
        }

        private long left() {
            return HEADER.toMillis() - (System.nanoTime() - begun) / 1_000_000;
        }

        /** Asked for once the header is whole; from here on the body's own patience counts. */
        @Override
        public Adapter getAdapter() {
            begun = 0;
            request.setAttribute(Body.CONNECTION, getSocketWrapper());
            getSocketWrapper().setWriteTimeout(READER.toMillis());
            return super.getAdapter();
        }
    }
}
