package dev.wilyferret.core.visit;

import java.util.Locale;
import java.util.Set;

/** Countries by their two letters, as in ISO 3166-1; and Kosovo, which has none there and is XK wherever networks are told apart. */
public final class Country {

    private static final String KOSOVO = "XK";
    private static final Set<String> ISO = Set.of(Locale.getISOCountries());

    private Country() {}

    /** @param code in capital letters */
    public static boolean isKnown(String code) {
        return ISO.contains(code) || code.equals(KOSOVO);
    }

    /** As "Austria". */
    public static String name(String code) {
        return Locale.of("", code).getDisplayCountry(Locale.ENGLISH);
    }
}
