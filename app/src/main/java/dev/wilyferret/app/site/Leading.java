package dev.wilyferret.app.site;

import dev.wilyferret.app.live.SiteSnapshot.LiveLink;
import dev.wilyferret.app.live.SiteSnapshot.Target;
import dev.wilyferret.core.address.AddressParts;
import dev.wilyferret.core.address.Tagging;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.SiteParameter;
import dev.wilyferret.core.offer.AffiliateLink;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Sends a visitor where a link or a variant leads. */
@Component
class Leading {

    private final Answers answers;
    private final Crossing crossing;
    private final Carried carried;

    Leading(Answers answers, Crossing crossing, Carried carried) {
        this.answers = answers;
        this.crossing = crossing;
        this.carried = carried;
    }

    /**
     * Who goes.
     *
     * @param link they came by; empty for none
     * @param passed parameters that are handed on
     * @param page slug of the page that is left; empty for none
     * @param more parameters to put behind the address of a page; empty for none
     * @param recorded false for who only looks what is there
     */
    record Going(
            HttpServletRequest request,
            HttpServletResponse response,
            WorkspaceId workspace,
            VisitorId visitor,
            Visit.Current current,
            Optional<LiveLink> link,
            Map<String, String> passed,
            String page,
            String more,
            boolean recorded) {}

    void to(Target target, Going going) throws IOException {
        switch (target) {
            case Target.ToPage(var host, String address) -> {
                String tagged = Tagging.of(address, going.passed).address();
                answers.sendTo(
                        going.response,
                        crossing.address(
                                Fronts.of(going.request),
                                going.workspace,
                                host,
                                going.more.isEmpty()
                                        ? tagged
                                        : tagged + (tagged.contains("?") ? "&" : "?") + going.more,
                                going.recorded
                                        ? Optional.of(new Crossing.Over(going.visitor, Optional.of(going.current)))
                                        : Optional.empty()));
            }
            case Target.ToOffer(var out, var other) ->
                answers.sendTo(going.response, out.expand(leaving(going.current.click(), going.link, going.page)));
            case Target.ToElsewhere(var id, var elsewhere) ->
                answers.sendTo(
                        going.response,
                        Tagging.of(
                                        elsewhere.sent(
                                                ShortId.of(going.current.click()), going.link.map(LiveLink::tags)),
                                        going.passed)
                                .address());
            case Target.ToOutside(String address) ->
                answers.sendTo(
                        going.response,
                        outside(
                                address,
                                going.passed,
                                going.recorded
                                        ? carried.text(going.workspace, new Carried.Along(going.visitor, going.current))
                                        : Optional.empty()));
            case Target.Nowhere() -> answers.notFound(going.response);
        }
    }

    /** The address of a page elsewhere with what visitors bring along; what is stored of it stays as it is. */
    static String outside(String address, Map<String, String> passed, Optional<String> along) {
        Map<String, String> parameters = new LinkedHashMap<>(passed);
        AddressParts.of(address).parameters().forEach(stored -> parameters.remove(stored.name()));
        along.ifPresent(text -> parameters.put(SiteParameter.VISIT, text));
        return Tagging.of(address, parameters).address();
    }

    static AffiliateLink.Leaving leaving(ClickId click, Optional<LiveLink> link, String page) {
        return new AffiliateLink.Leaving(
                ShortId.of(click),
                link.map(LiveLink::tags),
                link.map(LiveLink::code).orElse(""),
                page);
    }
}
