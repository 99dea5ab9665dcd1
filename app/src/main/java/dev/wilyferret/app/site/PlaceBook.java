package dev.wilyferret.app.site;

import com.maxmind.db.CHMCache;
import com.maxmind.db.Reader;
import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.core.text.Fault;
import dev.wilyferret.core.visit.Country;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/**
 * Tells where a network address is: the country from a table that ships with the program, the city from one the operator
 * has put in.
 */
@Component
class PlaceBook {

    private static final Logger LOG = LoggerFactory.getLogger(PlaceBook.class);

    private static final Pattern NUMERIC = Pattern.compile("[0-9a-fA-F:.]+");
    private static final Pattern CODE = Pattern.compile("[A-Z]{2}");

    private final Reader countries;
    private final Optional<Reader> cities;

    PlaceBook(Installation installation) {
        try (InputStream in = new ClassPathResource("countries/geo-whois-asn-country.mmdb").getInputStream()) {
            countries = new Reader(in, new CHMCache());
        } catch (IOException e) {
            throw new UncheckedIOException("The table of countries is part of the program", e);
        }
        cities = installation.cityTable().isBlank()
                ? Optional.empty()
                : Optional.of(opened(Path.of(installation.cityTable())));
    }

    private static Reader opened(Path table) {
        try {
            return new Reader(table.toFile(), new CHMCache());
        } catch (IOException e) {
            throw new UncheckedIOException(
                    "The table of cities (FERRET_CITY_TABLE) cannot be read as an MMDB file: " + table, e);
        }
    }

    /** The country as in ISO 3166-1, two capital letters, or the empty string where it is not known. */
    String countryCode(String address) {
        return found(countries, address).get("country_code") instanceof String code
                        && CODE.matcher(code).matches()
                ? code
                : "";
    }

    /** The country's English name, or the empty string where it is not known. */
    String country(String address) {
        String code = countryCode(address);
        return code.isEmpty() ? "" : Country.name(code);
    }

    /** The city's name, or the empty string where it is not known. */
    String city(String address) {
        return cities.map(table -> cityIn(found(table, address))).orElse("");
    }

    /** Tables give the city as a word, or as an object with its names by language. */
    static String cityIn(Map<?, ?> found) {
        return switch (found.get("city")) {
            case String city -> city;
            case Map<?, ?> city
            when city.get("names") instanceof Map<?, ?> names && names.get("en") instanceof String name -> name;
            case null, default -> "";
        };
    }

    private static Map<?, ?> found(Reader table, String address) {
        try {
            // An address as the server gives it is numeric; nothing is looked up by name.
            Map<?, ?> found =
                    NUMERIC.matcher(address).matches() ? table.get(InetAddress.getByName(address), Map.class) : null;
            return found == null ? Map.of() : found;
        } catch (IOException | RuntimeException e) {
            LOG.warn("An address has no place: {}", Fault.of(e));
            return Map.of();
        }
    }
}
