package dev.wilyferret.app.workspace;

import dev.wilyferret.app.intake.BodyRefused;
import dev.wilyferret.app.intake.ReadRequest;
import dev.wilyferret.app.storage.Lane;
import dev.wilyferret.core.text.Fault;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.util.Locale;
import java.util.regex.Pattern;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpMethod;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Reads what is sent to the console whole, before anybody looks at it: little before signing in, more after. Files go past
 * it to the routes that take them, for those who are signed in; their token is checked before the file is read.
 */
@Component
@Order(-200)
class ConsoleIntake extends OncePerRequestFilter {

    private static final Logger LOG = LoggerFactory.getLogger(ConsoleIntake.class);

    private static final String ERRORS = "/error";

    static final int BEFORE_SIGN_IN = 64 << 10;
    static final int SIGNED_IN = 256 << 10;
    /** Whoever pasted a whole book by accident is told so, rather than find the connection gone. */
    private static final int DROPPED_SIGNED_IN = 64 << 20;

    private static final Pattern TAKES_FILES = Pattern.compile(
            "/shelf|/promotions/[^/]+/pages/[^/]+/(match|blocks/[^/]+/file)|/promotions/[^/]+/links/table|/people/lists/[^/]+/import");

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        boolean bringsNothing =
                HttpMethod.GET.matches(request.getMethod()) || HttpMethod.HEAD.matches(request.getMethod());
        if (request.getRequestURI().equals(ERRORS)) {
            // Only what failed is led there.
            response.sendError(HttpServletResponse.SC_NOT_FOUND);
            return;
        }
        boolean signedIn = signedIn(request.getSession(false));
        if (bringsNothing) {
            inLane(chain, ReadRequest.ofQuery(request), response);
            return;
        }
        if (signedIn
                && multipart(request)
                && TAKES_FILES.matcher(request.getRequestURI()).matches()) {
            inLane(chain, ReadRequest.unread(request), response);
            return;
        }
        ReadRequest read;
        try {
            read = signedIn
                    ? ReadRequest.of(request, SIGNED_IN, DROPPED_SIGNED_IN)
                    : ReadRequest.of(request, BEFORE_SIGN_IN);
        } catch (BodyRefused refused) {
            if (multipart(request)) {
                refused.answer(response);
            } else {
                response.setHeader("Connection", "close");
                response.sendError(refused.status());
            }
            return;
        }
        inLane(chain, read, response);
    }

    private static void inLane(FilterChain chain, HttpServletRequest request, HttpServletResponse response)
            throws ServletException, IOException {
        try {
            Lane.CONSOLE.in(() -> {
                chain.doFilter(request, response);
                return true;
            });
        } catch (ServletException | RuntimeException failed) {
            // Tomcat would say it with what was typed.
            LOG.error("A request of the console failed: {}", Fault.of(failed));
            throw failed;
        } catch (IOException gone) {
            throw gone;
        } catch (Exception impossible) {
            throw new ServletException(impossible);
        }
    }

    static boolean multipart(HttpServletRequest request) {
        String type = request.getContentType();
        return type != null && type.toLowerCase(Locale.ROOT).startsWith("multipart/");
    }

    private static boolean signedIn(@org.jspecify.annotations.Nullable HttpSession session) {
        return session != null
                && session.getAttribute(HttpSessionSecurityContextRepository.SPRING_SECURITY_CONTEXT_KEY)
                        instanceof SecurityContext context
                && context.getAuthentication() != null
                && context.getAuthentication().getPrincipal() instanceof Member;
    }
}
