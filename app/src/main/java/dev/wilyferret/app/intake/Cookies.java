package dev.wilyferret.app.intake;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpHeaders;

/**
 * The program's cookies, for the whole of a host and out of reach of scripts. Over https their names begin with
 * {@value #HOST_ALONE}, so that neither another host of the same domain nor a page over http can set one (RFC 6265bis, 4.1.3.2).
 */
public final class Cookies {

    public static final String HOST_ALONE = "__Host-";

    private Cookies() {}

    /** Those of a request, by their names without what they begin with over https; of a name that comes twice the first. */
    public static Map<String, String> of(HttpServletRequest request) {
        Cookie[] all = request.getCookies();
        if (all == null) {
            return Map.of();
        }
        String before = request.isSecure() ? HOST_ALONE : "";
        Map<String, String> values = new HashMap<>();
        for (Cookie cookie : all) {
            if (cookie.getName().startsWith(before)) {
                values.putIfAbsent(cookie.getName().substring(before.length()), cookie.getValue());
            }
        }
        return values;
    }

    public static Optional<String> value(HttpServletRequest request, String name) {
        return Optional.ofNullable(of(request).get(name));
    }

    /** @param kept zero takes it away */
    public static void set(
            HttpServletRequest request, HttpServletResponse response, String name, String value, Duration kept) {
        response.addHeader(
                HttpHeaders.SET_COOKIE,
                fullName(request, name) + "=" + value + "; Path=/; Max-Age=" + kept.toSeconds()
                        + "; HttpOnly; SameSite=Lax" + (request.isSecure() ? "; Secure" : ""));
    }

    private static String fullName(HttpServletRequest request, String name) {
        return request.isSecure() ? HOST_ALONE + name : name;
    }
}
