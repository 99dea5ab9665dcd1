package dev.wilyferret.core.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.params.provider.Arguments.arguments;

import dev.wilyferret.core.page.RichText;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
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
                arguments(mail("READ THIS today", WORDS), WHOLE, 20, "shouts"),
                arguments(mail("It is here!!", WORDS), WHOLE, 10, "exclamation mark"),
                arguments(mail("Re: your order", WORDS), WHOLE, 20, "pretends to be an answer"),
                arguments(mail("A free calendar", WORDS), WHOLE, 10, "“free”"),
                arguments(mail("Free cash, guaranteed", WORDS), WHOLE, 15, "lures"),
                arguments(mail(good, WORDS + "!!!!"), WHOLE, 10, "three exclamation marks"),
                arguments(mail(good, WORDS + "free free free"), WHOLE, 10, "words that lure"),
                arguments(mail(good, WORDS + "LOOK HERE LOOK HERE LOOK HERE LOOK HERE"), WHOLE, 20, "capitals"),
                arguments(mail(good, "Look here."), WHOLE, 10, "2 words"),
                arguments(
                        mail(good, WORDS + "[a](https://a.example/x) [b](https://b.example/y)"),
                        WHOLE,
                        15,
                        "2 links in"),
                arguments(mail(good, WORDS), new SpamLook.Sent(true, true, true, 1, 4000), 15, "more picture"),
                arguments(mail(good, WORDS + "[go](https://ab.cd/x7Tz)"), WHOLE, 15, "shortened"),
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

    @Test
    void pointsAddUpToAGrade() {
        SpamLook look = SpamLook.at(mail("", WORDS), new SpamLook.Sent(false, true, true, 0, 4000));
        assertThat(look.points()).isEqualTo(5.0);
        assertThat(look.grade()).isEqualTo(SpamLook.Grade.SPAM);
        assertThat(SpamLook.at(mail("", WORDS), WHOLE).grade()).isEqualTo(SpamLook.Grade.DOUBTFUL);
    }
}
