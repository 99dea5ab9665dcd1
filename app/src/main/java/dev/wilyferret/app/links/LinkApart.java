package dev.wilyferret.app.links;

import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.sources.Profile;
import dev.wilyferret.core.address.AddressParts;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.address.Tagging;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.link.SiteParameter;
import dev.wilyferret.core.offer.AffiliateLink;
import dev.wilyferret.core.page.PageDocument.OutsidePage;
import dev.wilyferret.core.source.Source;
import dev.wilyferret.core.source.Token;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * A link taken apart: what is handed out, and where that sends a visitor.
 *
 * @param handedOut the address that is given to the source
 * @param sent what a visitor is sent to, with samples where something is filled in
 */
record LinkApart(
        String handedOut, List<Labelled> handedOutParts, String sent, List<Labelled> sentParts, List<String> warnings) {

    /** Longer ones are cut by some platforms. */
    private static final int LONG = 2000;

    private static final String SAMPLE_CLICK = "06c2w0g7m4e8t5n1k9qzr3hv2d";

    private static final String SAMPLE_CODE = "x7Kq2Pm";

    private static final Map<String, String> FIVE = Map.of(
            "utm_source", "source",
            "utm_medium", "medium",
            "utm_campaign", "campaign",
            "utm_term", "term",
            "utm_content", "content");

    /** @param label what it is, and whose */
    record Labelled(String label, String name, String text) {}

    /**
     * @param host the link stands on
     * @param path it is followed at; empty while it has none
     */
    static LinkApart of(
            LinkChoices choices, Optional<OwnHost> host, Optional<String> path, LinkDetails details, SiteAddress site) {
        Optional<Source> source = details.source().flatMap(choices::source).map(Profile::source);
        String link = site.of(host, path.orElse("/go/…"));
        String handedOut = source.map(one -> one.handedOut(link)).orElse(link);
        Map<String, String> samples = new LinkedHashMap<>();
        source.ifPresent(one -> one.tokens().forEach(token -> samples.put(token.parameter(), token.sample())));
        List<String> warnings = new ArrayList<>();
        String sent = sent(choices, details, samples, site, warnings);
        if (sent.length() > LONG) {
            warnings.add("The address has %,d characters; some platforms and mail programs cut what is longer than %,d."
                    .formatted(sent.length(), LONG));
        }
        return new LinkApart(
                handedOut,
                parts(handedOut, path.isEmpty() ? "made when you keep it" : "short code", details.tags(), source),
                sent,
                parts(sent, "where it leads", details.tags(), source),
                warnings);
    }

    private static String sent(
            LinkChoices choices,
            LinkDetails details,
            Map<String, String> samples,
            SiteAddress site,
            List<String> warnings) {
        Tags tags = details.tags();
        return switch (details.to()) {
            case Destination.ToPage(var id) -> {
                Page page = choices.pages().stream()
                        .filter(one -> one.id().equals(id))
                        .findFirst()
                        .orElseThrow();
                if (page.published().isEmpty()) {
                    warnings.add("“%s” is not published yet: until it is, visitors get a plain “not found”."
                            .formatted(page.name()));
                }
                if (page.draft() instanceof OutsidePage outside) {
                    Map<String, String> along = new LinkedHashMap<>(samples);
                    along.put(SiteParameter.VISIT, SAMPLE_CLICK);
                    yield Tagging.of(tags.onto(outside.address().text()), along).address();
                }
                String address =
                        site.of(choices.promotion().host(), choices.promotion().path(page.slug()));
                yield Tagging.of(tags.onto(address), samples).address();
            }
            case Destination.ToOffer(var other) -> {
                Offer offer = choices.offers().stream()
                        .filter(one ->
                                one.id().equals(other.orElse(choices.promotion().offer())))
                        .findFirst()
                        .orElseThrow();
                if (!samples.isEmpty()) {
                    warnings.add(
                            "What the source fills in is kept with the click; the offer gets what its own sub IDs carry.");
                }
                AffiliateLink link = offer.details().link();
                AffiliateLink.Leaving visitor =
                        new AffiliateLink.Leaving(SAMPLE_CLICK, Optional.of(tags), SAMPLE_CODE, "");
                link.cut(visitor)
                        .forEach((place, cut) -> warnings.add("%s takes %s in a sub ID: in %s, “%s” is sent as “%s”."
                                .formatted(
                                        offer.network().name(), link.limit().words(), place, cut.value(), cut.sent())));
                yield link.expand(visitor);
            }
            case Destination.ToElsewhere(var id) -> {
                var elsewhere = choices.places().stream()
                        .filter(one -> one.id().equals(id))
                        .findFirst()
                        .orElseThrow()
                        .elsewhere();
                String bare = elsewhere.address().address(Map.of());
                Tagging.of(bare, tags.parameters())
                        .replaced()
                        .forEach((name, said) ->
                                warnings.add("The address says %s=%s itself; the link's own value is sent instead."
                                        .formatted(name, said)));
                yield Tagging.of(elsewhere.sent(SAMPLE_CLICK, Optional.of(tags)), samples)
                        .address();
            }
        };
    }

    private static List<Labelled> parts(String address, String path, Tags tags, Optional<Source> source) {
        Map<String, Token> tokens = source.stream()
                .flatMap(one -> one.tokens().stream())
                .collect(Collectors.toMap(Token::parameter, token -> token));
        AddressParts parts = AddressParts.of(address);
        List<Labelled> labelled = new ArrayList<>();
        labelled.add(new Labelled("host", "", parts.origin()));
        labelled.add(new Labelled(path, "", parts.path()));
        parts.parameters().forEach(one -> {
            String label = FIVE.containsKey(one.name())
                    ? FIVE.get(one.name())
                    : tags.own().containsKey(one.name())
                            ? "own tag"
                            : tokens.containsKey(one.name())
                                    ? "filled in by " + source.orElseThrow().name()
                                    : one.value().equals(SAMPLE_CLICK) ? "click id" : "of the address";
            labelled.add(new Labelled(label, one.name(), one.value()));
        });
        if (!parts.fragment().isEmpty()) {
            labelled.add(new Labelled("part of the page", "#", parts.fragment()));
        }
        return labelled;
    }
}
