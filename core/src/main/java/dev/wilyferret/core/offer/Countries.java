package dev.wilyferret.core.offer;

import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.visit.Country;
import java.util.Arrays;
import java.util.Locale;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * The countries an offer takes, as ISO 3166-1 alpha-2 codes.
 *
 * @param codes empty means every country
 */
public record Countries(SortedSet<String> codes) {

    public Countries {
        codes = java.util.Collections.unmodifiableSortedSet(new TreeSet<>(codes));
    }

    /**
     * Reads codes separated by commas or blanks, in either case.
     *
     * @throws Refusal naming the first part that is no country
     */
    public static Countries parse(String typed) {
        SortedSet<String> codes = Arrays.stream(typed.strip().split("[\\s,;]+"))
                .filter(part -> !part.isEmpty())
                .map(part -> part.toUpperCase(Locale.ROOT))
                .collect(Collectors.toCollection(TreeSet::new));
        for (String code : codes) {
            if (!Country.isKnown(code)) {
                String shown = PlainText.cut(code, 20);
                throw new Refusal(
                        "\"%s\" is not a country code. Use two letters each, for example DE, AT, CH; leave it empty for every country."
                                .formatted(shown));
            }
        }
        return new Countries(codes);
    }

    @Override
    public String toString() {
        return String.join(", ", codes);
    }
}
