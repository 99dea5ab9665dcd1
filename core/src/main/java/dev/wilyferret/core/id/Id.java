package dev.wilyferret.core.id;

import java.io.Serializable;
import java.util.Collection;
import java.util.List;
import java.util.UUID;

/** What names one thing for good; of a type for each kind of thing, so that none is taken for another. */
public interface Id extends Serializable {

    UUID value();

    /** As they are stored. */
    static List<UUID> values(Collection<? extends Id> ids) {
        return ids.stream().map(Id::value).toList();
    }
}
