package dev.wilyferret.app.hosts;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

/** Against a name server that knows one name (RFC 1035, 4.1). */
class ResolvedTxtRecordsTest {

    private static final String NAME = "_wily-ferret.go.growbench.example";
    private static final int HEADER = 12;

    private static void serve(DatagramSocket socket) {
        byte[] asked = new byte[512];
        try {
            while (true) {
                DatagramPacket packet = new DatagramPacket(asked, asked.length);
                socket.receive(packet);
                byte[] answer = answer(ByteBuffer.wrap(asked, 0, packet.getLength()));
                socket.send(new DatagramPacket(answer, answer.length, packet.getSocketAddress()));
            }
        } catch (IOException closed) {
            // The test is over.
        }
    }

    private static byte[] answer(ByteBuffer asked) {
        byte[] question = new byte[asked.limit() - HEADER];
        asked.get(HEADER, question);
        boolean known = new String(question, StandardCharsets.US_ASCII).contains("_wily-ferret");
        ByteBuffer answer = ByteBuffer.allocate(512);
        answer.putShort(asked.getShort(0))
                .putShort((short) (known ? 0x8580 : 0x8583))
                .putShort((short) 1);
        answer.putShort((short) (known ? 2 : 0)).putInt(0).put(questionAlone(question));
        for (String text : known ? new String[] {"v=spf1 -all", "2026-05-21.abc"} : new String[0]) {
            answer.putShort((short) 0xc00c)
                    .putShort((short) 16)
                    .putShort((short) 1)
                    .putInt(60);
            answer.putShort((short) (text.length() + 1)).put((byte) text.length());
            answer.put(text.getBytes(StandardCharsets.US_ASCII));
        }
        byte[] bytes = new byte[answer.position()];
        answer.get(0, bytes);
        return bytes;
    }

    /** Without what may stand behind it. */
    private static byte[] questionAlone(byte[] question) {
        int end = 0;
        while (question[end] != 0) {
            end += question[end] + 1;
        }
        return java.util.Arrays.copyOf(question, end + 5);
    }

    @Test
    void theTextsOfANameAreRead() {
        try (DatagramSocket socket = new DatagramSocket(0, InetAddress.getLoopbackAddress())) {
            Thread.ofVirtual().start(() -> serve(socket));
            TxtRecords records = new ResolvedTxtRecords("dns://127.0.0.1:" + socket.getLocalPort());
            assertThat(records.of(NAME)).containsExactlyInAnyOrder("v=spf1 -all", "2026-05-21.abc");
            assertThat(records.of("nobody.example")).isEmpty();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Test
    void whereNobodyAnswersNothingIsSaid() {
        assertThat(new ResolvedTxtRecords("dns://127.0.0.1:1").of(NAME)).isEmpty();
    }
}
