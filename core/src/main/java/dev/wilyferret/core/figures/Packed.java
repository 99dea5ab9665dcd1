package dev.wilyferret.core.figures;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.Inflater;
import java.util.zip.InflaterInputStream;

/** Numbers and texts in few bytes: base 128 with a bit for "more", then deflated (RFC 1951). */
final class Packed {

    private static final int BUFFER = 1 << 16;

    private Packed() {}

    interface Writing {
        void to(DataOutputStream out) throws IOException;
    }

    /** Bytes on their way in. A sheet has a million of them, so each costs as little as it can. */
    static final class Bytes {

        private final ByteBuffer bytes;

        private Bytes(byte[] all) {
            bytes = ByteBuffer.wrap(all);
        }

        int number() {
            int number = 0;
            for (int shift = 0; ; shift += 7) {
                byte part = bytes.get();
                number |= (part & 0x7f) << shift;
                if (part >= 0) {
                    return number;
                }
            }
        }

        int[] numbers() {
            int[] numbers = new int[number()];
            for (int i = 0; i < numbers.length; i++) {
                numbers[i] = number();
            }
            return numbers;
        }

        int[] deltas() {
            int[] numbers = new int[number()];
            int before = 0;
            for (int i = 0; i < numbers.length; i++) {
                int step = number();
                before += step >>> 1 ^ -(step & 1);
                numbers[i] = before;
            }
            return numbers;
        }

        List<String> texts() {
            int count = number();
            List<String> texts = new ArrayList<>(count);
            for (int i = 0; i < count; i++) {
                byte[] text = new byte[number()];
                bytes.get(text);
                texts.add(new String(text, StandardCharsets.UTF_8));
            }
            return texts;
        }

        long whole() {
            return bytes.getLong();
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
        try (InflaterInputStream in =
                new InflaterInputStream(new ByteArrayInputStream(bytes), new Inflater(), BUFFER)) {
            return reading.apply(new Bytes(in.readAllBytes()));
        } catch (IOException | BufferUnderflowException cut) {
            throw new IllegalArgumentException("%d packed bytes break off.".formatted(bytes.length), cut);
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
