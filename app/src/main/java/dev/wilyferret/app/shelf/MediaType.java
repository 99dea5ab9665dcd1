package dev.wilyferret.app.shelf;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;

/** The kinds of file the shelf takes, told by their content and never by their name. */
enum MediaType {
    PNG("png", "image/png"),
    JPEG("jpg", "image/jpeg"),
    GIF("gif", "image/gif"),
    WEBP("webp", "image/webp"),
    SVG("svg", "image/svg+xml"),
    MP4("mp4", "video/mp4"),
    WEBM("webm", "video/webm"),
    PDF("pdf", "application/pdf"),
    ZIP("zip", "application/zip");

    final String extension;
    final String contentType;

    MediaType(String extension, String contentType) {
        this.extension = extension;
        this.contentType = contentType;
    }

    boolean picture() {
        return contentType.startsWith("image/");
    }

    /** @param head the first bytes of the file, 12 at least where it has them */
    static Optional<MediaType> of(byte[] head) {
        if (starts(head, 0, 0x89, 'P', 'N', 'G', 0x0D, 0x0A, 0x1A, 0x0A)) {
            return Optional.of(PNG);
        }
        if (starts(head, 0, 0xFF, 0xD8, 0xFF)) {
            return Optional.of(JPEG);
        }
        if (starts(head, 0, 'G', 'I', 'F', '8')) {
            return Optional.of(GIF);
        }
        if (starts(head, 4, 'f', 't', 'y', 'p')) {
            return Optional.of(MP4);
        }
        if (starts(head, 0, 'R', 'I', 'F', 'F') && starts(head, 8, 'W', 'E', 'B', 'P')) {
            return Optional.of(WEBP);
        }
        if (starts(head, 0, '%', 'P', 'D', 'F', '-')) {
            return Optional.of(PDF);
        }
        if (starts(head, 0, 'P', 'K', 3, 4)) {
            return Optional.of(ZIP);
        }
        String text = new String(head, StandardCharsets.UTF_8).stripLeading();
        if (text.startsWith("<svg") || (text.startsWith("<?xml") || text.startsWith("<!--")) && text.contains("<svg")) {
            return Optional.of(SVG);
        }
        boolean matroska = starts(head, 0, 0x1A, 0x45, 0xDF, 0xA3);
        return matroska && new String(head, StandardCharsets.ISO_8859_1).contains("webm")
                ? Optional.of(WEBM)
                : Optional.empty();
    }

    private static boolean starts(byte[] head, int from, int... signature) {
        return head.length >= from + signature.length
                && Arrays.equals(
                        Arrays.stream(signature).map(value -> value & 0xFF).toArray(),
                        java.util.stream.IntStream.range(from, from + signature.length)
                                .map(at -> head[at] & 0xFF)
                                .toArray());
    }
}
