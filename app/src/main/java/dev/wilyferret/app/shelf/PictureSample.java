package dev.wilyferret.app.shelf;

import dev.wilyferret.core.text.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.util.Iterator;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;

/** The pixels of a picture, thinned out to some ten thousand. */
final class PictureSample {

    private static final int SIDE = 120;
    private static final long MOST_PIXELS = 60_000_000;

    private PictureSample() {}

    /**
     * @return red, green and blue in the lowest 24 bits
     * @throws Refusal if it is no picture, or too large to be read
     */
    static int[] pixels(InputStream content, Decoding decoding) {
        try (ImageInputStream in = ImageIO.createImageInputStream(content)) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) {
                throw new Refusal("That file is no picture. Take a screenshot of the offer's page, as PNG or JPEG.");
            }
            ImageReader reader = readers.next();
            try {
                reader.setInput(in);
                return thinned(reader, decoding);
            } finally {
                reader.dispose();
            }
        } catch (IOException | RuntimeException e) {
            if (e instanceof Refusal refusal) {
                throw refusal;
            }
            throw new Refusal("That picture is damaged and cannot be read. Save it again and send the new file.");
        }
    }

    private static int[] thinned(ImageReader reader, Decoding decoding) throws IOException {
        int width = reader.getWidth(0);
        int height = reader.getHeight(0);
        if ((long) width * height > MOST_PIXELS) {
            throw new Refusal(
                    "That picture is %,d by %,d pixels; that is too large. Save it smaller.".formatted(width, height));
        }
        int[] all = decoding.use(
                reader,
                SIDE,
                image -> image.getRGB(0, 0, image.getWidth(), image.getHeight(), null, 0, image.getWidth()));
        return java.util.Arrays.stream(all).map(pixel -> pixel & 0xFFFFFF).toArray();
    }
}
