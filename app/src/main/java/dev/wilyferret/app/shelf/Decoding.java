package dev.wilyferret.app.shelf;

import dev.wilyferret.core.text.Refusal;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;

/**
 * Unpacks pictures, within a budget of memory for all that are unpacked at one time. A picture larger than is needed is
 * thinned out while it is read, so that only what is kept of it takes memory.
 */
@Component
class Decoding {

    private static final int KB = 1024;
    private static final int SECONDS = 20;

    /**
     * Unpacking computes for seconds, and a virtual thread gives no other way while it computes; so it has threads of its own, and
     * whoever asked waits.
     */
    private static final ExecutorService UNPACKING = Executors.newFixedThreadPool(
            Math.max(4, Runtime.getRuntime().availableProcessors()),
            Thread.ofPlatform().name("unpacking-", 0).daemon().factory());

    private final int budgetKb;
    private final Semaphore left;

    @Autowired
    Decoding() {
        this((int) Math.min(Integer.MAX_VALUE, Runtime.getRuntime().maxMemory() / 6 / KB));
    }

    Decoding(int budgetKb) {
        this.budgetKb = budgetKb;
        this.left = new Semaphore(budgetKb, true);
    }

    /** What is done with an unpacked picture before it is let go. */
    @FunctionalInterface
    interface Use<T> {
        T of(BufferedImage picture) throws IOException;
    }

    /**
     * Unpacks the reader's first picture and uses it.
     *
     * @param side the fewest pixels that are needed of its longer side
     * @throws Refusal if it does not fit into memory at all, or not while others are looked at
     */
    <T> T use(ImageReader reader, int side, Use<T> use) throws IOException {
        int width = reader.getWidth(0);
        int height = reader.getHeight(0);
        int step = Math.max(1, Math.max(width, height) / Math.max(1, side));
        int kb = kilobytes(reader, width, height, step);
        if (kb > budgetKb) {
            throw new Refusal(
                    "That picture is %,d by %,d pixels, which takes too much memory to look at. Save it smaller."
                            .formatted(width, height));
        }
        ImageReadParam how = reader.getDefaultReadParam();
        how.setSourceSubsampling(step, step, 0, 0);
        take(kb);
        return done(UNPACKING.submit(() -> {
            try {
                return use.of(reader.read(0, how));
            } finally {
                left.release(kb);
            }
        }));
    }

    private static <T> T done(Future<T> unpacking) throws IOException {
        try {
            return unpacking.get();
        } catch (ExecutionException failed) {
            switch (failed.getCause()) {
                case IOException unread -> throw unread;
                case RuntimeException refused -> throw refused;
                default -> throw new IllegalStateException(failed.getCause());
            }
        } catch (InterruptedException e) {
            throw stopping();
        }
    }

    private static Refusal stopping() {
        Thread.currentThread().interrupt();
        return new Refusal("The program is stopping. Send the picture again later.");
    }

    /** What is unpacked, and as much again for what becomes of it. */
    private static int kilobytes(ImageReader reader, int width, int height, int step) throws IOException {
        // A reader that keeps no raw type, or is not one of the JDK's, may unpack the picture whole before it thins it
        // out.
        var raw = reader.getRawImageType(0);
        boolean thins = raw != null && reader.getClass().getName().startsWith("com.sun.");
        int perPixel = raw == null
                ? 8
                : Math.max(
                        4,
                        raw.getSampleModel().getNumDataElements()
                                * raw.getSampleModel().getSampleSize(0)
                                / 8);
        long by = thins ? step : 1;
        long pixels = (width / by + 1) * (height / by + 1);
        // The JDK's readers hold a row or a block of rows of the whole width besides.
        long rows = (long) width * perPixel * 16;
        return (int) Math.min(Integer.MAX_VALUE, (2 * pixels * perPixel + rows) / KB + 1);
    }

    private void take(int kb) {
        try {
            if (!left.tryAcquire(kb, SECONDS, TimeUnit.SECONDS)) {
                throw new Refusal("Too many pictures are being looked at just now. Send it again in a minute.");
            }
        } catch (InterruptedException e) {
            throw stopping();
        }
    }
}
