package dev.wilyferret.app.trails;

import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.trail.Advice;
import dev.wilyferret.core.trail.Advice.Mend;
import dev.wilyferret.core.trail.Place;
import dev.wilyferret.core.trail.Trail;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import org.springframework.stereotype.Component;
import org.springframework.web.util.UriUtils;

/** The addresses of the benches of places, and of the lists behind their figures; templates call it as {@code @benches}. */
@Component("benches")
public class Benches {

    public String address(PromotionId promotion, Place place) {
        String own = own(promotion);
        return switch (place) {
            case Place.Source _, Place.OtherSources _ -> own + "/links";
            case Place.Filter _ -> own + "/filter";
            case Place.Variant(VariantId variant) -> own + "/rotations/of/" + variant;
            case Place.Page(PageId page) -> own + "/pages/" + page;
            case Place.OptIn(PageId page) -> own + "/pages/" + page;
            case Place.Redirect _ -> own + "/redirect";
            case Place.Missing missing when missing.equals(Place.Missing.REDIRECT) -> own + "/redirect";
            case Place.Missing _, Place.Gone _ -> own + "/pages";
            case Place.Step(PageId page, String name) -> own + "/pages/" + page;
            case Place.Confirmed _ -> own + "/leads";
            case Place.Mails _ -> "/people";
            case Place.HandedOut _ -> "/shelf";
            case Place.Elsewhere(ElsewhereId elsewhere) -> "/links/elsewhere/" + elsewhere;
            case Place.Offer(OfferId offer) -> "/offers/" + offer;
            case Place.Sales _ -> own + "/sales";
        };
    }

    private static String own(PromotionId promotion) {
        return "/promotions/" + promotion;
    }

    /** The list behind a place's figure. */
    public String list(PromotionId promotion, Place place, int days) {
        return place instanceof Place.Source(String source) && !source.isEmpty()
                ? clicks(promotion, ClicksBehind.TRAFFIC, days) + "&source="
                        + UriUtils.encode(source, StandardCharsets.UTF_8)
                : clicks(promotion, place.traffic() ? ClicksBehind.TRAFFIC : place.key(), days);
    }

    /** The list behind a loss. */
    public String lost(PromotionId promotion, Place place, Trail.Loss loss, int days) {
        return switch (loss.kind()) {
            case KEPT_OUT -> own(promotion) + "/filter?days=" + days;
            case NO_PAGE -> clicks(promotion, ClicksBehind.NO_PAGE, days);
            case WENT_NO_FURTHER -> clicks(promotion, ClicksBehind.LEFT + place.key(), days);
        };
    }

    private static String clicks(PromotionId promotion, String behind, int days) {
        return own(promotion) + "/clicks?behind=" + behind.toLowerCase(Locale.ROOT) + "&days=" + days;
    }

    /** Whether a place is a page that a next step waits for. */
    public boolean gap(Place place) {
        return place instanceof Place.Missing
                && !place.equals(Place.Missing.LANDING)
                && !place.equals(Place.Missing.REDIRECT);
    }

    /** Whether what is advised is done by the press itself: it makes a page. */
    public boolean makes(Advice advice) {
        return advice.mend() instanceof Mend.MakePage;
    }

    /** Where what is advised is done. */
    public String mend(PromotionId promotion, OfferId offer, Advice advice) {
        String own = own(promotion);
        return switch (advice.mend()) {
            case Mend.OpenOffer() -> "/offers/" + offer;
            case Mend.MakeLanding() -> own + "/pages/landing";
            case Mend.MakeRedirect(), Mend.OpenRedirect() -> own + "/redirect";
            case Mend.MakePage(String name) -> own + "/missing";
            case Mend.OpenPage(PageId page) -> own + "/pages/" + page;
            case Mend.OpenSequence(ListId list) -> "/people/lists/" + list + "/sequence";
            case Mend.FillLegal() -> "/settings";
            case Mend.AddPixel() -> "/pixels/new";
            case Mend.OpenLinks() -> own + "/links";
        };
    }
}
