package dev.wilyferret.app.workspace;

import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.security.web.access.AccessDeniedHandler;
import org.springframework.security.web.access.AccessDeniedHandlerImpl;

/** Refuses what is not allowed with a page that says so; a file that came along is not read for that. */
final class RefusedUnread implements AccessDeniedHandler {

    private final AccessDeniedHandlerImpl page = new AccessDeniedHandlerImpl();

    RefusedUnread(String path) {
        page.setErrorPage(path);
    }

    @Override
    public void handle(HttpServletRequest request, HttpServletResponse response, AccessDeniedException denied)
            throws IOException, ServletException {
        if (ConsoleIntake.multipart(request)) {
            response.setStatus(HttpServletResponse.SC_FORBIDDEN);
            response.setHeader("Connection", "close");
            response.setContentType("text/plain;charset=UTF-8");
            response.getOutputStream()
                    .write(
                            "The file was not taken: the page it was sent from is too old. Open that page again, and send the file from there.\n"
                                    .getBytes(StandardCharsets.UTF_8));
        } else {
            page.handle(request, response, denied);
        }
    }
}
