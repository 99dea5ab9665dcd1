package dev.wilyferret.app.site;

import dev.wilyferret.app.intake.Cookies;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VisitorId;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * What browsers remember of a visit. The click it hangs on is stamped here once it is in the log, so that nobody can name a click
 * that there never was; who a visitor is, or whether they agreed, is believed as it comes, since it opens nothing.
 */
@Component
class VisitCookies {

    static final String VISITOR = "wf_v";
    static final String CLICK = "wf_c";
    static final String OWN = "wf_own";
    /** Set by the page's script, which is why it is the one cookie that script can read. */
    static final String CONSENT = "wf_ok";

    private static final Duration VISITOR_KEPT = Duration.ofDays(365);
    private static final String STAMPED = "-";

    private final ClickStamps stamps;
    private final UuidV7 ids;

    VisitCookies(ClickStamps stamps, UuidV7 ids) {
        this.stamps = stamps;
        this.ids = ids;
    }

    Visit of(HttpServletRequest request) {
        Optional<VisitorId> visitor =
                Cookies.value(request, VISITOR).flatMap(text -> ShortId.parse(text, VisitorId::new));
        return new Visit(
                visitor.orElseGet(() -> new VisitorId(ids.next())),
                visitor.isPresent(),
                Cookies.value(request, CLICK).flatMap(this::stamped),
                Cookies.value(request, OWN),
                agreed(request));
    }

    /** The script names it by what its browser sees, which the program may have been told otherwise. */
    private static boolean agreed(HttpServletRequest request) {
        return Cookies.value(request, CONSENT)
                .or(() -> Cookies.value(request, Cookies.HOST_ALONE + CONSENT))
                .filter("yes"::equals)
                .isPresent();
    }

    private Optional<Visit.Current> stamped(String text) {
        int stamp = text.indexOf(STAMPED);
        return stamp > 0 && stamps.match(text.substring(0, stamp), text.substring(stamp + 1))
                ? Visit.Current.parse(text.substring(0, stamp))
                : Optional.empty();
    }

    /**
     * Lets the browser remember a visitor, and the click for as long as the visit lasts.
     *
     * @param click that is in the log
     */
    void remember(HttpServletRequest request, HttpServletResponse response, VisitorId visitor, Visit.Current click) {
        remember(request, response, visitor);
        String text = click.text();
        Cookies.set(request, response, CLICK, text + STAMPED + stamps.of(text), Visit.VISIT_LASTS);
    }

    private static void remember(HttpServletRequest request, HttpServletResponse response, VisitorId visitor) {
        Cookies.set(request, response, VISITOR, ShortId.of(visitor), VISITOR_KEPT);
    }

    /** Lets the browser remember on this host who came over from another. */
    void takeOver(HttpServletRequest request, HttpServletResponse response, Crossing.Over over) {
        over.current()
                .ifPresentOrElse(
                        click -> remember(request, response, over.visitor(), click),
                        () -> remember(request, response, over.visitor()));
    }
}
