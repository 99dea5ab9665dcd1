package dev.wilyferret.core.figures;

import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Function;
import java.util.zip.DataFormatException;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.Inflater;

/** Numbers and texts in few bytes: base 128 with a bit for "more", then deflated (RFC 1951). */
final class Packed {

    private static final int BUFFER = 1 << 16;

    private Packed() {}

    interface Writing {
        void to(DataOutputStream out) throws IOException;
    }

    /** Bytes on their way in. A sheet has a million of them, so each costs as little as it can. */
    static final class Bytes {

        private final byte[] bytes;
        private int next;

        private Bytes(byte[] all) {
            bytes = all;
        }

        int number() {
            return numbers(1)[0];
        }

        int[] numbers() {
            return numbers(number());
        }

        private int[] numbers(int count) {
            int[] numbers = new int[count];
            int at = next;
            for (int i = 0; i < count; i++) {
                int part = bytes[at++];
                int number = part & 0x7f;
                for (int shift = 7; part < 0; shift += 7) {
                    part = bytes[at++];
                    number |= (part & 0x7f) << shift;
                }
                numbers[i] = number;
            }
            next = at;
            return numbers;
        }

        int[] deltas() {
            int[] numbers = numbers();
            int before = 0;
            for (int i = 0; i < numbers.length; i++) {
                before += numbers[i] >>> 1 ^ -(numbers[i] & 1);
                numbers[i] = before;
            }
            return numbers;
        }

        List<String> texts() {
            int count = number();
            List<String> texts = new ArrayList<>(count);
            for (int i = 0; i < count; i++) {
                int length = number();
                texts.add(new String(bytes, next, length, StandardCharsets.UTF_8));
                next += length;
            }
            return texts;
        }

        long whole() {
            long whole = ByteBuffer.wrap(bytes).getLong(next);
            next += Long.BYTES;
            return whole;
        }
    }

    static byte[] write(Writing writing) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        Deflater deflater = new Deflater(Deflater.BEST_SPEED);
        try (DataOutputStream out = new DataOutputStream(
                new java.io.BufferedOutputStream(new DeflaterOutputStream(bytes, deflater, BUFFER), BUFFER))) {
            writing.to(out);
        } catch (IOException inMemory) {
            throw new IllegalStateException(inMemory);
        } finally {
            deflater.end();
        }
        return bytes.toByteArray();
    }

    static <T> T read(byte[] bytes, Function<Bytes, T> reading) {
        try {
            return reading.apply(new Bytes(inflated(bytes)));
        } catch (DataFormatException | IndexOutOfBoundsException cut) {
            throw new IllegalArgumentException("%d packed bytes break off.".formatted(bytes.length), cut);
        }
    }

    private static byte[] inflated(byte[] bytes) throws DataFormatException {
        Inflater inflater = new Inflater();
        try {
            inflater.setInput(bytes);
            byte[] all = new byte[Math.max(64, 3 * bytes.length)];
            int size = 0;
            while (!inflater.finished()) {
                if (size == all.length) {
                    all = Arrays.copyOf(all, 2 * size);
                }
                int more = inflater.inflate(all, size, all.length - size);
                if (more == 0 && !inflater.finished()) {
                    throw new DataFormatException("They end before they are complete.");
                }
                size += more;
            }
            return Arrays.copyOf(all, size);
        } finally {
            inflater.end();
        }
    }

    static void numbers(int[] numbers, DataOutputStream out) throws IOException {
        number(numbers.length, out);
        for (int number : numbers) {
            number(number, out);
        }
    }

    /** Numbers that lie close to the one before, as their differences. */
    static void deltas(int[] numbers, DataOutputStream out) throws IOException {
        number(numbers.length, out);
        int before = 0;
        for (int number : numbers) {
            int step = number - before;
            number(step << 1 ^ step >> 31, out);
            before = number;
        }
    }

    static void texts(List<String> texts, DataOutputStream out) throws IOException {
        number(texts.size(), out);
        for (String text : texts) {
            byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
            number(bytes.length, out);
            out.write(bytes);
        }
    }

    static void number(int number, DataOutputStream out) throws IOException {
        int left = number;
        while ((left & ~0x7f) != 0) {
            out.writeByte(left & 0x7f | 0x80);
            left >>>= 7;
        }
        out.writeByte(left);
    }
}
