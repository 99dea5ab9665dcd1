package dev.wilyferret.app.offers;

import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.offer.Closing;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Optional;

/**
 * Somebody else's product that one is paid to promote.
 *
 * @param fullOn the network's day on which its cap was reached last; empty where none was since
 * @param failing since when its address does not answer; empty while it does, or nobody looks
 */
public record Offer(
        OfferId id,
        WorkspaceId workspace,
        Network network,
        OfferDetails details,
        Optional<LocalDate> fullOn,
        Optional<Closing.Failing> failing) {

    public String name() {
        return details.name();
    }

    /** The day it is for its network. */
    public LocalDate day(Instant now) {
        return LocalDate.ofInstant(now, network.zone());
    }

    /** When that day began. */
    public Instant dayBegan(Instant now) {
        return day(now).atStartOfDay(network.zone()).toInstant();
    }

    /** Why it takes no visitors of a rotation; empty while it does. */
    public Optional<Closing> closing() {
        return failing.<Closing>map(one -> one).or(() -> fullOn.map(Closing.Full::new));
    }
}
