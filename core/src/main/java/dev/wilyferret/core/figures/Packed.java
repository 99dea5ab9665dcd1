package dev.wilyferret.core.figures;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.InflaterInputStream;

/** Numbers and texts in few bytes: base 128 with a bit for "more", then deflated (RFC 1951). */
final class Packed {

    private static final int BUFFER = 1 << 16;

    private Packed() {}

    interface Writing {
        void to(DataOutputStream out) throws IOException;
    }

    interface Reading<T> {
        T from(DataInputStream in) throws IOException;
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

    static <T> T read(byte[] bytes, Reading<T> reading) {
        try (DataInputStream in = new DataInputStream(
                new java.io.BufferedInputStream(new InflaterInputStream(new ByteArrayInputStream(bytes)), BUFFER))) {
            return reading.from(in);
        } catch (IOException cut) {
            throw new IllegalArgumentException("%d packed bytes break off.".formatted(bytes.length), cut);
        }
    }

    static void numbers(int[] numbers, DataOutputStream out) throws IOException {
        number(numbers.length, out);
        for (int number : numbers) {
            number(number, out);
        }
    }

    static int[] numbers(DataInputStream in) throws IOException {
        int[] numbers = new int[number(in)];
        for (int i = 0; i < numbers.length; i++) {
            numbers[i] = number(in);
        }
        return numbers;
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

    static int[] deltas(DataInputStream in) throws IOException {
        int[] numbers = new int[number(in)];
        int before = 0;
        for (int i = 0; i < numbers.length; i++) {
            int step = number(in);
            before += step >>> 1 ^ -(step & 1);
            numbers[i] = before;
        }
        return numbers;
    }

    static void texts(List<String> texts, DataOutputStream out) throws IOException {
        number(texts.size(), out);
        for (String text : texts) {
            out.writeUTF(text);
        }
    }

    static List<String> texts(DataInputStream in) throws IOException {
        int count = number(in);
        List<String> texts = new ArrayList<>(count);
        for (int i = 0; i < count; i++) {
            texts.add(in.readUTF());
        }
        return texts;
    }

    private static void number(int number, DataOutputStream out) throws IOException {
        int left = number;
        while ((left & ~0x7f) != 0) {
            out.writeByte(left & 0x7f | 0x80);
            left >>>= 7;
        }
        out.writeByte(left);
    }

    private static int number(DataInputStream in) throws IOException {
        int number = 0;
        for (int shift = 0; ; shift += 7) {
            int part = in.readUnsignedByte();
            number |= (part & 0x7f) << shift;
            if (part < 0x80) {
                return number;
            }
        }
    }
}
