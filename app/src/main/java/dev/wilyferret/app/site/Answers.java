package dev.wilyferret.app.site;

import dev.wilyferret.app.live.ServedHtml;
import dev.wilyferret.app.publicpage.PageHtml;
import dev.wilyferret.app.publicpage.RenderedPage;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.page.ReferrerRule;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** The answers the public site gives again and again. */
@Component
class Answers {

    /** What is told the next page of where visitors come from. */
    static final String REFERRER = "Referrer-Policy";

    private final PageHtml html;
    private final ServedHtml notFound;
    private final ServedHtml tryAgain;

    Answers(PageHtml html) {
        this.html = html;
        this.notFound = message("Not found", "There is nothing at this address.");
        this.tryAgain = message(
                "One moment, please", "This page could not be opened just now. Please try again in a few seconds.");
    }

    private ServedHtml message(String title, String paragraph) {
        return ServedHtml.of(html.message(title, List.of(paragraph), Optional.empty()));
    }

    /** The same for everything unknown, so that nothing can be learned from it. */
    void notFound(HttpServletResponse response) throws IOException {
        html(response, HttpServletResponse.SC_NOT_FOUND, notFound, Optional.empty());
    }

    void tryAgain(HttpServletResponse response) throws IOException {
        response.setHeader("Retry-After", "3");
        html(response, HttpServletResponse.SC_SERVICE_UNAVAILABLE, tryAgain, Optional.empty());
    }

    /** What was sent is not taken. */
    void refused(HttpServletResponse response, int status, String why) throws IOException {
        html(response, status, message("Not taken", why), Optional.empty());
    }

    void say(HttpServletResponse response, String title, List<String> paragraphs, Workspace whose) throws IOException {
        html(
                response,
                HttpServletResponse.SC_OK,
                ServedHtml.of(html.message(title, paragraphs, Optional.of(whose))),
                Optional.empty());
    }

    /** A draft, which only the console may frame. */
    void preview(HttpServletResponse response, RenderedPage page, Map<String, String> values, String consoleAddress)
            throws IOException {
        html(response, HttpServletResponse.SC_OK, ServedHtml.of(page), Optional.empty(), values, consoleAddress);
    }

    void html(HttpServletResponse response, int status, ServedHtml page, Optional<EventId> view) throws IOException {
        html(response, status, page, view, Map.of());
    }

    /** @param values for the tokens in the page's words */
    void html(
            HttpServletResponse response,
            int status,
            ServedHtml page,
            Optional<EventId> view,
            Map<String, String> values)
            throws IOException {
        html(response, status, page, view, values, "'none'");
    }

    private static void html(
            HttpServletResponse response,
            int status,
            ServedHtml page,
            Optional<EventId> view,
            Map<String, String> values,
            String framedBy)
            throws IOException {
        byte[] body = page.forView(view, values);
        response.setStatus(status);
        response.setContentType("text/html;charset=UTF-8");
        response.setHeader("Cache-Control", "no-store");
        response.setHeader("Content-Security-Policy", page.policy() + "; frame-ancestors " + framedBy);
        if (response.getHeader(REFERRER) == null) {
            response.setHeader(REFERRER, ReferrerRule.ORIGIN.header());
        }
        response.setContentLength(body.length);
        response.getOutputStream().write(body);
    }

    void plain(HttpServletResponse response, int status, String text) throws IOException {
        response.setStatus(status);
        response.setContentType("text/plain;charset=UTF-8");
        response.setHeader("Cache-Control", "no-store");
        response.getOutputStream().write((text + "\n").getBytes(StandardCharsets.UTF_8));
    }

    /** On to another page of the site, after something was sent. */
    void seeOther(HttpServletResponse response, String path) {
        sendTo(response, path);
        response.setStatus(HttpServletResponse.SC_SEE_OTHER);
    }

    /**
     * On to an own address by the browser itself: the form of the console that led here may be followed by redirects to this
     * host only.
     */
    void goOn(HttpServletResponse response, String address) throws IOException {
        response.setHeader("Refresh", "0; url=" + address);
        html(
                response,
                HttpServletResponse.SC_OK,
                message("One moment", "This browser is marked as yours on each of your hosts."),
                Optional.empty());
    }

    /** To a stored destination; nothing in a request can name another. */
    void sendTo(HttpServletResponse response, String address) {
        response.setStatus(HttpServletResponse.SC_FOUND);
        response.setHeader("Location", address);
        response.setHeader("Cache-Control", "no-store");
        response.setHeader("X-Robots-Tag", "noindex, nofollow");
        response.setContentLength(0);
    }
}
