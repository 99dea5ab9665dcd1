package dev.wilyferret.app.links;

import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.SourceId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.text.PlainText;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;

/**
 * What one notes about a link.
 *
 * @param source whose tokens its address takes along
 * @param note for its owner
 * @param adWords what the ad says, for its owner
 */
public record LinkDetails(
        Destination to, Tags tags, Optional<SourceId> source, String note, String adWords, Optional<Ending> ending) {

    /**
     * When a link ends.
     *
     * @param at the moment from which on it has ended
     * @param clicks after how many clicks that a seller would bill for, at least 1
     * @param then where it leads from then on; empty for nowhere
     */
    public record Ending(Optional<Instant> at, OptionalInt clicks, Optional<Destination> then) {}

    public LinkDetails {
        note = PlainText.lines("note", note, 1000);
        adWords = PlainText.lines("ad's words", adWords, 1000);
    }

    /** All that visitors may be led to: from the beginning, and once it has ended. */
    public Stream<Destination> destinations() {
        return Stream.concat(Stream.of(to), ending.stream().flatMap(one -> one.then().stream()));
    }

    public static LinkDetails of(Destination to, Tags tags) {
        return new LinkDetails(to, tags, Optional.empty(), "", "", Optional.empty());
    }
}
