package dev.wilyferret.core.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.params.provider.Arguments.arguments;

import dev.wilyferret.core.page.RichText;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Each rule alone, over a mail that has nothing else against it. */
class SpamLookTest {

    private static final String WORDS =
            "Most first harvests rot for one reason: the bucket is opened to look. Leave it closed until week three, however "
                    + "curious you are. The threads need the damp more than you need to know what goes on in there. ";
    private static final SpamLook.Sent WHOLE = new SpamLook.Sent(true, true, true, 0, 4000);

    private static MailText mail(String subject, String body) {
        return new MailText(subject, "", new RichText(body));
    }

    @Test
    void aLetterHasNothingAgainstIt() {
        SpamLook look = SpamLook.at(
                mail("The mistake that rots most first tries", WORDS + "[Read on](https://growbench.example/rot)"),
                WHOLE);
        assertThat(look.findings()).isEmpty();
        assertThat(look.grade()).isEqualTo(SpamLook.Grade.CLEAN);
    }

    static Stream<Arguments> flaws() {
        String good = "Your calendar";
        return Stream.of(
                arguments(mail("", WORDS), WHOLE, 30, "subject is empty"),
                arguments(mail("a ".repeat(36) + "b", WORDS), WHOLE, 10, "longer than 70"),
                arguments(mail("READ THIS OFFER today", WORDS), WHOLE, 20, "shouts"),
                arguments(mail("It is here!!", WORDS), WHOLE, 10, "exclamation mark"),
                arguments(mail("Re: your order", WORDS), WHOLE, 20, "pretends to be an answer"),
                arguments(mail("A free calendar", WORDS), WHOLE, 10, "“free”"),
                arguments(mail("Free cash, guaranteed", WORDS), WHOLE, 15, "lures"),
                arguments(mail(good, WORDS + "!!!!"), WHOLE, 10, "three exclamation marks"),
                arguments(mail(good, WORDS + "free free free"), WHOLE, 10, "words that lure"),
                arguments(
                        mail(good, WORDS + "free cash now, risk free, a winner: no cost"),
                        WHOLE,
                        30,
                        "5 words that lure"),
                arguments(mail(good, WORDS + "free ".repeat(40)), WHOLE, 40, "40 words that lure"),
                arguments(mail(good, WORDS + "LOOK HERE LOOK HERE LOOK HERE LOOK HERE"), WHOLE, 20, "capitals"),
                arguments(mail(good, "Look [here](https://growbench.example/rot)."), WHOLE, 10, "2 words"),
                arguments(
                        mail(good, WORDS + "[a](https://a.example/x) [b](https://b.example/y)"),
                        WHOLE,
                        15,
                        "2 links in"),
                arguments(mail(good, WORDS), new SpamLook.Sent(true, true, true, 1, 4000), 15, "more picture"),
                arguments(mail(good, WORDS + "[go](https://shorten.example/x7Tz)"), WHOLE, 15, "shortened"),
                arguments(mail(good, WORDS + "[go](https://me.SHORTEN.example/x7Tz)"), WHOLE, 15, "shortened"),
                arguments(mail(good, WORDS + "[go](https://192.0.2.7/page-of-words)"), WHOLE, 20, "bare number"),
                arguments(mail(good, WORDS + "[go](http://growbench.example/rot)"), WHOLE, 5, "not encrypted"),
                arguments(
                        mail(good, WORDS + "[growbench.example](https://elsewhere.example/rot)"),
                        WHOLE,
                        30,
                        "leads to elsewhere.example"),
                arguments(mail(good, WORDS), new SpamLook.Sent(false, true, true, 0, 4000), 20, "plain text"),
                arguments(mail(good, WORDS), new SpamLook.Sent(true, false, true, 0, 4000), 25, "postal address"),
                arguments(mail(good, WORDS), new SpamLook.Sent(true, true, false, 0, 4000), 30, "unsubscribe"),
                arguments(mail(good, WORDS), new SpamLook.Sent(true, true, true, 0, 120_000), 10, "120 kB"));
    }

    @ParameterizedTest
    @MethodSource("flaws")
    void eachRuleHasItsPoints(MailText mail, SpamLook.Sent sent, int tenths, String what) {
        SpamLook look = SpamLook.at(mail, sent);
        assertThat(look.findings()).hasSize(1);
        assertThat(look.findings().getFirst().what()).contains(what);
        assertThat(look.findings().getFirst().mend()).endsWith(".");
        assertThat(look.tenths()).isEqualTo(tenths);
    }

    static Stream<MailText> harmless() {
        return Stream.of(
                mail("HTML and CSS for growers", WORDS + "NASA and ESA, GDPR, CCPA: the EU, the USA and UNESCO."),
                mail("The GDPR / CCPA update", WORDS),
                mail("Your calendar", "Look here."),
                mail("Your calendar", WORDS + "[go](https://ab.cd/x7Tz)"),
                mail("Your calendar", WORDS + "[growbench.example](https://www.growbench.example/rot)"),
                mail("Your calendar", WORDS + "[www.growbench.example](https://growbench.example/rot)"),
                mail("Your calendar", WORDS + "[growbench.example](https://shop.growbench.example/rot)"),
                mail("Your calendar", WORDS + "[https://growbench.example/rot](https://growbench.example/rot)"),
                mail("Your calendar", WORDS + "[größe.example](https://größe.example/rot)"),
                mail("Your calendar", WORDS + "[harvest-calendar.pdf](https://growbench.example/rot)"),
                mail("Your calendar", WORDS + "[2.0.1](https://growbench.example/rot)"),
                mail("Your calendar", WORDS + "[v1.2-beta](https://growbench.example/rot)"),
                mail("Your calendar", WORDS + "[Read more. Now](https://growbench.example/rot)"),
                mail("\u062a\u0642\u0648\u064a\u0645", WORDS),
                mail(
                        "収穫カレンダー",
                        "きのこ栽培キットを使って、自宅のベランダでおいしいしいたけを育てる方法を、".repeat(4) + "[こちら](https://growbench.example/rot)"));
    }

    @ParameterizedTest
    @MethodSource("harmless")
    void whatIsHarmlessIsLeftAlone(MailText mail) {
        assertThat(SpamLook.at(mail, WHOLE).findings()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            growbench.example | https://notgrowbench.example/rot
            growbench.example | https://growbench.example.evil.test/rot
            shop.growbench.example | https://growbench.example/rot
            https://growbench.example/rot | https://evil.test/rot
            www.growbench.example | https://evil.test/www.growbench.example
            """)
    void aHostIsAnothersOnlyAtADot(String words, String address) {
        assertThat(SpamLook.at(mail("Your calendar", WORDS + "[" + words + "](" + address + ")"), WHOLE)
                        .findings())
                .singleElement()
                .satisfies(finding -> assertThat(finding.what()).contains("A link reads"));
    }

    /** Five lures and all that belongs under a mail: still some filters will hesitate. */
    @Test
    void aGoodFooterBuysNothingOff() {
        assertThat(SpamLook.at(mail("Your calendar", WORDS + "free, risk free, winner, cash, guaranteed"), WHOLE)
                        .grade())
                .isEqualTo(SpamLook.Grade.DOUBTFUL);
    }

    @Test
    void pointsAddUpToAGrade() {
        SpamLook look = SpamLook.at(mail("", WORDS), new SpamLook.Sent(false, true, true, 0, 4000));
        assertThat(look.points()).isEqualTo(5.0);
        assertThat(look.grade()).isEqualTo(SpamLook.Grade.SPAM);
        assertThat(SpamLook.at(mail("", WORDS), WHOLE).grade()).isEqualTo(SpamLook.Grade.DOUBTFUL);
    }
}
