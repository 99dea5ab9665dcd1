package dev.wilyferret.app.offers;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.offer.AffiliateLink;
import dev.wilyferret.core.offer.Cap;
import dev.wilyferret.core.offer.Countries;
import dev.wilyferret.core.offer.NetworkMemory;
import dev.wilyferret.core.offer.PastedLink;
import dev.wilyferret.core.offer.Payout;
import dev.wilyferret.core.offer.SlotLimit;
import dev.wilyferret.core.offer.SubIdFill;
import dev.wilyferret.core.text.PlainText;
import java.util.Arrays;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The offer form: reads it into an offer, and shows an offer in it. */
final class OfferForm {

    private static final String FIXED = "FIXED";
    private static final String SAMPLE_CLICK = "06c2w0g7m4e8t5n1k9qzr3hv2d";

    /** One part of the link as pasted; where it has a place, with its present choice. */
    record Row(PastedLink.Part part, String choice, String fixed) {

        /** What it is, in words. */
        public String kind() {
            return switch (part.kind()) {
                case PARTNER_ID -> "your partner id";
                case SUB_ID -> "sub ID";
                case REST -> "the network's own";
            };
        }
    }

    /** What the link would become for a sample visitor. */
    record Sample(
            String address,
            boolean carriesClickId,
            boolean lacksPartnerId,
            Map<String, AffiliateLink.Cut> cuts,
            String limit) {}

    /** What was noted of an offer, and the name of the network it comes from. */
    record Noted(String network, OfferDetails details) {}

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
        details.cap().ifPresent(cap -> {
            values.put("cap", String.valueOf(cap.most()));
            values.put("counted", cap.counted().name());
        });
        values.put("watched", details.watched() ? "on" : "");
        return values;
    }

    /** Name and network may be left empty for now; the link says enough. */
    static Optional<Noted> read(Intake form, List<NetworkMemory> memories, Currency currency) {
        Optional<PastedLink> pasted = reading(form, memories);
        Optional<AffiliateLink> link = pasted.map(reading -> link(form, reading, memories));
        Optional<String> name = named(form, "name", "offer's name", pasted.map(PastedLink::proposedName));
        Optional<String> network = named(
                form,
                "network",
                "network's name",
                pasted.map(reading -> memory(form, reading, memories)
                        .map(NetworkMemory::network)
                        .orElse(reading.host())));
        Optional<Money> amount = form.take(
                "amount", text -> text.isBlank() ? Money.zero(currency) : Money.parse("payout", text, currency));
        Optional<Countries> countries = form.take("countries", Countries::parse);
        Cap.Counted counted = Arrays.stream(Cap.Counted.values())
                .filter(one -> one.name().equals(form.value("counted")))
                .findFirst()
                .orElse(Cap.Counted.CLICKS);
        Optional<Optional<Cap>> cap = form.take("cap", text -> Cap.read(text, counted));
        if (!form.clean()) {
            return Optional.empty();
        }
        Payout payout = form.value("payout").equals("PER_LEAD")
                ? new Payout.PerLead(amount.orElseThrow())
                : new Payout.PerSale(amount.orElseThrow());
        return Optional.of(new Noted(
                network.orElseThrow(),
                new OfferDetails(
                        name.orElseThrow(),
                        link.orElseThrow(),
                        payout,
                        countries.orElseThrow(),
                        form.ticked("pixelAllowed"),
                        cap.orElseThrow(),
                        form.ticked("watched"))));
    }

    private static Optional<String> named(Intake form, String field, String what, Optional<String> proposed) {
        return form.value(field).isBlank() && !form.finding("template").isEmpty()
                ? Optional.empty()
                : form.take(field, text -> PlainText.line(what, text.isBlank() ? proposed.orElse("") : text, 120));
    }

    /** The affiliate link as it was pasted, taken apart, with what is known of its network. */
    static Optional<PastedLink> reading(Intake form, List<NetworkMemory> memories) {
        String subId = form.take("subId", text -> PlainText.optionalLine("name of the sub ID", text, 60))
                .orElse("");
        return form.take("template", text -> {
            PastedLink pasted = PastedLink.read(text, subId);
            return memory(form, pasted, memories)
                    .map(memory -> memory.remembering(
                            pasted.carriesClickId() || !subId.isEmpty()
                                    ? pasted
                                    : PastedLink.read(text, memory.clickIdPlace())))
                    .orElse(pasted);
        });
    }

    /** What is known of the network that was named, or else of the one the link is of. */
    static Optional<NetworkMemory> memory(Intake form, PastedLink pasted, List<NetworkMemory> memories) {
        String named = form.value("network").strip();
        return memories.stream()
                .filter(memory -> named.isEmpty()
                        ? memory.knows(pasted)
                        : memory.network().equalsIgnoreCase(named))
                .findFirst();
    }

    /** The link with what was chosen; a place nobody chose a filling for gets the proposed one. */
    static AffiliateLink link(Intake form, PastedLink pasted, List<NetworkMemory> memories) {
        Map<String, SubIdFill> fills = new LinkedHashMap<>();
        pasted.proposed()
                .forEach((name, proposed) -> fills.put(
                        name,
                        form.take("fill-" + name, choice -> fill(form, name, choice, proposed))
                                .orElse(new SubIdFill.Nothing())));
        SlotLimit limit =
                memory(form, pasted, memories).map(NetworkMemory::limit).orElse(SlotLimit.NONE);
        return new AffiliateLink(pasted.template(), fills, limit);
    }

    private static SubIdFill fill(Intake form, String name, String choice, SubIdFill proposed) {
        if (choice.isEmpty()) {
            return proposed;
        }
        if (choice.equals(FIXED)) {
            String text = PlainText.optionalLine("value of " + name, form.value("fixed-" + name), 200);
            return text.isEmpty() ? new SubIdFill.Nothing() : new SubIdFill.Fixed(text);
        }
        boolean known = java.util.stream.Stream.of(SubIdFill.Tag.values())
                .anyMatch(tag -> tag.name().equals(choice));
        return known || List.of("CLICK_ID", "LINK", "PAGE").contains(choice)
                ? FillsJson.fill(choice)
                : new SubIdFill.Nothing();
    }

    static List<Row> rows(Intake form, PastedLink pasted, AffiliateLink link) {
        return pasted.parts().stream()
                .map(part -> part.place().isEmpty() ? new Row(part, "", "") : row(form, part, link))
                .toList();
    }

    private static Row row(Intake form, PastedLink.Part part, AffiliateLink link) {
        String chosen = form.value("fill-" + part.place());
        String code = FillsJson.code(link.fills().getOrDefault(part.place(), new SubIdFill.Nothing()));
        boolean ownIdMissing = chosen.isEmpty() && part.kind() == PastedLink.Kind.PARTNER_ID;
        String typed = form.value("fixed-" + part.place());
        if (!chosen.isEmpty()) {
            return new Row(part, chosen, typed);
        }
        return code.startsWith("=")
                ? new Row(part, FIXED, typed.isEmpty() ? code.substring(1) : typed)
                : new Row(part, ownIdMissing ? FIXED : code, typed);
    }

    static Sample sample(PastedLink pasted, AffiliateLink link) {
        Tags tags = new Tags("plumage", "paid-social", "spring-balcony", "", "video-1");
        AffiliateLink.Leaving visitor = new AffiliateLink.Leaving(SAMPLE_CLICK, Optional.of(tags), "x7Kq2Pm", "start");
        String sent = link.expand(visitor);
        boolean lacksPartnerId = pasted.parts().stream()
                .anyMatch(part -> part.kind() == PastedLink.Kind.PARTNER_ID
                        && link.fills().get(part.place()) instanceof SubIdFill.Nothing);
        return new Sample(
                sent,
                link.carriesClickId(),
                lacksPartnerId,
                link.cut(visitor),
                link.limit().words());
    }
}
