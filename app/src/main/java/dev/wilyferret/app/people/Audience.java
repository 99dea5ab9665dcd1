package dev.wilyferret.app.people;

import dev.wilyferret.core.people.Standing;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/**
 * The people of a list that are meant; what is empty does not narrow them.
 *
 * @param text a part of the address or the name
 * @param from joined at this moment or later
 * @param until joined before this moment
 */
public record Audience(
        Optional<Standing> standing,
        String text,
        String tag,
        String source,
        Optional<UUID> page,
        Optional<Instant> from,
        Optional<Instant> until) {

    public static final Audience EVERYBODY =
            new Audience(Optional.empty(), "", "", "", Optional.empty(), Optional.empty(), Optional.empty());

    public Audience standing(Standing only) {
        return new Audience(Optional.of(only), text, tag, source, page, from, until);
    }
}
