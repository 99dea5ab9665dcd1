package dev.wilyferret.core.page;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.page.RichText.Part;
import dev.wilyferret.core.page.RichText.Span;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.text.TokenText;
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
                                new Span.Bold("bold"),
                                new Span.Plain(" and "),
                                new Span.Italic("slanted"),
                                new Span.Plain(".\nSame paragraph."))),
                        new Part.Bullets(List.of(
                                List.of(new Span.Plain("one")),
                                List.of(new Span.Link("two", new WebAddress("https://a.example/b"))))),
                        new Part.Paragraph(List.of(new Span.Plain("End"))));
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
                "Grow oyster mushrooms on your balcony in six weeks – get the FREE calendar now!", page);
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
        assertThat(MessageMatch.of(ad, blocks).missing().isEmpty()).isEqualTo(same);
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
