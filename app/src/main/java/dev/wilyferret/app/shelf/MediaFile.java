package dev.wilyferret.app.shelf;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * A file on the shelf.
 *
 * @param name its content's SHA-256 in hexadecimal, with the extension of what was found in it
 * @param originalName what it was called where it came from
 * @param description what it shows, for those who cannot see it; may be empty
 * @param contentType what its content is, whatever its uploader called it
 * @param width in pixels; 0 where unknown (videos, drawings without a size, documents)
 * @param smaller smaller copies of a picture, the narrowest first
 */
public record MediaFile(
        String name,
        String originalName,
        String description,
        String contentType,
        long bytes,
        int width,
        int height,
        List<Copy> smaller) {

    /** A copy of a picture in another width. */
    public record Copy(int width, long bytes) {}

    public MediaFile {
        smaller = smaller.stream().sorted(Comparator.comparingInt(Copy::width)).toList();
    }

    public boolean video() {
        return contentType.startsWith("video/");
    }

    public boolean picture() {
        return contentType.startsWith("image/");
    }

    public List<Integer> widths() {
        return smaller.stream().map(Copy::width).toList();
    }

    /** What a phone or laptop fetches of it: the widest of its smaller copies, if it has any. */
    public long bytesOnPage() {
        return smaller.isEmpty() ? bytes : smaller.getLast().bytes();
    }

    public String copyName(int copyWidth) {
        int dot = name.lastIndexOf('.');
        return name.substring(0, dot) + "-" + copyWidth + name.substring(dot);
    }

    /** The file itself and its smaller copies, each as a file. */
    public List<MediaFile> copies() {
        List<MediaFile> all = new ArrayList<>();
        all.add(this);
        smaller.forEach(copy -> all.add(new MediaFile(
                copyName(copy.width), originalName, description, contentType, copy.bytes, copy.width, 0, List.of())));
        return all;
    }
}
