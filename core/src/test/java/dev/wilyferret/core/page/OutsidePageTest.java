package dev.wilyferret.core.page;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.page.PageDocument.OutsidePage;
import dev.wilyferret.core.visit.TakenStep;
import dev.wilyferret.core.wording.PageChanges;
import java.util.Currency;
import java.util.List;
import java.util.OptionalLong;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** What may be noted of a page elsewhere, and told of it. */
class OutsidePageTest {

    private static final WebAddress NOTES = new WebAddress("https://notes.test/cellar");

    private static OutsidePage page(String click, String... steps) {
        return new OutsidePage(NOTES, List.of(steps), click);
    }

    @Test
    void stepsAreLinesEachOnceAndAtMostTwenty() {
        assertThat(page("sub[1]", " Watched ", "Asked").steps()).containsExactly("Watched", "Asked");
        assertThatThrownBy(() -> page("", "A", "A ")).hasMessageContaining("“A” is there twice");
        assertThatThrownBy(() -> page("", "A\nB")).hasMessageContaining("invisible character");
        assertThatThrownBy(() -> page("", "x".repeat(300))).hasMessageContaining("300 characters; at most 60");
        assertThatThrownBy(() ->
                        page("", IntStream.range(0, 21).mapToObj(i -> "S" + i).toArray(String[]::new)))
                .hasMessageContaining("21 steps; at most 20");
        assertThatThrownBy(() -> page("a=b")).hasMessageContaining("is no name of a parameter");
    }

    @Test
    void changesAreSaidInWords() {
        assertThat(PageChanges.between(page("", "Asked"), page("sub1", "Asked", "Watched")))
                .hasSize(2)
                .anyMatch(change -> change.contains("sub1"))
                .anyMatch(change -> change.contains("Asked, Watched"));
    }

    @Test
    void amountsAreInMinorUnitsOfTheCurrency() {
        Currency yen = Currency.getInstance("JPY");
        assertThat(TakenStep.read("Asked", " 1500 ", "B", yen))
                .isEqualTo(new TakenStep("Asked", OptionalLong.of(1500), "B"));
        assertThat(TakenStep.read("Asked", "", "", yen).amount()).isEmpty();
        assertThatThrownBy(() -> TakenStep.read("Asked", "15.5", "", yen))
                .hasMessageContaining("finer than JPY allows");
    }
}
