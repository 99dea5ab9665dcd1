package dev.wilyferret.app.pixels;

import dev.wilyferret.app.forms.Blank;
import dev.wilyferret.app.forms.Blank.Field;
import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.pixel.FireAddress;
import java.util.Optional;

/** An ad platform account as a form. */
final class PixelForm {

    private static final Blank<PixelDetails> BLANK = new Blank<>();
    private static final Field<PixelDetails, String> NAME = BLANK.text("name", PixelDetails::name, PixelDetails::name);
    private static final Field<PixelDetails, String> PIXEL_ID =
            BLANK.text("pixelId", PixelDetails::pixelId, PixelDetails::pixelId);
    private static final Field<PixelDetails, FireAddress> ADDRESS = BLANK.text(
            "address",
            details -> details.address().template().toString(),
            typed -> new FireAddress(UriTemplate.parseWeb(typed)));
    private static final Field<PixelDetails, String> VIEW_EVENT =
            BLANK.text("viewEvent", PixelDetails::viewEvent, PixelDetails::event);
    private static final Field<PixelDetails, String> LEAD_EVENT =
            BLANK.text("leadEvent", PixelDetails::leadEvent, PixelDetails::event);

    private PixelForm() {}

    static Intake shown(PixelDetails details) {
        return BLANK.shown(details);
    }

    static Optional<PixelDetails> read(Intake form) {
        return BLANK.read(
                form,
                typed -> new PixelDetails(
                        typed.of(NAME),
                        typed.of(PIXEL_ID),
                        typed.of(ADDRESS),
                        typed.of(VIEW_EVENT),
                        typed.of(LEAD_EVENT)));
    }
}
