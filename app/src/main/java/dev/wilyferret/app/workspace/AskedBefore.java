package dev.wilyferret.app.workspace;

import dev.wilyferret.app.intake.Cookies;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Base64;
import java.util.Optional;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.security.web.savedrequest.RequestCache;
import org.springframework.security.web.savedrequest.SavedRequest;
import org.springframework.security.web.savedrequest.SimpleSavedRequest;

/**
 * The page somebody asked for before signing in, to be led to after: its path only, if it is short. Their browser remembers it, since a
 * stranger has no session.
 */
final class AskedBefore implements RequestCache {

    private static final String COOKIE = "ferret_asked";
    private static final Duration KEPT = Duration.ofMinutes(10);
    private static final int LONGEST = 500;
    /** Nothing that a browser would take for another host. */
    private static final Pattern PATH = Pattern.compile("/(?![/\\\\])[\\x21-\\x7e&&[^\\\\]]*");

    @Override
    public void saveRequest(HttpServletRequest request, HttpServletResponse response) {
        String query = request.getQueryString();
        String path = request.getRequestURI() + (query == null ? "" : "?" + query);
        if (request.getMethod().equals("GET") && ofThisConsole(path)) {
            byte[] bytes = path.getBytes(StandardCharsets.UTF_8);
            Cookies.set(
                    request,
                    response,
                    COOKIE,
                    Base64.getUrlEncoder().withoutPadding().encodeToString(bytes),
                    KEPT);
        }
    }

    private static boolean ofThisConsole(String path) {
        return PATH.matcher(path).matches() && path.length() <= LONGEST;
    }

    @Override
    public @Nullable SavedRequest getRequest(HttpServletRequest request, HttpServletResponse response) {
        return Cookies.value(request, COOKIE)
                .flatMap(AskedBefore::decoded)
                .filter(AskedBefore::ofThisConsole)
                .map(SimpleSavedRequest::new)
                .orElse(null);
    }

    private static Optional<String> decoded(String value) {
        try {
            return Optional.of(new String(Base64.getUrlDecoder().decode(value), StandardCharsets.UTF_8));
        } catch (IllegalArgumentException notOurs) {
            return Optional.empty();
        }
    }

    /** Nothing but the path is known of it. */
    @Override
    public @Nullable HttpServletRequest getMatchingRequest(HttpServletRequest request, HttpServletResponse response) {
        return null;
    }

    @Override
    public void removeRequest(HttpServletRequest request, HttpServletResponse response) {
        if (Cookies.value(request, COOKIE).isPresent()) {
            Cookies.set(request, response, COOKIE, "", Duration.ZERO);
        }
    }
}
