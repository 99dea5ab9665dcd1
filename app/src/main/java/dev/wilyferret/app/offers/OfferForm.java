package dev.wilyferret.app.offers;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.offer.AffiliateLink;
import dev.wilyferret.core.offer.Countries;
import dev.wilyferret.core.offer.Payout;
import dev.wilyferret.core.offer.SubIdFill;
import dev.wilyferret.core.text.PlainText;
import java.util.ArrayList;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The offer form: reads it into an offer, and shows an offer in it. */
final class OfferForm {

    private static final String FIXED = "FIXED";

    /** One variable of the typed template with its present choice. */
    record Slot(String name, String choice, String fixed) {}

    /** What the link would become for a sample visitor. */
    record Sample(String address, boolean carriesClickId) {}

    private OfferForm() {}

    static Map<String, String> shown(Offer offer) {
        OfferDetails details = offer.details();
        Map<String, String> values = new LinkedHashMap<>();
        values.put("name", details.name());
        values.put("network", offer.network().name());
        values.put("template", details.link().template().toString());
        details.link().fills().forEach((name, fill) -> {
            String code = FillsJson.code(fill);
            values.put("fill-" + name, code.startsWith("=") ? FIXED : code);
            values.put("fixed-" + name, code.startsWith("=") ? code.substring(1) : "");
        });
        values.put("payout", details.payout() instanceof Payout.PerLead ? "PER_LEAD" : "PER_SALE");
        values.put("amount", details.payout().amount().major().toPlainString());
        values.put("countries", details.countries().toString());
        values.put("pixelAllowed", details.pixelAllowed() ? "on" : "");
        return values;
    }

    static Optional<OfferDetails> read(Intake form, Currency currency) {
        Optional<String> name = form.take("name", text -> PlainText.line("offer's name", text, 120));
        form.take("network", text -> PlainText.line("network's name", text, 120));
        Optional<AffiliateLink> link = link(form);
        Optional<Money> amount = form.take("amount", text -> Money.parse("payout", text, currency));
        Optional<Countries> countries = form.take("countries", Countries::parse);
        if (!form.clean()) {
            return Optional.empty();
        }
        Payout payout = form.value("payout").equals("PER_LEAD")
                ? new Payout.PerLead(amount.orElseThrow())
                : new Payout.PerSale(amount.orElseThrow());
        return Optional.of(new OfferDetails(
                name.orElseThrow(), link.orElseThrow(), payout, countries.orElseThrow(), form.ticked("pixelAllowed")));
    }

    /** The affiliate link as far as it is typed; a variable nobody chose a filling for gets the proposed one. */
    static Optional<AffiliateLink> link(Intake form) {
        return form.take("template", UriTemplate::parseWeb).map(template -> {
            Map<String, SubIdFill> proposed = AffiliateLink.proposedFills(template);
            Map<String, SubIdFill> fills = new LinkedHashMap<>();
            template.variables()
                    .forEach(name -> fills.put(
                            name,
                            form.take("fill-" + name, choice -> fill(form, name, choice, proposed))
                                    .orElse(new SubIdFill.Nothing())));
            return new AffiliateLink(template, fills);
        });
    }

    private static SubIdFill fill(Intake form, String name, String choice, Map<String, SubIdFill> proposed) {
        if (choice.isEmpty()) {
            return proposed.get(name);
        }
        if (choice.equals(FIXED)) {
            String text = PlainText.optionalLine("value of " + name, form.value("fixed-" + name), 200);
            return text.isEmpty() ? new SubIdFill.Nothing() : new SubIdFill.Fixed(text);
        }
        boolean known = java.util.stream.Stream.of(SubIdFill.Tag.values())
                .anyMatch(tag -> tag.name().equals(choice));
        return known || choice.equals("CLICK_ID") ? FillsJson.fill(choice) : new SubIdFill.Nothing();
    }

    static List<Slot> slots(Intake form, AffiliateLink link) {
        List<Slot> slots = new ArrayList<>();
        link.fills().forEach((name, fill) -> {
            String code = FillsJson.code(fill);
            String choice = form.value("fill-" + name);
            slots.add(new Slot(
                    name,
                    choice.isEmpty() ? (code.startsWith("=") ? FIXED : code) : choice,
                    form.value("fixed-" + name)));
        });
        return slots;
    }

    static Sample sample(AffiliateLink link) {
        Tags tags = new Tags("plumage", "paid-social", "spring-balcony", "", "video-1");
        return new Sample(link.expand("06c2w0g7m4e8t5n1k9qzr3hv2d", Optional.of(tags)), link.carriesClickId());
    }
}
