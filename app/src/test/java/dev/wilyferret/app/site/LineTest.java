package dev.wilyferret.app.site;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.storage.Lane;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** The line of those who need the database, with a database that has no time for anybody. */
class LineTest {

    private static final int LONGEST = 1000;

    private final Line line = new Line();

    private static String said(Future<String> waiting) throws InterruptedException {
        try {
            return waiting.get();
        } catch (ExecutionException refused) {
            return refused.getCause().getMessage();
        }
    }

    private static String once(CountDownLatch over) {
        try {
            over.await();
            return "served";
        } catch (InterruptedException ended) {
            throw new IllegalStateException(ended);
        }
    }

    @Test
    void aThousandWaitForTenSecondsAndNobodyBeyondThem() throws Exception {
        CountDownLatch over = new CountDownLatch(1);
        AtomicInteger served = new AtomicInteger();
        ExecutorService visitors = Executors.newVirtualThreadPerTaskExecutor();
        try {
            List<Future<String>> slow = IntStream.range(0, Lane.PUBLIC.connections())
                    .mapToObj(one -> visitors.submit(() -> line.in(() -> {
                        served.incrementAndGet();
                        return once(over);
                    })))
                    .toList();
            await().until(() -> served.get() == Lane.PUBLIC.connections());
            List<Future<String>> waiting = IntStream.range(0, LONGEST)
                    .mapToObj(one -> visitors.submit(() -> line.in(() -> "served")))
                    .toList();
            // Whoever still finds a place takes it, and the next one is asked.
            List<Future<String>> beyond = new ArrayList<>();
            await().until(() -> {
                beyond.add(visitors.submit(() -> line.in(() -> "served")));
                return beyond.stream().anyMatch(Future::isDone);
            });
            assertThat(said(beyond.stream().filter(Future::isDone).findFirst().orElseThrow()))
                    .isEqualTo("1,000 requests wait for the database already");
            for (Future<String> one : waiting) {
                assertThat(said(one)).isEqualTo("The database had no time for this within 10 s");
            }
            over.countDown();
            for (Future<String> one : slow) {
                assertThat(said(one)).isEqualTo("served");
            }
        } finally {
            over.countDown();
            visitors.shutdownNow();
        }
        assertThat(line.in(() -> "served")).isEqualTo("served");
    }
}
