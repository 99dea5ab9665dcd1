package dev.wilyferret.core;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.address.Query;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.color.Rgb;
import dev.wilyferret.core.link.LinkCode;
import dev.wilyferret.core.link.Slug;
import dev.wilyferret.core.mail.MailText;
import dev.wilyferret.core.mail.SpamLook;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.offer.Countries;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.Blocks;
import dev.wilyferret.core.page.FormField;
import dev.wilyferret.core.page.HeadlineIdeas;
import dev.wilyferret.core.page.Hold;
import dev.wilyferret.core.page.Look;
import dev.wilyferret.core.page.MessageMatch;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.PageSettings;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.page.Readiness;
import dev.wilyferret.core.page.RichText;
import dev.wilyferret.core.people.EmailAddress;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.text.TokenText;
import java.lang.management.ManagementFactory;
import java.time.Instant;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * No parser takes more than its share: doubling an awkward text takes at most two and a half times the CPU time of the
 * thread, and no text of 100,000 characters takes more than a fifth of a second of it.
 */
class LinearTimeTest {

    private static final int LONG = 100_000;
    private static final double MOST_MILLIS = 200;
    /** Below this the clock of the thread says more of itself than of the parser. */
    private static final double NOISE_MILLIS = 25;

    private static final double HOPELESS_MILLIS = 2000;
    private static final int ROUNDS = 15;

    private static final List<String> PIECES = List.of(
            "a",
            " ",
            "<",
            "](",
            "[",
            "[a](",
            "**",
            "*a ",
            "{{",
            "{{a",
            "{{a|",
            "{",
            "}",
            "\n",
            "\n- ",
            "\t",
            "<iframe ",
            "src ",
            "src=\"",
            "<iframe src",
            "@",
            ".",
            "a.",
            "-a",
            "a-",
            "%",
            "://",
            "http://",
            "url(",
            "A!",
            "free ",
            ",",
            ";",
            "0",
            "é",
            "a\u0301\u0327",
            "\uE0F0",
            "\uFDD0",
            "\uD83C\uDF44",
            "'a",
            "1.",
            "//",
            "#",
            "?&",
            "=\"'",
            "src= ",
            "src =  \" ");

    private static Map<String, Consumer<String>> parsers() {
        Map<String, Consumer<String>> parsers = new LinkedHashMap<>();
        parsers.put("line", text -> PlainText.line("line", text, LONG));
        parsers.put("lines", text -> PlainText.lines("lines", text, LONG));
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
        parsers.put("query", Query::encode);
        parsers.put("money", text -> Money.parse("amount", text, Currency.getInstance("EUR")));
        parsers.put("countries", Countries::parse);
        parsers.put("slug", Slug::new);
        parsers.put("slug proposed", Slug::proposedFor);
        parsers.put("code of a link", LinkCode::new);
        parsers.put("colour", Rgb::parse);
        parsers.put("headline", HeadlineIdeas::phoneLines);
        parsers.put("ad", text -> MessageMatch.of(text, new Blocks(List.of())));
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
                new Readiness.Around(
                        id -> Readiness.Target.MISSING,
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
        Consumer<String> parser = parsers().get(name);
        for (String piece : PIECES) {
            for (String begin : List.of("", "<", "x@", "https://a.example/", "src=", "url(")) {
                String whole = begin + piece.repeat(LONG / piece.length());
                String half = whole.substring(0, whole.length() / 2);
                double best = millis(parser, whole);
                double halfBest = 0;
                // The least of several, measured in turn: a busy machine and a cold start only ever add.
                for (int round = 0; round < ROUNDS && best > allowed(halfBest) && best < HOPELESS_MILLIS; round++) {
                    double half1 = millis(parser, half);
                    halfBest = round == 0 ? half1 : Math.min(halfBest, half1);
                    best = Math.min(best, millis(parser, whole));
                }
                assertThat(best)
                        .as("%s of %s…: CPU time of all, against half of it", name, begin + piece)
                        .isLessThanOrEqualTo(allowed(halfBest));
            }
        }
    }

    private static double allowed(double halfMillis) {
        return Math.min(MOST_MILLIS, Math.max(NOISE_MILLIS, 2.5 * halfMillis));
    }

    private static double millis(Consumer<String> parser, String text) {
        var threads = ManagementFactory.getThreadMXBean();
        long before = threads.getCurrentThreadCpuTime();
        try {
            parser.accept(text);
        } catch (Refusal refused) {
            // Saying no is an answer too, as long as it comes soon.
        }
        return (threads.getCurrentThreadCpuTime() - before) / 1e6;
    }
}
