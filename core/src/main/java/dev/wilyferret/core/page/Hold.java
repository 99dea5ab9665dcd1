package dev.wilyferret.core.page;

import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;

/** The longest a redirect page keeps a visitor, 0 to 5,000 ms; it sends them on sooner once every pixel has answered. */
public record Hold(int millis) {

    public static final int MOST = 5000;
    public static final Hold DEFAULT = new Hold(1000);

    public Hold {
        if (millis < 0 || millis > MOST) {
            throw new Refusal("The redirect page can stay 0 to %,d ms, not %,d. 1,000 ms is a good start."
                    .formatted(MOST, millis));
        }
    }

    /** @throws Refusal if it is not a whole number of milliseconds in range */
    public static Hold parse(String typed) {
        String text = typed.strip();
        if (!text.matches("-?\\d{1,9}")) {
            throw new Refusal("\"%s\" is not a time. Write whole milliseconds from 0 to %,d, for example 1000."
                    .formatted(PlainText.cut(text, 20), MOST));
        }
        return new Hold(Integer.parseInt(text));
    }

    /** Whole seconds for a page without script: at most one, since browsers forget a page left that fast, and Back stays free. */
    public int secondsWithoutScript() {
        return Math.min(1, (millis + 999) / 1000);
    }
}
