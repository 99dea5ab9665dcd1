package dev.wilyferret.core.pixel;

import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.text.Refusal;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * How a program tells an ad platform of an event: an address that is asked, or to which JSON is sent. Both are templates with the
 * variables {@code id} (the pixel id), {@code event}, {@code eid} (the event's id, the same that a browser tells), {@code page}
 * (the page's address; not of a sale), {@code time} (whole seconds since 1970, UTC), {@code value} and {@code currency} (of a
 * sale: the commission), {@code click} (the click id) and {@code token} (the access token). Any other name is what the visitor
 * arrived with under it, such as the platform's own click id.
 *
 * @param body empty for an address that is only asked
 */
public record ServerCall(UriTemplate address, JsonTemplate body) {

    /** The names that are not taken from what the visitor arrived with. */
    public static final Set<String> OWN =
            Set.of("id", "event", "eid", "page", "time", "value", "currency", "click", "token");

    /** @throws Refusal if neither says which event happened, or under which id */
    public ServerCall {
        Set<String> all = variables(address, body);
        for (String needed : new String[] {"event", "eid"}) {
            if (!all.contains(needed)) {
                throw new Refusal(
                        "Neither the server's address nor what is sent to it has a place for {%s}. Put it where the platform expects it."
                                .formatted(needed));
            }
        }
    }

    private static Set<String> variables(UriTemplate address, JsonTemplate body) {
        Set<String> all = new TreeSet<>(address.variables());
        all.addAll(body.variables());
        return all;
    }

    /** Whether something of what the visitor arrived with is needed. */
    public boolean asksForArrival() {
        return !OWN.containsAll(variables(address, body));
    }

    public boolean needsToken() {
        return variables(address, body).contains("token");
    }

    public String address(Map<String, String> values) {
        return address.address(values);
    }
}
