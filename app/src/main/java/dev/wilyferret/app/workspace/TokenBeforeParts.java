package dev.wilyferret.app.workspace;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.security.web.csrf.CsrfTokenRequestHandler;
import org.springframework.security.web.csrf.XorCsrfTokenRequestAttributeHandler;
import org.springframework.web.util.UriComponentsBuilder;

/**
 * Finds the token against forged requests. With a file it is looked for in the header and the address only, since looking
 * among the fields would read the file first.
 */
final class TokenBeforeParts implements CsrfTokenRequestHandler {

    private final XorCsrfTokenRequestAttributeHandler fields = new XorCsrfTokenRequestAttributeHandler();

    /** Says the query's token as if it were a field. */
    private static final class QueryOnly extends jakarta.servlet.http.HttpServletRequestWrapper {
        QueryOnly(HttpServletRequest request) {
            super(request);
        }

        @Override
        public @Nullable String getParameter(String name) {
            String query = getQueryString();
            return query == null
                    ? null
                    : UriComponentsBuilder.newInstance()
                            .query(query)
                            .build()
                            .getQueryParams()
                            .getFirst(name);
        }
    }

    @Override
    public void handle(HttpServletRequest request, HttpServletResponse response, Supplier<CsrfToken> token) {
        fields.handle(request, response, token);
    }

    @Override
    public @Nullable String resolveCsrfTokenValue(HttpServletRequest request, CsrfToken token) {
        return fields.resolveCsrfTokenValue(ConsoleIntake.multipart(request) ? new QueryOnly(request) : request, token);
    }
}
