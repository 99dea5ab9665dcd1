package dev.wilyferret.app.forms;

import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.Optional;

/** A moment as a browser's field for date and time shows and sends it: local, to the minute. */
public final class TypedMoment {

    private static final DateTimeFormatter SHOWN = DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm");

    private TypedMoment() {}

    /** What stands in the field; empty for no moment. */
    public static String shown(Optional<Instant> moment, ZoneId zone) {
        return moment.map(at -> SHOWN.format(at.atZone(zone))).orElse("");
    }

    /**
     * The moment that was typed; empty if the field is.
     *
     * @throws Refusal if it is no moment
     */
    public static Optional<Instant> read(String typed, ZoneId zone) {
        if (typed.isBlank()) {
            return Optional.empty();
        }
        try {
            return Optional.of(LocalDateTime.parse(typed.strip()).atZone(zone).toInstant());
        } catch (DateTimeParseException e) {
            throw new Refusal(
                    "\"%s\" is not a moment. Write it as 2026-12-24T18:00.".formatted(PlainText.cut(typed, 30)));
        }
    }
}
