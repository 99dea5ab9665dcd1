package dev.wilyferret.core.visit;

import dev.wilyferret.core.address.Query;
import java.util.Arrays;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What of an address is kept with a visit: what tells where it came from, not who it is. Parameters that carry a pass, a name
 * or an address of a person are left out, and so is every value that reads like a mail address.
 */
final class Kept {

    private static final Set<String> PERSONAL = Set.of(
            "d",
            "wf_visit",
            "wf_over",
            "name",
            "first_name",
            "firstname",
            "fname",
            "last_name",
            "lastname",
            "lname",
            "email",
            "e-mail",
            "mail",
            "phone",
            "tel",
            "telephone",
            "order",
            "password",
            "token");

    private Kept() {}

    /** @param query without its question mark */
    static String query(String query) {
        if (query.isEmpty()) {
            return "";
        }
        return Arrays.stream(query.split("&"))
                .filter(part -> !part.isEmpty() && !personal(part))
                .collect(Collectors.joining("&"));
    }

    /** An address with its query cleaned; without a fragment and without a user name. */
    static String address(String address) {
        if (address.isEmpty()) {
            return "";
        }
        String whole = address.split("#", 2)[0];
        int asks = whole.indexOf('?');
        String place = asks < 0 ? whole : whole.substring(0, asks);
        int host = place.indexOf("//") + 2;
        int path = place.indexOf('/', host);
        String before = path < 0 ? place : place.substring(0, path);
        int user = before.lastIndexOf('@');
        String named = user < 0 || host < 2 ? place : place.substring(0, host) + place.substring(user + 1);
        String kept = asks < 0 ? "" : query(whole.substring(asks + 1));
        return kept.isEmpty() ? named : named + "?" + kept;
    }

    private static boolean personal(String part) {
        String plain = Query.decoded(part);
        String name = plain.split("=", 2)[0].strip().toLowerCase(Locale.ROOT);
        return PERSONAL.contains(name) || plain.indexOf('@') >= 0;
    }
}
