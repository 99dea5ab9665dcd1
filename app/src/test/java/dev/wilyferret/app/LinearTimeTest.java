package dev.wilyferret.app;

import dev.wilyferret.app.kit.LinearTime;
import dev.wilyferret.core.address.Query;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.color.Rgb;
import dev.wilyferret.core.link.LinkCode;
import dev.wilyferret.core.link.Slug;
import dev.wilyferret.core.mail.MailText;
import dev.wilyferret.core.mail.SpamLook;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.offer.Countries;
import dev.wilyferret.core.offer.PastedLink;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.Blocks;
import dev.wilyferret.core.page.FormField;
import dev.wilyferret.core.page.Hold;
import dev.wilyferret.core.page.Look;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.PageSettings;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.page.RichText;
import dev.wilyferret.core.people.AddressesIn;
import dev.wilyferret.core.people.EmailAddress;
import dev.wilyferret.core.readiness.Readiness;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.TokenText;
import dev.wilyferret.core.visit.Device;
import dev.wilyferret.core.visit.Headers;
import dev.wilyferret.core.visit.Parameters;
import dev.wilyferret.core.wording.HeadlineIdeas;
import dev.wilyferret.core.wording.MessageMatch;
import java.time.Instant;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The parsers of the core. Those of the app that are no business of other packages are checked beside them. */
class LinearTimeTest {

    private static Map<String, Consumer<String>> parsers() {
        Map<String, Consumer<String>> parsers = new LinkedHashMap<>();
        parsers.put("line", text -> PlainText.line("line", text, 100_000));
        parsers.put("lines", text -> PlainText.lines("lines", text, 100_000));
        parsers.put("tokens", text -> TokenText.of(text).filled(Map.of()));
        parsers.put("rich text", text -> new RichText(cut(text, 8_000)).addresses());
        parsers.put("rich text at once", RichText::new);
        parsers.put("video", text -> new Block.Video("", text, "", "", false, true, false));
        parsers.put("code", text -> code(cut(text, 20_000)));
        parsers.put("field", FormField::of);
        parsers.put("settings", text -> new PageSettings("", "", "", "", text, true, false, "", ""));
        parsers.put("hold", Hold::parse);
        parsers.put("block", BlockId::new);
        parsers.put("mail address", EmailAddress::new);
        parsers.put("web address", WebAddress::new);
        parsers.put("template", UriTemplate::parseWeb);
        parsers.put("pasted link", text -> PastedLink.read(text, ""));
        parsers.put("pasted link, as long as may be", text -> PastedLink.read(cut(text, 20_000), ""));
        parsers.put("tags", new Tags("a", "b", "c", "", "")::onto);
        parsers.put("query", Query::encode);
        parsers.put("query read", Query::parameters);
        parsers.put("query decoded throughout", Query::decodedThroughout);
        parsers.put("addresses in it", AddressesIn::text);
        parsers.put("parameters", text -> new Parameters(text).values());
        parsers.put("referrer", text -> new Headers("", text, "", Headers.Hints.NONE, Headers.Fetch.NONE, ""));
        parsers.put("device", text -> Device.of(Headers.of(text)));
        parsers.put("money", text -> Money.parse("amount", text, Currency.getInstance("EUR")));
        parsers.put("countries", Countries::parse);
        parsers.put("slug", Slug::new);
        parsers.put("slug proposed", Slug::proposedFor);
        parsers.put("code of a link", LinkCode::new);
        parsers.put("colour", Rgb::parse);
        parsers.put("headline", HeadlineIdeas::phoneLines);
        parsers.put("ad", text -> MessageMatch.of(text, new Blocks(List.of()), "en"));
        parsers.put("ad, as long as may be", text -> MessageMatch.of(cut(text, 2_000), new Blocks(List.of()), "ja"));
        parsers.put(
                "spam look",
                text -> SpamLook.at(
                        new MailText("", "", new RichText(cut(text, 8_000))),
                        new SpamLook.Sent(true, true, true, 0, 0)));
        return parsers;
    }

    private static String cut(String text, int most) {
        return text.substring(0, Math.min(most, text.length()));
    }

    /** The owner's own code, looked over as it is before it is published. */
    private static void code(String html) {
        PageDocument page = new PageDocument.ContentPage(
                PageSettings.titled("Code"),
                Look.PLAIN,
                new Blocks(List.of(Placed.of("code", new Block.Code(html)))),
                List.of());
        Readiness.of(
                page,
                new Readiness.Context(
                        id -> Readiness.Target.MISSING,
                        Set.of(),
                        Set.of(),
                        offer -> true,
                        Map.of(),
                        true,
                        0,
                        List.of(),
                        Instant.EPOCH));
    }

    static Stream<String> names() {
        return parsers().keySet().stream();
    }

    @ParameterizedTest
    @MethodSource("names")
    void takesTimeInProportion(String name) {
        for (String begin : List.of("", "<", "x@", "%25", "https://a.example/", "src=", "url(")) {
            LinearTime.check(begin, Objects.requireNonNull(parsers().get(name)));
        }
    }
}
