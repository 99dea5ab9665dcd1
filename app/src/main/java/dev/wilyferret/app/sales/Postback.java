package dev.wilyferret.app.sales;

import dev.wilyferret.core.id.NetworkId;
import java.time.Instant;
import java.util.UUID;

/**
 * A network's message that something was sold.
 *
 * @param note why it had that outcome, as a sentence
 */
public record Postback(UUID id, NetworkId network, Instant receivedAt, Arrived arrived, Outcome outcome, String note) {

    /**
     * What it said, as it said it, each part cut to 200 characters and freed of control characters.
     *
     * @param status empty if it named none: then the sale is approved
     */
    public record Arrived(String click, String order, String commission, String orderValue, String status) {
        public Arrived {
            click = bounded(click);
            order = bounded(order);
            commission = bounded(commission);
            orderValue = bounded(orderValue);
            status = bounded(status);
        }

        private static String bounded(String text) {
            String clean = text.strip().replaceAll("\\p{C}", "");
            return clean.substring(0, Math.min(clean.length(), 200));
        }
    }

    /** What became of a postback. None is ever dropped. */
    public enum Outcome {
        /** A sale was recorded. */
        SALE,
        /** The sale of its order stands otherwise than before. */
        CHANGED,
        /** It said what was said before. */
        REPEATED,
        /** What it says cannot follow on how the sale stands. */
        OUT_OF_TURN,
        /** No click has the id it carries, or no sale its order. */
        UNMATCHED,
        /** A part of it cannot be read. */
        UNREADABLE;

        /** Whether somebody should look at it. */
        boolean odd() {
            return this == UNMATCHED || this == UNREADABLE || this == OUT_OF_TURN;
        }
    }
}
