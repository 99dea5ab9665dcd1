package dev.wilyferret.app.site;

import com.maxmind.db.CHMCache;
import com.maxmind.db.Reader;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.util.Locale;
import java.util.Map;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/** Tells the country of a network address, from a table that ships with the program. */
@Component
class CountryBook {

    private static final Logger LOG = LoggerFactory.getLogger(CountryBook.class);

    private final Reader table;

    CountryBook() {
        try (InputStream in = new ClassPathResource("countries/geo-whois-asn-country.mmdb").getInputStream()) {
            table = new Reader(in, new CHMCache());
        } catch (IOException e) {
            throw new UncheckedIOException("The table of countries is part of the program", e);
        }
    }

    /** The country's English name, or the empty string where it is not known. */
    String nameOf(String address) {
        try {
            // An address as the server gives it is numeric; nothing is looked up by name.
            Map<?, ?> found =
                    address.matches("[0-9a-fA-F:.]+") ? table.get(InetAddress.getByName(address), Map.class) : null;
            Object code = found == null ? null : found.get("country_code");
            return code instanceof String text ? Locale.of("", text).getDisplayCountry(Locale.ENGLISH) : "";
        } catch (IOException | RuntimeException e) {
            LOG.warn("No country for {}: {}", address, e.getMessage());
            return "";
        }
    }
}
