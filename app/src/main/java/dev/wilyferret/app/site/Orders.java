package dev.wilyferret.app.site;

import dev.wilyferret.app.intake.Buckets;
import dev.wilyferret.app.sales.Claims;
import dev.wilyferret.app.sales.Sale;
import dev.wilyferret.app.sales.Sales;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.people.EmailAddress;
import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Order numbers that buyers claim with. Wrong ones are few from one network; a try is counted before the number is looked up,
 * and given back if it was right.
 */
@Component
class Orders {

    private static final int MOST_WRONG = 10;

    private final Sales sales;
    private final Claims claims;
    private final Buckets<String> tries;

    Orders(Sales sales, Claims claims, Clock clock) {
        this.sales = sales;
        this.claims = claims;
        this.tries = new Buckets<>(MOST_WRONG, Duration.ofHours(1), clock);
    }

    /**
     * Claims an order for an address, or says why not; the words are the same for a number nobody reported, for one that
     * somebody else has claimed, and for one that was refunded.
     *
     * @param network whoever asks; empty where that is not known
     */
    Optional<String> refusal(WorkspaceId workspace, String order, EmailAddress by, String network) {
        if (!network.isEmpty() && !tries.take(network)) {
            return Optional.of(
                    "Too many order numbers from your network were not right. Wait an hour, then try again, or write to us.");
        }
        boolean right = sales.ofOrder(workspace, order).stream().anyMatch(Sale::stands)
                && claims.claim(workspace, order, by.key());
        if (right && !network.isEmpty()) {
            tries.giveBack(network);
        }
        return right
                ? Optional.empty()
                : Optional.of(
                        "No order with this number has been reported to us yet, or it was claimed with another address, or refunded. Check it for a typing slip; a fresh order can take a day.");
    }
}
