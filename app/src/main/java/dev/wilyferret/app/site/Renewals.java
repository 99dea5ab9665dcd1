package dev.wilyferret.app.site;

import dev.wilyferret.app.mail.Delivery;
import dev.wilyferret.core.id.BonusId;
import dev.wilyferret.core.id.WorkspaceId;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/**
 * Asked-for fresh links, one after the other, behind answers that are out already. The queue is in memory: whoever gets no
 * mail can ask once more, and no stranger's address is kept.
 */
@Component
class Renewals implements SmartLifecycle {

    private static final Logger LOG = LoggerFactory.getLogger(Renewals.class);
    private static final int MOST = 1000;
    private static final int LONGEST_ADDRESS = 300;

    private record Asked(WorkspaceId workspace, BonusId bonus, String typed) {}

    private final BlockingQueue<Asked> waiting = new ArrayBlockingQueue<>(MOST);
    private final Delivery delivery;
    private volatile boolean running;

    Renewals(Delivery delivery) {
        this.delivery = delivery;
    }

    /** Takes a wish; one that does not fit is as good as never asked. */
    void ask(WorkspaceId workspace, BonusId bonus, String typed) {
        if (typed.length() <= LONGEST_ADDRESS && !waiting.offer(new Asked(workspace, bonus, typed))) {
            LOG.warn("More than {} fresh links are asked for; some are not sent", MOST);
        }
    }

    private void work() {
        while (running || !waiting.isEmpty()) {
            try {
                Asked next = waiting.poll(200, TimeUnit.MILLISECONDS);
                if (next != null) {
                    delivery.renew(next.workspace, next.bonus, next.typed);
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            } catch (RuntimeException e) {
                LOG.warn("A fresh link could not be sent: {}", e.getClass().getSimpleName());
            }
        }
    }

    @Override
    public void start() {
        running = true;
        Thread.ofVirtual().name("renewals").start(this::work);
    }

    @Override
    public void stop() {
        running = false;
    }

    @Override
    public boolean isRunning() {
        return running;
    }
}
