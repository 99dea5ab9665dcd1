package dev.wilyferret.app.workspace;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/** Ends sessions that began with a password which is another by now, wherever it was changed. */
final class OnlyPresentPassword extends OncePerRequestFilter {

    private final Accounts accounts;

    OnlyPresentPassword(Accounts accounts) {
        this.accounts = accounts;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return request.getRequestURI().startsWith("/assets/");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Authentication present = SecurityContextHolder.getContext().getAuthentication();
        if (present != null && present.getPrincipal() instanceof Member member && !accounts.stillIn(member)) {
            SecurityContextHolder.clearContext();
            request.getSession().invalidate();
            response.sendRedirect("/sign-in?ended");
            return;
        }
        chain.doFilter(request, response);
    }
}
