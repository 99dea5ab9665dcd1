package dev.wilyferret.app.offers;

import dev.wilyferret.core.id.NetworkId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.SiteRoute;
import dev.wilyferret.core.money.NumberStyle;
import dev.wilyferret.core.offer.SlotLimit;
import dev.wilyferret.core.sale.PostbackForm;
import dev.wilyferret.core.sale.PostbackPart;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * An affiliate network.
 *
 * @param postbackKey its own part of the postback address
 * @param secret what its postbacks must carry; empty while the key file is missing, and then none is taken
 * @param numbers how it writes them; empty where its owner has not said
 * @param limit what it takes in a sub ID
 * @param form how it writes its postbacks
 * @param zone in which its days begin
 */
public record Network(
        NetworkId id,
        WorkspaceId workspace,
        String name,
        String postbackKey,
        String secret,
        Optional<NumberStyle> numbers,
        SlotLimit limit,
        PostbackForm form,
        ZoneId zone) {

    /** What every network can say, in the order of the address it is given. */
    private static final List<PostbackPart> ASKED = List.of(
            PostbackPart.CLICK,
            PostbackPart.ORDER,
            PostbackPart.COMMISSION,
            PostbackPart.ORDER_VALUE,
            PostbackPart.STATUS);

    /** The path and query to give to the network, with the usual names in braces for it to fill; the status may stay unfilled. */
    public String postbackPath() {
        String asked = ASKED.stream()
                .filter(part -> part != PostbackPart.STATUS || form.names().containsKey(part))
                .map(part -> form.name(part) + "={" + part.usual() + "}")
                .collect(Collectors.joining("&"));
        String path = SiteRoute.POSTBACK.path(postbackKey) + "?";
        return form.signed() ? path + asked + "&signature={signature}" : path + "secret=" + secret + "&" + asked;
    }
}
