package dev.wilyferret.app.site;

import dev.wilyferret.core.address.Tags;
import jakarta.servlet.http.HttpServletRequest;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What is known of a visit, for the tokens in a page's words. */
@Component
class TokenValues {

    private static final int MOST = 120;

    private final PlaceBook places;

    TokenValues(PlaceBook places) {
        this.places = places;
    }

    /**
     * The tags the request carries by their names in small letters, the usual five without their prefix too; over them the
     * tags of the link the visit came by; country and city by the network address, unless a tag says them.
     */
    Map<String, String> of(HttpServletRequest request, Optional<Tags> tags, String offer) {
        Map<String, String> values = new HashMap<>();
        values.put("country", places.country(request.getRemoteAddr()));
        values.put("city", places.city(request.getRemoteAddr()));
        request.getParameterMap().forEach((name, all) -> {
            String clean = name.toLowerCase(Locale.ROOT);
            if (all.length > 0 && clean.length() <= 40) {
                String value = shown(all[0]);
                values.put(clean, value);
                if (clean.startsWith("utm_")) {
                    values.putIfAbsent(clean.substring(4), value);
                }
            }
        });
        tags.ifPresent(known -> known.parameters().forEach((name, value) -> values.put(name.substring(4), value)));
        values.put("offer", offer);
        return values;
    }

    private static String shown(String value) {
        String clean = value.replaceAll("\\p{C}", "").strip();
        return clean.codePointCount(0, clean.length()) <= MOST
                ? clean
                : clean.substring(0, clean.offsetByCodePoints(0, MOST));
    }
}
