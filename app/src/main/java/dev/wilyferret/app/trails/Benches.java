package dev.wilyferret.app.trails;

import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.trail.Station;
import java.util.Locale;
import org.springframework.stereotype.Component;

/** The names and addresses of the stations' benches; templates call it as {@code @benches}. */
@Component("benches")
public class Benches {

    public String name(Station.Kind station) {
        return switch (station) {
            case TRAFFIC -> "Traffic";
            case FILTER -> "Filter";
            case PAGE -> "Landing page";
            case REDIRECT -> "Redirect page";
            case OFFER -> "Offer";
            case SALES -> "Sales";
        };
    }

    public String address(PromotionId promotion, Station.Kind station) {
        String bench = switch (station) {
            case TRAFFIC -> "links";
            case FILTER -> "filter";
            case PAGE -> "pages/landing";
            case REDIRECT -> "redirect";
            case OFFER -> "offer";
            case SALES -> "sales";
        };
        return "/promotions/" + promotion + "/" + bench;
    }

    /** The list behind a station's figure. */
    public String list(PromotionId promotion, Station.Kind station, int days) {
        return "/promotions/" + promotion + "/clicks?behind=" + station.name().toLowerCase(Locale.ROOT) + "&days="
                + days;
    }

    /** What the list behind a station's figure holds. */
    public String listed(Station.Kind station) {
        return switch (station) {
            case TRAFFIC -> "All clicks";
            case FILTER -> "Counted clicks";
            case PAGE -> "Counted clicks that saw the landing page";
            case REDIRECT -> "Counted clicks that passed the redirect page";
            case OFFER -> "Counted clicks sent on to the offer";
            case SALES -> "Counted clicks that brought a sale";
        };
    }
}
