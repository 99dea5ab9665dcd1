package dev.wilyferret.app.intake;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.util.Optional;
import org.springframework.http.HttpHeaders;

/**
 * The program's cookies, for the whole of a host and out of reach of scripts. Over https their names begin with
 * {@value #HOST_ALONE}, so that neither another host of the same domain nor a page over http can set one (RFC 6265bis, 4.1.3.2).
 */
public final class Cookies {

    public static final String HOST_ALONE = "__Host-";

    private Cookies() {}

    /** Of a name that comes twice the first. */
    public static Optional<String> value(HttpServletRequest request, String name) {
        Cookie[] all = request.getCookies();
        if (all == null) {
            return Optional.empty();
        }
        String full = fullName(request, name);
        // A loop, since every click comes by here.
        for (Cookie cookie : all) {
            if (cookie.getName().equals(full)) {
                return Optional.of(cookie.getValue());
            }
        }
        return Optional.empty();
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
