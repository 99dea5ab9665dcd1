package dev.wilyferret.core.offer;

import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * What is known of a network from the offers that were noted of it, so that the next one takes a paste and a name.
 *
 * @param hosts of its links
 * @param fills what fills each place of its links, by the place's name in lower case
 * @param limit what it takes in a sub ID
 */
public record NetworkMemory(String network, Set<String> hosts, Map<String, SubIdFill> fills, SlotLimit limit) {

    /** @param links the latest first; of two that fill a place differently, the latest counts */
    public static NetworkMemory of(String network, SlotLimit limit, List<AffiliateLink> links) {
        Set<String> hosts = new HashSet<>();
        Map<String, SubIdFill> fills = new LinkedHashMap<>();
        for (AffiliateLink link : links) {
            hosts.add(PastedLink.hostOf(link.template()));
            link.fills().forEach((place, fill) -> {
                if (!(fill instanceof SubIdFill.Nothing)) {
                    fills.putIfAbsent(place.toLowerCase(Locale.ROOT), fill);
                }
            });
        }
        return new NetworkMemory(network, hosts, Collections.unmodifiableMap(fills), limit);
    }

    /** Whether a link is of this network, by its host. */
    public boolean knows(PastedLink link) {
        return hosts.contains(link.host());
    }

    /** The name of the sub ID that carries the click id; empty if none does. */
    public String clickIdPlace() {
        return fills.entrySet().stream()
                .filter(one -> one.getValue() instanceof SubIdFill.ClickId)
                .map(Map.Entry::getKey)
                .findFirst()
                .orElse("");
    }

    /** The link with its places filled as in the network's other links; the click id goes into one place only. */
    public PastedLink remembering(PastedLink pasted) {
        Map<String, SubIdFill> proposed = new LinkedHashMap<>(pasted.proposed());
        boolean knowsClickId = pasted.proposed().keySet().stream()
                .anyMatch(place -> fills.get(place.toLowerCase(Locale.ROOT)) instanceof SubIdFill.ClickId);
        proposed.replaceAll((place, fill) -> {
            SubIdFill known = fills.get(place.toLowerCase(Locale.ROOT));
            if (known != null) {
                return known;
            }
            return knowsClickId && fill instanceof SubIdFill.ClickId ? new SubIdFill.Nothing() : fill;
        });
        return new PastedLink(pasted.template(), pasted.parts(), Collections.unmodifiableMap(proposed));
    }
}
