package dev.wilyferret.app.pixels;

import dev.wilyferret.app.forms.Blank;
import dev.wilyferret.app.forms.Blank.Field;
import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.pixel.FireAddress;
import dev.wilyferret.core.pixel.JsonTemplate;
import dev.wilyferret.core.pixel.PixelSnippet;
import dev.wilyferret.core.pixel.PixelWay;
import dev.wilyferret.core.pixel.ServerCall;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/** An ad platform account as a form. */
final class PixelForm {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    /** Stands for a token that is kept and not shown again. */
    private static final String KEPT = "••••••••";

    private static final Blank<PixelDetails> BLANK = new Blank<>();
    private static final Field<PixelDetails, String> NAME = BLANK.text("name", PixelDetails::name, PixelDetails::name);
    private static final Field<PixelDetails, String> PIXEL_ID =
            BLANK.text("pixelId", PixelDetails::pixelId, PixelDetails::pixelId);
    private static final Field<PixelDetails, PixelWay> WAY =
            BLANK.text("way", details -> details.way().name(), PixelForm::way);
    private static final Field<PixelDetails, Optional<FireAddress>> ADDRESS = BLANK.text(
            "address",
            details -> details.address()
                    .map(address -> address.template().toString())
                    .orElse(""),
            optional(typed -> new FireAddress(UriTemplate.parseWeb(typed))));
    private static final Field<PixelDetails, Optional<PixelSnippet>> SNIPPET = BLANK.text(
            "snippet", details -> details.snippet().map(PixelSnippet::html).orElse(""), optional(PixelSnippet::new));
    private static final Field<PixelDetails, List<String>> ALSO_ASKED =
            BLANK.text("alsoAsked", details -> String.join("\n", details.alsoAsked()), PixelDetails::origins);
    private static final Field<PixelDetails, Optional<UriTemplate>> SERVER = BLANK.text(
            "server",
            details -> details.server().map(call -> call.address().toString()).orElse(""),
            optional(UriTemplate::parseWeb));
    private static final Field<PixelDetails, JsonTemplate> BODY = BLANK.text(
            "body", details -> details.server().map(call -> call.body().text()).orElse(""), PixelForm::body);
    private static final Field<PixelDetails, String> TOKEN =
            BLANK.text("token", details -> details.token().isEmpty() ? "" : KEPT, PixelDetails::token);
    private static final Field<PixelDetails, String> VIEW_EVENT =
            BLANK.text("viewEvent", PixelDetails::viewEvent, PixelDetails::event);
    private static final Field<PixelDetails, String> LEAD_EVENT =
            BLANK.text("leadEvent", PixelDetails::leadEvent, PixelDetails::event);
    private static final Field<PixelDetails, String> CHECKOUT_EVENT = BLANK.text(
            "checkoutEvent",
            PixelDetails::checkoutEvent,
            typed -> PixelDetails.event(typed.isBlank() ? "Checkout" : typed));
    private static final Field<PixelDetails, String> SALE_EVENT =
            BLANK.text("saleEvent", PixelDetails::saleEvent, PixelDetails::saleEvent);

    private PixelForm() {}

    static Intake shown(PixelDetails details) {
        return BLANK.shown(details);
    }

    /** @param token that is kept already; it stays unless another one is typed */
    static Optional<PixelDetails> read(Intake form, String token) {
        try {
            if (way(form.value("way")).byBrowser()
                    && form.value("address").isBlank()
                    && form.value("snippet").isBlank()) {
                form.refuse("address", PixelDetails.NOTHING_TO_ASK);
            }
            return BLANK.read(form, typed -> details(typed, token));
        } catch (Refusal refusal) {
            form.refuse("server", refusal.getMessage());
            return Optional.empty();
        }
    }

    private static PixelDetails details(Blank.Typed<PixelDetails> typed, String token) {
        return new PixelDetails(
                typed.of(NAME),
                typed.of(PIXEL_ID),
                typed.of(WAY),
                typed.of(ADDRESS),
                typed.of(SNIPPET),
                typed.of(ALSO_ASKED),
                typed.of(SERVER).map(address -> new ServerCall(address, typed.of(BODY))),
                typed.of(TOKEN).equals(KEPT) ? token : typed.of(TOKEN),
                typed.of(VIEW_EVENT),
                typed.of(LEAD_EVENT),
                typed.of(CHECKOUT_EVENT),
                typed.of(SALE_EVENT));
    }

    private static <T> Function<String, Optional<T>> optional(Function<String, T> read) {
        return typed -> typed.isBlank() ? Optional.empty() : Optional.of(read.apply(typed.strip()));
    }

    private static PixelWay way(String chosen) {
        return Arrays.stream(PixelWay.values())
                .filter(way -> way.name().equals(chosen))
                .findFirst()
                .orElse(PixelWay.BROWSER);
    }

    private static JsonTemplate body(String typed) {
        JsonTemplate body = new JsonTemplate(PlainText.lines("text that is sent", typed, 4000));
        try {
            if (!body.isEmpty()) {
                JSON.readTree(body.expand(Map.of()));
            }
            return body;
        } catch (JacksonException broken) {
            throw new Refusal("It is not JSON, near line %d: %s"
                    .formatted(
                            broken.getLocation() == null
                                    ? 1
                                    : broken.getLocation().getLineNr(),
                            PlainText.cut(broken.getOriginalMessage(), 120)));
        }
    }
}
