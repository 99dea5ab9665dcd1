package dev.wilyferret.core.visit;

import dev.wilyferret.core.address.Query;
import java.text.Normalizer;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
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
        if (plain.indexOf('@') >= 0) {
            return true;
        }
        int is = plain.indexOf('=');
        String name = letters(is < 0 ? plain : plain.substring(0, is));
        // A loop, since every click comes by here.
        for (String ending : ENDINGS) {
            if (name.endsWith(ending)) {
                return true;
            }
        }
        return PERSONAL.contains(name);
    }

    /** The letters of a name alone, small and without their marks. */
    private static String letters(String name) {
        StringBuilder letters = new StringBuilder(name.length());
        Normalizer.normalize(name, Normalizer.Form.NFD)
                .codePoints()
                .filter(Character::isLetter)
                .map(Character::toLowerCase)
                .forEach(letters::appendCodePoint);
        return letters.toString();
    }
}
