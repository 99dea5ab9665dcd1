package dev.wilyferret.app.kit;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.util.Random;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * A port nobody listens on at the moment, each once a run. It lies below those that systems take for connections going out
 * (from 32768 on), since one of these could take it before a test listens on it.
 */
public final class FreePort {

    private static final int FIRST = 10_240;
    private static final int COUNT = 20_000;
    private static final AtomicInteger NEXT = new AtomicInteger(new Random().nextInt(COUNT));

    private FreePort() {}

    public static int take() {
        for (int tries = 0; tries < COUNT; tries++) {
            int port = FIRST + Math.floorMod(NEXT.getAndIncrement(), COUNT);
            try (ServerSocket socket = new ServerSocket(port, 1, InetAddress.getLoopbackAddress())) {
                return socket.getLocalPort();
            } catch (IOException taken) {
                // The next one, then.
            }
        }
        throw new IllegalStateException("No port is free");
    }
}
