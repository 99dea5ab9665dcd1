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
    private static final String PREFIX = "utm_";

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
                withoutPrefix(clean).ifPresent(brief -> values.putIfAbsent(brief, value));
            }
        });
        tags.ifPresent(known -> known.parameters().forEach((name, value) -> {
            String clean = name.toLowerCase(Locale.ROOT);
            values.put(clean, value);
            withoutPrefix(clean).ifPresent(brief -> values.put(brief, value));
        }));
        values.put("offer", offer);
        return values;
    }

    /** One of the five by its short name; tags of one's own have no other. */
    private static Optional<String> withoutPrefix(String name) {
        return Optional.of(name).filter(one -> one.startsWith(PREFIX)).map(one -> one.substring(PREFIX.length()));
    }

    private static String shown(String value) {
        String clean = value.replaceAll("\\p{C}", "").strip();
        return clean.codePointCount(0, clean.length()) <= MOST
                ? clean
                : clean.substring(0, clean.offsetByCodePoints(0, MOST));
    }
}
