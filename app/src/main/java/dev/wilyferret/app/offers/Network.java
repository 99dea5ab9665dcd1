package dev.wilyferret.app.offers;

import dev.wilyferret.core.id.NetworkId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.SiteRoute;
import dev.wilyferret.core.money.NumberStyle;
import dev.wilyferret.core.offer.SlotLimit;
import java.util.Optional;

/**
 * An affiliate network.
 *
 * @param postbackKey its own part of the postback address
 * @param secret what its postbacks must carry; empty while the key file is missing, and then none is taken
 * @param numbers how it writes them; empty where its owner has not said
 * @param limit what it takes in a sub ID
 */
public record Network(
        NetworkId id,
        WorkspaceId workspace,
        String name,
        String postbackKey,
        String secret,
        Optional<NumberStyle> numbers,
        SlotLimit limit) {

    /** The path and query to give to the network, with the usual names in braces for it to fill. */
    public String postbackPath() {
        return SiteRoute.POSTBACK.path(postbackKey) + "?secret=" + secret
                + "&click_id={click_id}&order_id={order_id}&commission={commission}&order_value={order_value}";
    }
}
