package dev.wilyferret.app.site;

import dev.wilyferret.app.live.SiteSnapshot;
import dev.wilyferret.app.workspace.OwnBrowsers;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.visit.SiteEvent;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.util.Optional;

/**
 * Who is asking, as far as their cookies tell.
 *
 * @param visitor a fresh id if the browser brought none
 * @param known whether it brought one
 * @param current the click this visit hangs on, if it is still on
 * @param ownToken what an own browser carries
 * @param agreed whether the visitor said yes where a page asked for consent to pixels
 */
record Visit(VisitorId visitor, boolean known, Optional<Current> current, Optional<String> ownToken, boolean agreed) {

    static final String VISITOR = "wf_v";
    static final String CLICK = "wf_c";
    static final String OWN = "wf_own";
    /** Set by the page's script, which is why it is the one cookie that script can read. */
    static final String CONSENT = "wf_ok";

    private static final Duration VISITOR_KEPT = Duration.ofDays(365);
    /** A visit is over after this long without a request. */
    static final Duration VISIT_LASTS = Duration.ofMinutes(30);

    /** The click a visit hangs on: its id, its promotion, the link it came by, and the variant it was given. */
    record Current(ClickId click, PromotionId promotion, Optional<LinkId> link, Optional<VariantId> variant) {

        static Current of(SiteEvent.Click click) {
            return new Current(click.id(), click.promotion(), click.link(), click.variant());
        }

        /** The ids with full stops between them; what is missing at the end is left out. */
        String text() {
            String text = ShortId.of(click) + "." + ShortId.of(promotion);
            if (link.isEmpty() && variant.isEmpty()) {
                return text;
            }
            return text + "." + link.map(ShortId::of).orElse("")
                    + variant.map(id -> "." + ShortId.of(id)).orElse("");
        }

        /** What is missing at the end is not known. */
        static Optional<Current> parse(String text) {
            String[] parts = text.split("\\.", -1);
            if (parts.length < 2 || parts.length > 4) {
                return Optional.empty();
            }
            Optional<ClickId> click =
                    ShortId.parse(parts[0]).filter(id -> id.version() == 7).map(ClickId::new);
            Optional<PromotionId> promotion = ShortId.parse(parts[1], PromotionId::new);
            Optional<LinkId> link = parts.length > 2 ? ShortId.parse(parts[2], LinkId::new) : Optional.empty();
            Optional<VariantId> variant = parts.length > 3 ? ShortId.parse(parts[3], VariantId::new) : Optional.empty();
            return click.isPresent() && promotion.isPresent()
                    ? Optional.of(new Current(click.get(), promotion.get(), link, variant))
                    : Optional.empty();
        }
    }

    static Visit of(HttpServletRequest request, UuidV7 ids) {
        Optional<VisitorId> visitor = Optional.empty();
        Optional<Current> current = Optional.empty();
        Optional<String> own = Optional.empty();
        boolean agreed = false;
        Cookie[] cookies = request.getCookies();
        for (Cookie cookie : cookies == null ? new Cookie[0] : cookies) {
            switch (cookie.getName()) {
                case VISITOR -> visitor = ShortId.parse(cookie.getValue(), VisitorId::new);
                case CLICK -> current = Current.parse(cookie.getValue());
                case OWN -> own = Optional.of(cookie.getValue());
                case CONSENT -> agreed = cookie.getValue().equals("yes");
                default -> {}
            }
        }
        return new Visit(visitor.orElseGet(() -> new VisitorId(ids.next())), visitor.isPresent(), current, own, agreed);
    }

    /** The present click, if it belongs to the promotion. */
    Optional<Current> currentOn(PromotionId promotion) {
        return current.filter(click -> click.promotion().equals(promotion));
    }

    /** The visit with a click that was carried along where cookies do not reach; a visitor whom a cookie names stays that one. */
    Visit carrying(VisitorId carried, Current click) {
        return new Visit(known ? visitor : carried, true, Optional.of(click), ownToken, agreed);
    }

    boolean own(SiteSnapshot snapshot, WorkspaceId workspace) {
        return ownToken.isPresent() && snapshot.marksOwn(workspace, OwnBrowsers.fingerprint(ownToken.get()));
    }

    /** Lets the browser remember the visitor, and the click for as long as the visit lasts. */
    void remember(HttpServletRequest request, HttpServletResponse response, Current click) {
        setCookie(request, response, VISITOR, ShortId.of(visitor), VISITOR_KEPT);
        setCookie(request, response, CLICK, click.text(), VISIT_LASTS);
    }

    /** Lets the browser remember on this host who came over from another. */
    static void takeOver(HttpServletRequest request, HttpServletResponse response, Crossing.Over over) {
        setCookie(request, response, VISITOR, ShortId.of(over.visitor()), VISITOR_KEPT);
        over.current().ifPresent(click -> setCookie(request, response, CLICK, click.text(), VISIT_LASTS));
    }

    static void setCookie(
            HttpServletRequest request, HttpServletResponse response, String name, String value, Duration kept) {
        response.addHeader(
                "Set-Cookie",
                name + "=" + value + "; Path=/; Max-Age=" + kept.toSeconds() + "; HttpOnly; SameSite=Lax"
                        + (request.isSecure() ? "; Secure" : ""));
    }
}
