package dev.wilyferret.app.workspace;

import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import org.springframework.security.core.Authentication;
import org.springframework.security.web.authentication.SavedRequestAwareAuthenticationSuccessHandler;
import org.springframework.security.web.savedrequest.RequestCache;
import org.springframework.stereotype.Component;

/** Whoever has signed in keeps their session for a day's work, and the browser is known from then on. */
@Component
class LongSessions extends SavedRequestAwareAuthenticationSuccessHandler {

    private static final Duration KEPT = Duration.ofHours(12);

    private final KnownBrowsers browsers;
    private final RequestCache asked = new AskedBefore();

    LongSessions(KnownBrowsers browsers) {
        this.browsers = browsers;
        setRequestCache(asked);
        setDefaultTargetUrl("/");
    }

    @Override
    public void onAuthenticationSuccess(HttpServletRequest request, HttpServletResponse response, Authentication done)
            throws IOException, ServletException {
        request.getSession().setMaxInactiveInterval((int) KEPT.toSeconds());
        browsers.remember(request, response, (Member) done.getPrincipal());
        asked.removeRequest(request, response);
        super.onAuthenticationSuccess(request, response, done);
    }
}
