package dev.wilyferret.app.workspace;

import dev.wilyferret.app.intake.Cookies;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.jspecify.annotations.Nullable;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.security.web.csrf.CsrfTokenRepository;
import org.springframework.security.web.csrf.HttpSessionCsrfTokenRepository;

/** Where the token against forged forms is kept: in the session of who is signed in, and in a stranger's own browser, since they have none. */
final class FormTokens implements CsrfTokenRepository {

    private final HttpSessionCsrfTokenRepository inSession = new HttpSessionCsrfTokenRepository();
    private final CookieCsrfTokenRepository inCookie = new CookieCsrfTokenRepository();

    FormTokens(boolean https) {
        inCookie.setCookieName((https ? Cookies.HOST_ALONE : "") + "ferret_form");
        inCookie.setCookiePath("/");
        inCookie.setCookieCustomizer(cookie -> cookie.sameSite("Lax"));
    }

    private CsrfTokenRepository of(HttpServletRequest request) {
        return request.getSession(false) == null ? inCookie : inSession;
    }

    @Override
    public CsrfToken generateToken(HttpServletRequest request) {
        return of(request).generateToken(request);
    }

    @Override
    public void saveToken(@Nullable CsrfToken token, HttpServletRequest request, HttpServletResponse response) {
        of(request).saveToken(token, request, response);
    }

    @Override
    public @Nullable CsrfToken loadToken(HttpServletRequest request) {
        return of(request).loadToken(request);
    }
}
