package dev.wilyferret.core.page;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.page.RichText.Part;
import dev.wilyferret.core.page.RichText.Span;
import dev.wilyferret.core.readiness.Fold;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.text.TokenText;
import dev.wilyferret.core.text.Words;
import dev.wilyferret.core.wording.HeadlineIdeas;
import dev.wilyferret.core.wording.MessageMatch;
import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WordsTest {

    @Test
    void textHasParagraphsListsAndShapes() {
        assertThat(new RichText(
                                "Grow **bold** and *slanted*.\nSame paragraph.\n- one\n- [two](https://a.example/b)\n\nEnd")
                        .parts())
                .containsExactly(
                        new Part.Paragraph(List.of(
                                new Span.Plain("Grow "),
                                new Span.Bold(List.of(new Span.Plain("bold"))),
                                new Span.Plain(" and "),
                                new Span.Italic(List.of(new Span.Plain("slanted"))),
                                new Span.Plain(".\nSame paragraph."))),
                        new Part.Bullets(List.of(
                                List.of(new Span.Plain("one")),
                                List.of(new Span.Link("two", new WebAddress("https://a.example/b"))))),
                        new Part.Paragraph(List.of(new Span.Plain("End"))));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            [words](https://en.test/wiki/A_(b))             | https://en.test/wiki/A_(b)
            ([words](https://en.test/wiki/A_(b)))           | https://en.test/wiki/A_(b)
            [words](https://en.test/a(b(c))d)               | https://en.test/a(b(c))d
            see [words](https://en.test/a). (Really)        | https://en.test/a
            **see [words](https://en.test/a) now**          | https://en.test/a
            *see [words](https://en.test/A_(b))*            | https://en.test/A_(b)
            [**words**](https://en.test/a)                  | https://en.test/a
            - **[words](https://en.test/a)**                | https://en.test/a
            [größe](https://STRASSE.test/größe)             | https://strasse.test/gr%C3%B6%C3%9Fe
            """)
    void aLinkIsALinkWhereverItStands(String typed, String address) {
        assertThat(new RichText(typed).addresses()).containsExactly(address);
        assertThat(new RichText(typed).links().getFirst().words()).isIn("words", "größe");
    }

    @Test
    void aLinkInBoldKeepsBoth() {
        Span.Link link = new Span.Link("words", new WebAddress("https://en.test/a"));
        assertThat(new RichText("**see [words](https://en.test/a) now**").parts())
                .containsExactly(new Part.Paragraph(
                        List.of(new Span.Bold(List.of(new Span.Plain("see "), link, new Span.Plain(" now"))))));
        assertThat(new RichText("[**words**](https://en.test/a)").parts())
                .containsExactly(new Part.Paragraph(List.of(new Span.Bold(List.of(link)))));
        assertThat(new RichText("[*words*](https://en.test/a)").parts())
                .containsExactly(new Part.Paragraph(List.of(new Span.Italic(List.of(link)))));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            [words](https://en.test/a(b)
            [words](https://en.test/a b)
            [words] (https://en.test/a)
            [words](https://en.test/a(b(c(d))))
            """)
    void whatIsNotClosedIsNoLink(String typed) {
        assertThat(new RichText(typed).links()).isEmpty();
    }

    @Test
    void signsThatMeanNothingStayWords() {
        assertThat(new RichText("2 * 3 = 6, ** and [a] (b)").parts())
                .containsExactly(new Part.Paragraph(List.of(new Span.Plain("2 * 3 = 6, ** and [a] (b)"))));
    }

    @Test
    void aLinkToSomethingElseIsRefused() {
        assertThatThrownBy(() -> new RichText("[x](javascript:alert)")).isInstanceOf(Refusal.class);
    }

    @Property
    void anyTextThatIsKeptKeepsItsLetters(@ForAll String typed) {
        RichText text;
        try {
            text = new RichText(typed);
        } catch (Refusal refused) {
            return;
        }
        assertThat(text.source()).isEqualTo(typed.replace("\r\n", "\n").strip());
        assertThat(text.parts()).isNotNull();
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', textBlock = """
            Grow in {{city|your town}}; Graz; Grow in Graz
            Grow in {{city|your town}}; ''; Grow in your town
            {{ City | your town }}!; Graz; Graz!
            {{city}}; ''; ''
            {{other|x}} {{city|y}}; Graz; x Graz
            {city|y} and {{ci ty!|z}}; Graz; {city|y} and {{ci ty!|z}}
            """)
    void tokensAreFilledOrFallBack(String text, String city, String expected) {
        assertThat(TokenText.of(text).filled(Map.of("city", city))).isEqualTo(expected);
    }

    @Test
    void valuesAreEncodedAndWordsAreNot() {
        assertThat(TokenText.of("<b>{{city|<x>}}</b>")
                        .filled(Map.of("city", "<i>"), value -> value.replace("<", "&lt;")))
                .isEqualTo("<b>&lt;i></b>");
    }

    @Test
    void aTokenOfTwoWordsIsOneName() {
        assertThat(TokenText.of("Hello {{first name|you}}").tokens())
                .containsExactly(new TokenText.Part.Token("first_name", "you"));
    }

    /** The ad's meaningful words by the rule: grow, oyster, mushrooms, balcony, six, weeks, free, calendar. */
    @Test
    void theAdsWordsAreLookedForInTheFirstLines() {
        Blocks page = new Blocks(List.of(
                Placed.of("a", new Block.Headline("Growing oyster mushrooms on your balcony")),
                Placed.of("b", new Block.SubHeadline("In six weeks")),
                Placed.of("c", new Block.Benefits(List.of("A free calendar")))));
        MessageMatch match = MessageMatch.of(
                "Grow oyster mushrooms on your balcony in six weeks – get the FREE calendar now!", page, "en");
        assertThat(match.carried()).containsExactly("grow", "oyster", "mushrooms", "balcony", "six", "weeks");
        assertThat(match.missing()).containsExactly("free", "calendar");
        assertThat(match.share().part()).isEqualTo(6);
        assertThat(match.share().whole()).isEqualTo(8);
    }

    @ParameterizedTest
    @CsvSource({
        "grow, grown, true",
        "grow, growing, true",
        "grow, growingly, false",
        "cap, caps, false",
        "six, six, true"
    })
    void wordsAreTheSameUpToTheirEnding(String ad, String page, boolean same) {
        Blocks blocks = new Blocks(List.of(Placed.of("a", new Block.Headline(page))));
        assertThat(MessageMatch.of(ad, blocks, "en").missing().isEmpty()).isEqualTo(same);
    }

    /** The same few words in each language, around "mushrooms" or what the language calls them. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            en    | These are the mushrooms that you get here        | mushrooms
            en-GB | These are the mushrooms that you get here        | mushrooms
            de    | Das sind die Pilze, die man hier für euch hat    | pilze
            de-AT | Das sind die Pilze, die man hier für euch hat    | pilze
            es    | Estas son las setas que hay aquí para ti         | setas
            fr    | Ce sont les champignons que vous avez ici        | champignons,avez
            it    | Questi sono i funghi che sono qui per voi        | funghi
            nl    | Dit zijn de zwammen die er hier voor jou zijn    | zwammen
            pt-BR | Estes são os cogumelos que você tem aqui         | cogumelos
            xx    | These are the mushrooms that you get here        | mushrooms
            de    | These are die Pilze                              | these,are,pilze
            en    | Grow cafe\u0301 mushrooms                        | grow,caf\u00e9,mushrooms
            en    | Grow at https://growbench.example/now?x=free today | grow,today
            en    | Mail ines@kelderhoek.example or see www.growbench.example now | mail
            en    | Read growbench.example/free first                | read,first
            ja    | きのこ栽培キット                                    | きのこ,栽培,キット
            zh    | 我的蘑菇                                          | 蘑菇
            th    | เห็ดนางรม                                         | เห็ด,นางรม
            ko    | 버섯 재배                                         | 버섯,재배
            """)
    void onlyWordsThatSaySomethingCount(String language, String ad, String words) {
        assertThat(String.join(
                        ",",
                        MessageMatch.of(ad, new Blocks(List.of()), language).missing()))
                .isEqualTo(words);
    }

    @Test
    void tokensAreNoWords() {
        assertThat(MessageMatch.of("Grow in {{city|your own town}} {{ offer }} fast", new Blocks(List.of()), "en")
                        .missing())
                .containsExactly("grow", "fast");
    }

    @Test
    void wordsWithoutSpacesAreFoundInThePage() {
        Blocks page = new Blocks(List.of(Placed.of("a", new Block.Headline("自宅できのこ栽培を始めよう"))));
        MessageMatch match = MessageMatch.of("きのこ栽培キット", page, "ja");
        assertThat(match.carried()).containsExactly("きのこ", "栽培");
        assertThat(match.missing()).containsExactly("キット");
    }

    /** UAX #29: a letter with its marks, a flag, a family and a jamo syllable are one each. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            abc                                        | 3
            e\u0301                                    | 1
            \uD83C\uDDE6\uD83C\uDDF9                  | 1
            \uD83D\uDC69\u200D\uD83D\uDC69\u200D\uD83D\uDC67 | 1
            \u1112\u1161\u11ab                        | 1
            ''                                         | 0
            """)
    void lettersAreThoseReadersSee(String text, int letters) {
        assertThat(Words.letters(text)).isEqualTo(letters);
    }

    @Test
    void headlinesAreMadeFromThreeAnswers() {
        assertThat(HeadlineIdeas.from("pick mushrooms at home", "a garden", "a short video"))
                .extracting(HeadlineIdeas.Idea::headline)
                .contains(
                        "Pick mushrooms at home – without a garden",
                        "What does it really take to pick mushrooms at home?",
                        "Free: a short video that shows you how to pick mushrooms at home");
        assertThat(HeadlineIdeas.from("", "", "")).isEmpty();
        assertThat(HeadlineIdeas.from("grow", "", "")).hasSize(1);
    }

    /** Lines of 21: "Pick your first" (15), "oyster mushrooms in" (19), "six weeks" (9). */
    @Test
    void phoneLinesBreakBetweenWords() {
        assertThat(HeadlineIdeas.phoneLines("Pick your first oyster mushrooms in six weeks"))
                .isEqualTo(3);
        assertThat(HeadlineIdeas.phoneLines("Word")).isEqualTo(1);
    }

    @Test
    void theFoldIsSaidInWords() {
        Blocks blocks = new Blocks(List.of(
                SamplePages.HEADLINE,
                SamplePages.BUTTON,
                Placed.of("f", BlockKind.FORM.empty()),
                Placed.of("t", new Block.Text(new RichText("words")))));
        Map<BlockId, Integer> bottoms =
                Map.of(new BlockId("head"), 200, new BlockId("go"), 600, new BlockId("f"), 900, new BlockId("t"), 950);
        assertThat(new Fold(Fold.Screen.PHONE, bottoms).sentence(blocks))
                .isEqualTo("Headline and button are above the fold on a phone; opt-in form is not.");
        assertThat(new Fold(Fold.Screen.LAPTOP, Map.of()).sentence(blocks))
                .isEqualTo("Nothing stands on the page yet.");
    }
}
