package dev.wilyferret.core.page;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.PageDocument.RedirectPage;
import dev.wilyferret.core.text.Refusal;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PageRulesTest {

    private static final UUID REDIRECT = UUID.fromString("01900000-0000-7000-8000-000000000001");
    private static final UUID PIXEL = UUID.fromString("01900000-0000-7000-8000-000000000002");

    private static ContentPage page(String headline, List<String> benefits, NextStep next) {
        return new ContentPage(
                "Oyster mushrooms",
                List.of(
                        new Block.Headline(headline),
                        new Block.SubHeadline("Without a garden"),
                        new Block.Benefits(benefits),
                        new Block.Button("Show me", next),
                        new Block.Disclosure("I earn a commission.")),
                List.of());
    }

    private static ContentPage good() {
        return page("Pick your first mushrooms", List.of("Cheap", "Quick"), new NextStep.ToPage(REDIRECT));
    }

    private static List<String> stops(PageDocument page) {
        return PublishCheck.of(page, REDIRECT::equals).stream()
                .map(PublishCheck.Finding::field)
                .toList();
    }

    @Test
    void nothingStopsACompletePage() {
        assertThat(stops(good())).isEmpty();
    }

    @Test
    void anEmptyPageIsStoppedByEachThingItLacks() {
        ContentPage empty = new ContentPage("", List.of(), List.of());
        assertThat(stops(empty)).containsExactly("title", "headline", "disclosure", "button", "next");
    }

    @Test
    void aButtonMustLeadToAPublishedPage() {
        assertThat(stops(page("Pick", List.of(), new NextStep.NotChosen()))).containsExactly("next");
        assertThat(stops(page("Pick", List.of(), new NextStep.ToPage(UUID.randomUUID()))))
                .containsExactly("next");
        assertThat(stops(page("Pick", List.of(), new NextStep.ToOffer()))).isEmpty();
    }

    @Test
    void oneBenefitIsTooFewAndSixAreTooMany() {
        assertThat(stops(page("Pick", List.of("Only one"), new NextStep.ToOffer())))
                .containsExactly("benefits");
        assertThatThrownBy(() -> new Block.Benefits(List.of("1", "2", "3", "4", "5", "6")))
                .hasMessageContaining("There are 6 benefit lines; at most 5 fit");
    }

    @Test
    void aPictureNeedsWordsForThoseWhoCannotSeeIt() {
        ContentPage page = new ContentPage(
                "T",
                List.of(
                        new Block.Headline("H"),
                        new Block.Media("a.png", ""),
                        new Block.Button("Go", new NextStep.ToOffer()),
                        new Block.Disclosure("D")),
                List.of());
        assertThat(stops(page)).containsExactly("description");
    }

    @Test
    void nothingStopsARedirectPage() {
        assertThat(stops(new RedirectPage("", Hold.DEFAULT, List.of()))).isEmpty();
    }

    @Test
    void theFirstPublishingSaysSo() {
        assertThat(PageChanges.between(Optional.empty(), good()))
                .containsExactly("The page goes public for the first time.");
        assertThat(PageChanges.between(Optional.of(good()), good())).isEmpty();
    }

    @Test
    void changesAreSaidInSentences() {
        ContentPage now = new ContentPage(
                "Oyster mushrooms",
                List.of(
                        new Block.Headline("Pick in six weeks"),
                        new Block.Benefits(List.of("Quick", "Tasty")),
                        new Block.Button("Show me", new NextStep.ToOffer()),
                        new Block.Disclosure("I earn a commission.")),
                List.of(PIXEL));
        assertThat(PageChanges.between(Optional.of(good()), now))
                .containsExactly(
                        "Headline: “Pick in six weeks” instead of “Pick your first mushrooms”.",
                        "Sub-headline dropped; it was “Without a garden”.",
                        "Benefit line added: “Tasty”.",
                        "Benefit line dropped: “Cheap”.",
                        "The button leads elsewhere.",
                        "Pixels that fire: 1 instead of 0, or others.");
    }

    @Test
    void aReorderingOfBenefitsIsAChange() {
        ContentPage turned =
                page("Pick your first mushrooms", List.of("Quick", "Cheap"), new NextStep.ToPage(REDIRECT));
        assertThat(PageChanges.between(Optional.of(good()), turned))
                .containsExactly("Benefit lines stand in another order.");
    }

    @Test
    void aReorderingIsSaidBesideOtherChangesToo() {
        ContentPage turned = page("Another headline", List.of("Quick", "Cheap"), new NextStep.ToPage(REDIRECT));
        assertThat(PageChanges.between(Optional.of(good()), turned))
                .hasSize(2)
                .contains("Benefit lines stand in another order.");
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
