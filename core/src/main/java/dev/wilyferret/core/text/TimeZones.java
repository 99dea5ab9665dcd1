package dev.wilyferret.core.text;

import java.time.DateTimeException;
import java.time.ZoneId;

/** Time zones as people write them. */
public final class TimeZones {

    private TimeZones() {}

    /** @throws Refusal if none has that name */
    public static ZoneId read(String typed) {
        try {
            return ZoneId.of(typed.strip());
        } catch (DateTimeException e) {
            throw new Refusal("That is not a time zone. Use a name such as Europe/Vienna or UTC.");
        }
    }
}
