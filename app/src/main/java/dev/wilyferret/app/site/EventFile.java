package dev.wilyferret.app.site;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * One hour in a visitor's calendar as an iCalendar file (RFC 5545). By hand, since the library at hand folds lines by characters
 * and so tears letters beyond the basic plane apart.
 */
final class EventFile {

    private static final DateTimeFormatter MOMENT =
            DateTimeFormatter.ofPattern("uuuuMMdd'T'HHmmss'Z'").withZone(ZoneOffset.UTC);
    /** RFC 5545, 3.1, without the line break. */
    private static final int MOST_OCTETS = 75;

    private EventFile() {}

    /**
     * @param id names the event for good
     * @param title one line
     */
    static byte[] of(String id, String title, Instant begins, Instant now) {
        return Stream.of(
                        "BEGIN:VCALENDAR",
                        "VERSION:2.0",
                        "PRODID:-//Wily Ferret//EN",
                        "BEGIN:VEVENT",
                        "UID:" + id,
                        "DTSTAMP:" + MOMENT.format(now),
                        "DTSTART:" + MOMENT.format(begins),
                        "DTEND:" + MOMENT.format(begins.plus(Duration.ofHours(1))),
                        "SUMMARY:" + title.replaceAll("([\\\\;,])", "\\\\$1"),
                        "END:VEVENT",
                        "END:VCALENDAR")
                .map(line -> folded(line) + "\r\n")
                .collect(Collectors.joining())
                .getBytes(StandardCharsets.UTF_8);
    }

    private static String folded(String line) {
        StringBuilder folded = new StringBuilder();
        int octets = 0;
        for (int point : line.codePoints().toArray()) {
            String letter = Character.toString(point);
            int more = letter.getBytes(StandardCharsets.UTF_8).length;
            if (octets + more > MOST_OCTETS) {
                folded.append("\r\n ");
                octets = 1;
            }
            folded.append(letter);
            octets += more;
        }
        return folded.toString();
    }
}
