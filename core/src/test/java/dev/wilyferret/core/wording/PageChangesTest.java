package dev.wilyferret.core.wording;

import static dev.wilyferret.core.page.SamplePages.BENEFITS;
import static dev.wilyferret.core.page.SamplePages.BUTTON;
import static dev.wilyferret.core.page.SamplePages.DISCLOSURE;
import static dev.wilyferret.core.page.SamplePages.HEADLINE;
import static dev.wilyferret.core.page.SamplePages.SUB;
import static dev.wilyferret.core.page.SamplePages.good;
import static dev.wilyferret.core.page.SamplePages.page;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.Firing;
import dev.wilyferret.core.page.Hold;
import dev.wilyferret.core.page.Look;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.PageDocument.RedirectPage;
import dev.wilyferret.core.page.PageSettings;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.page.Placed.Audience;
import dev.wilyferret.core.page.SamplePages;
import dev.wilyferret.core.text.Refusal;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PageChangesTest {

    private static List<String> changes(PageDocument now) {
        return PageChanges.between(Optional.of(good()), now);
    }

    @Test
    void theFirstPublishingSaysSo() {
        assertThat(PageChanges.between(Optional.empty(), good()))
                .containsExactly("The page goes public for the first time.");
        assertThat(changes(good())).isEmpty();
    }

    @Test
    void changesAreSaidInSentences() {
        ContentPage now = page(
                        HEADLINE.with(new Block.Headline("Pick in six weeks")),
                        BENEFITS.with(new Block.Benefits(List.of("Quick", "Tasty"))),
                        BUTTON.with(new Block.Button("Show me", new NextStep.ToOffer())),
                        Placed.of("quote", new Block.Quote("It works", "Ines")),
                        DISCLOSURE)
                .firing(Firing.views(new PixelId(new UUID(3, 3))));
        assertThat(changes(now))
                .containsExactly(
                        "Headline: “Pick in six weeks” instead of “Pick your first mushrooms”.",
                        "Benefit list, line added: “Tasty”.",
                        "Benefit list, line dropped; it was “Cheap”.",
                        "Button, leads: “to the offer” instead of “to page " + SamplePages.REDIRECT + "”.",
                        "Quote added: “It works”.",
                        "Sub-headline dropped: “Without a garden”.",
                        "Pixels that fire: 1 instead of 0, or others.");
    }

    @Test
    void orderHidingAndAudienceAreChanges() {
        assertThat(changes(page(SUB, HEADLINE, BENEFITS, BUTTON, DISCLOSURE)))
                .containsExactly("Blocks stand in another order.");
        assertThat(changes(page(
                        HEADLINE,
                        SUB.with(true, Audience.EVERYONE),
                        BENEFITS.with(false, Audience.PHONES),
                        BUTTON,
                        DISCLOSURE)))
                .containsExactly("Sub-headline is hidden.", "Benefit list is shown on phones only.");
        assertThat(changes(page(
                        HEADLINE,
                        SUB,
                        BENEFITS.with(new Block.Benefits(List.of("Quick", "Cheap"))),
                        BUTTON,
                        DISCLOSURE)))
                .containsExactly("Benefit list, line: the lines stand in another order.");
    }

    @Test
    void settingsAndLookAreChanges() {
        PageSettings said = new PageSettings("Title", "How to grow them.", "", "", "de", false, true, "", "");
        Look wide = new Look(
                Look.MOSS,
                Look.Pairing.CRATE,
                Look.Corners.SOFT,
                Look.Buttons.FILLED,
                Look.Width.WIDE,
                Look.Spacing.ROOMY,
                Look.Columns.ONE);
        assertThat(changes(good().with(said).with(wide)))
                .containsExactly(
                        "Public title: “Title” instead of “Oyster mushrooms”.",
                        "Language: “de” instead of “en”.",
                        "Search engines are kept out.",
                        "Pixels wait for consent.",
                        "Another look: colours, faces or layout.");
    }

    @Test
    void aLongerStayIsAChange() {
        assertThat(PageChanges.between(
                        Optional.of(new RedirectPage("", new Hold(1000), List.of())),
                        new RedirectPage("", new Hold(2500), List.of())))
                .containsExactly("Stays at most 2,500 ms instead of 1,000 ms.");
    }

    @ParameterizedTest
    @CsvSource({"0, 0", "1, 1", "1000, 1", "5000, 1"})
    void withoutScriptThePageStaysAtMostOneSecondSoThatBackStaysFree(String typed, int seconds) {
        assertThat(Hold.parse(typed).secondsWithoutScript()).isEqualTo(seconds);
    }

    @ParameterizedTest
    @CsvSource({
        "-1, can stay 0 to 5",
        "5001, can stay 0 to 5",
        "soon, is not a time",
        "1.5, is not a time",
        "99999999999, is not a time"
    })
    void refusesStaysThatAreNone(String typed, String message) {
        assertThatThrownBy(() -> Hold.parse(typed)).isInstanceOf(Refusal.class).hasMessageContaining(message);
    }
}
