package dev.wilyferret.core.pixel;

import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What a pixel tells the ad platform.
 *
 * @param own the word for a step of one's own; empty for the others
 */
public record PixelEvent(Kind kind, String own) {

    public enum Kind {
        /** Somebody landed. */
        PAGE_VIEW("page view"),
        /** Somebody went on towards the offer, or left an address. */
        LEAD("lead"),
        /** A network reported that somebody bought; told by the program alone, since no browser is there to ask. */
        SALE("sale"),
        /** Somebody began to buy. */
        CHECKOUT("checkout"),
        /** A step of one's own, under one's own word. */
        OWN("own");

        private final String words;

        Kind(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    public static final PixelEvent PAGE_VIEW = new PixelEvent(Kind.PAGE_VIEW, "");
    public static final PixelEvent LEAD = new PixelEvent(Kind.LEAD, "");
    public static final PixelEvent SALE = new PixelEvent(Kind.SALE, "");
    public static final PixelEvent CHECKOUT = new PixelEvent(Kind.CHECKOUT, "");

    /** @throws Refusal if a step of one's own has no word, or a usual one has */
    public PixelEvent {
        if (kind == Kind.OWN) {
            own = PlainText.line("event's own word", own, 60);
        } else if (!own.isEmpty()) {
            throw new Refusal("Only a step of your own has a word of its own.");
        }
    }

    /** @throws Refusal if the word is none, or would break an ad platform's code */
    public static PixelEvent own(String word) {
        PixelSnippet.refuseWhatEndsWords("event's own word", word);
        return new PixelEvent(Kind.OWN, word);
    }

    /** As it is kept and chosen; {@link #read} reads it. */
    public String text() {
        return kind == Kind.OWN ? "OWN " + own : kind.name();
    }

    public String words() {
        return kind == Kind.OWN ? own : kind.words();
    }

    /** @throws Refusal if nothing writes itself so */
    public static PixelEvent read(String text) {
        return text.startsWith("OWN ")
                ? new PixelEvent(Kind.OWN, text.substring(4))
                : kind(text)
                        .filter(kind -> kind != Kind.OWN)
                        .map(kind -> new PixelEvent(kind, ""))
                        .orElseThrow(() -> new Refusal("“%s” is no event.".formatted(PlainText.cut(text, 30))));
    }

    private static Optional<Kind> kind(String name) {
        return Stream.of(Kind.values()).filter(kind -> kind.name().equals(name)).findFirst();
    }
}
