package dev.wilyferret.app.media;

/**
 * A file on the shelf.
 *
 * @param name its content's SHA-256 in hexadecimal, with the extension of what was found in it
 * @param contentType what its content is, whatever its uploader called it
 * @param width in pixels; 0 where unknown (videos)
 */
public record MediaFile(String name, String contentType, long bytes, int width, int height) {

    public boolean video() {
        return contentType.startsWith("video/");
    }
}
