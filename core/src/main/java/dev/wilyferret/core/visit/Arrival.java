package dev.wilyferret.core.visit;

import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.VisitorId;
import java.util.Optional;

/**
 * All that is known of a request when it comes in. Built once by the site, kept whole with the click, and the only thing that a
 * verdict looks at. What is not known is a value of its own (empty, {@link Device#UNKNOWN}) and speaks against nobody. Its moment
 * is that of the click, inside whose id it stands.
 *
 * @param visitor who the browser is known as; new with this request if it was not
 * @param link the tracking link it asked for; empty if a page was reached without one
 * @param tags of that link, as they are at this moment
 * @param parameters passed along in the query
 * @param own whether the browser is one of the workspace's own
 */
public record Arrival(
        VisitorId visitor,
        Optional<LinkId> link,
        Optional<Tags> tags,
        Parameters parameters,
        boolean own,
        Place place,
        Device device,
        Headers headers) {

    /**
     * Where a request comes from.
     *
     * @param address the network address in digits; empty once it was cut
     * @param network the first 24 bits of an IPv4 address, the first 48 of IPv6 (RFC 6177), as a prefix; empty if not known
     * @param country as in ISO 3166-1, two capital letters; empty if not known
     */
    public record Place(String address, String network, String country) {

        public static final Place UNKNOWN = new Place("", "", "");

        public Place {
            address = Bounded.cut(address, 64);
        }
    }

    /** On a link, or without one; the kind of device is read from the headers. */
    public static Arrival of(
            VisitorId visitor,
            Optional<LinkId> link,
            Optional<Tags> tags,
            Parameters parameters,
            boolean own,
            Place place,
            Headers headers) {
        return new Arrival(visitor, link, tags, parameters, own, place, Device.of(headers), headers);
    }
}
