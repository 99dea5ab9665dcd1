package dev.wilyferret.app.people;

import dev.wilyferret.core.figures.Visit;
import dev.wilyferret.core.id.SubscriberId;
import dev.wilyferret.core.id.WorkspaceId;
import java.util.Collection;
import java.util.List;
import java.util.Map;

/** A room that knows of something people on the lists did: came back by a mail, fetched what was given away. */
public interface Doings {

    /** Somebody did such a thing; told in the transaction that notes it. */
    record Noted(WorkspaceId workspace, SubscriberId subscriber) {}

    /** What some people did, by person. */
    Map<SubscriberId, List<Visit.Did>> of(WorkspaceId workspace, Collection<SubscriberId> people);
}
