package dev.wilyferret.app.workspace;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.jspecify.annotations.Nullable;
import org.springframework.security.web.savedrequest.RequestCache;
import org.springframework.security.web.savedrequest.SavedRequest;
import org.springframework.security.web.savedrequest.SimpleSavedRequest;

/**
 * The page somebody asked for before signing in, to be led to after: its path only, and only if it is short, since a
 * stranger's session must stay small.
 */
final class AskedBefore implements RequestCache {

    private static final String KEY = AskedBefore.class.getName();
    private static final int LONGEST = 500;

    @Override
    public void saveRequest(HttpServletRequest request, HttpServletResponse response) {
        String query = request.getQueryString();
        String path = request.getRequestURI() + (query == null ? "" : "?" + query);
        boolean page = request.getMethod().equals("GET") && path.startsWith("/") && !path.startsWith("//");
        if (page && path.length() <= LONGEST) {
            request.getSession().setAttribute(KEY, path);
        }
    }

    @Override
    public @Nullable SavedRequest getRequest(HttpServletRequest request, HttpServletResponse response) {
        return request.getSession(false) != null && request.getSession(false).getAttribute(KEY) instanceof String path
                ? new SimpleSavedRequest(path)
                : null;
    }

    /** Nothing but the path is known of it. */
    @Override
    public @Nullable HttpServletRequest getMatchingRequest(HttpServletRequest request, HttpServletResponse response) {
        return null;
    }

    @Override
    public void removeRequest(HttpServletRequest request, HttpServletResponse response) {
        if (request.getSession(false) != null) {
            request.getSession(false).removeAttribute(KEY);
        }
    }
}
