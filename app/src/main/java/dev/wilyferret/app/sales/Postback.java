package dev.wilyferret.app.sales;

import dev.wilyferret.core.id.NetworkId;
import dev.wilyferret.core.sale.PostbackPart;
import java.time.Instant;
import java.util.Collections;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.Map;
import java.util.Set;
import java.util.UUID;

/**
 * A network's message that something was sold.
 *
 * @param note why it had that outcome, as a sentence
 */
public record Postback(UUID id, NetworkId network, Instant receivedAt, Arrived arrived, Outcome outcome, String note) {

    private static final int MOST_SAID = 200;
    /** More than arrives at most (a line of the request and a body), so that nothing is read again from less than arrived. */
    private static final int MOST_SENT = 40_000;

    /**
     * What it said, as it said it, each part cut to 200 characters and freed of control characters.
     *
     * @param said part by part
     * @param sent all of it as it was sent, without the secret, cut to 4,000 characters; empty of what came before that was kept
     */
    public record Arrived(Map<PostbackPart, String> said, String sent) {

        public Arrived {
            Map<PostbackPart, String> kept = new EnumMap<>(PostbackPart.class);
            said.forEach((part, text) -> kept.put(part, bounded(text, MOST_SAID)));
            kept.values().removeIf(String::isEmpty);
            said = Collections.unmodifiableMap(kept);
            sent = bounded(sent, MOST_SENT);
        }

        private static String bounded(String text, int most) {
            return text.strip()
                    .replaceAll("\\p{C}", "")
                    .codePoints()
                    .limit(most)
                    .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                    .toString();
        }

        /** Empty if it did not say that. */
        public String part(PostbackPart part) {
            return said.getOrDefault(part, "");
        }

        public String click() {
            return part(PostbackPart.CLICK);
        }

        public String order() {
            return part(PostbackPart.ORDER);
        }

        public String commission() {
            return part(PostbackPart.COMMISSION);
        }

        /** Empty if it named none: then the sale is approved. */
        public String status() {
            return part(PostbackPart.STATUS);
        }

        Arrived with(PostbackPart part, String text) {
            Map<PostbackPart, String> other = new EnumMap<>(PostbackPart.class);
            other.putAll(said);
            other.put(part, text);
            return new Arrived(other, sent);
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

        /** Those that somebody should look at. */
        static final Set<Outcome> ODD = EnumSet.of(UNMATCHED, UNREADABLE, OUT_OF_TURN);

        boolean odd() {
            return ODD.contains(this);
        }
    }
}
