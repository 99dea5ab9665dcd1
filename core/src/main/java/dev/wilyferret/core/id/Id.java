package dev.wilyferret.core.id;

import java.io.Serializable;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.regex.Pattern;

/** What names one thing for good; of a type for each kind of thing, so that none is taken for another. */
public interface Id extends Serializable {

    Pattern WRITTEN = Pattern.compile("[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}");

    UUID value();

    /** Reads an id of a kind of thing as it writes itself; empty if the text is not one. */
    static <I extends Id> Optional<I> parse(String text, Function<UUID, I> type) {
        return WRITTEN.matcher(text).matches() ? Optional.of(type.apply(UUID.fromString(text))) : Optional.empty();
    }

    /** As they are stored. */
    static List<UUID> values(Collection<? extends Id> ids) {
        return ids.stream().map(Id::value).toList();
    }

    /** As they write themselves. */
    static String[] texts(Collection<? extends Id> ids) {
        return ids.stream().map(Id::toString).toArray(String[]::new);
    }
}
