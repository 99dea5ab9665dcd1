package dev.wilyferret.core.visit;

import dev.wilyferret.core.address.Query;
import java.text.Normalizer;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * What of an address is kept with a visit: what tells where it came from, not who it is. Parameters that by their name carry a
 * pass, a name, a number or an address of a person are left out, and so is whatever holds an @ once it is decoded, also in a
 * referrer's path. A name that stands under a word of its own is not seen.
 */
final class Kept {

    /** What was left out of a path. */
    private static final String LEFT_OUT = "-";

    /** Names of parameters, by their letters alone. */
    private static final Set<String> PERSONAL = Set.of(
            "d", "wfvisit", "wfover", "name", "order", "password", "passwort", "token", "mail", "tel", "cell", "handy");

    /** What the name of a parameter ends with that carries something of a person, in the languages forms are written in here. */
    private static final List<String> ENDINGS = List.of(
            "email",
            "emailaddress",
            "mailaddress",
            "mailadresse",
            "phone",
            "phonenumber",
            "telephone",
            "telefon",
            "telefono",
            "telefoon",
            "mobile",
            "mobilenumber",
            "mobil",
            "whatsapp",
            "fname",
            "lname",
            "firstname",
            "lastname",
            "fullname",
            "surname",
            "forename",
            "givenname",
            "familyname",
            "middlename",
            "nickname",
            "username",
            "yourname",
            "customername",
            "buyername",
            "contactname",
            "billingname",
            "vorname",
            "nachname",
            "prenom",
            "nombre",
            "apellido",
            "apellidos",
            "voornaam",
            "achternaam");

    private static final Pattern NO_LETTER = Pattern.compile("\\P{L}+");

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
        String named = path(user < 0 || host < 2 ? place : place.substring(0, host) + place.substring(user + 1));
        String kept = asks < 0 ? "" : query(whole.substring(asks + 1));
        return kept.isEmpty() ? named : named + "?" + kept;
    }

    private static String path(String place) {
        return Arrays.stream(place.split("/", -1))
                .map(part -> Query.decodedThroughout(part).indexOf('@') >= 0 ? LEFT_OUT : part)
                .collect(Collectors.joining("/"));
    }

    private static boolean personal(String part) {
        String plain = Query.decodedThroughout(part);
        String spelled = Normalizer.normalize(plain.split("=", 2)[0], Normalizer.Form.NFD);
        String name = NO_LETTER.matcher(spelled).replaceAll("").toLowerCase(Locale.ROOT);
        return plain.indexOf('@') >= 0
                || PERSONAL.contains(name)
                || ENDINGS.stream().anyMatch(name::endsWith);
    }
}
