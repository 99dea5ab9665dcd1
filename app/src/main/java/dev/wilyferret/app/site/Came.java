package dev.wilyferret.app.site;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.visit.Arrival;
import dev.wilyferret.core.visit.Draw;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.Verdict;
import jakarta.servlet.http.HttpServletRequest;
import java.util.Optional;

/** A request with the verdict on it, which is given here and nowhere else. */
record Came(Arrival arrival, Verdict verdict) {

    static Came of(Arrival arrival) {
        return new Came(arrival, Verdict.on(arrival));
    }

    /** Whether a seller of clicks bills for it. */
    boolean billed() {
        return !arrival.own() && !crawler();
    }

    boolean crawler() {
        return verdict instanceof Verdict.DeclaredCrawler;
    }

    /** Whether a request comes from a declared crawler, without reading all that is known of it. */
    static boolean crawler(HttpServletRequest request) {
        return Verdict.byUserAgent(Arrivals.header(request, "User-Agent")) instanceof Verdict.DeclaredCrawler;
    }

    SiteEvent.Click click(ClickId id, WorkspaceId workspace, PromotionId promotion) {
        return click(id, workspace, promotion, Optional.empty());
    }

    /** @param draw the variant of a rotation that was drawn for it */
    SiteEvent.Click click(ClickId id, WorkspaceId workspace, PromotionId promotion, Optional<Draw> draw) {
        return new SiteEvent.Click(id, workspace, promotion, draw, arrival, verdict);
    }

    /** A HEAD asks what is there, and a prefetch what may be wanted: neither is a visitor. */
    static boolean recorded(HttpServletRequest request) {
        return !request.getMethod().equals("HEAD")
                && !Arrivals.header(request, "Sec-Purpose").startsWith("prefetch");
    }
}
