package dev.wilyferret.core.figures;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.money.Money;
import java.util.Currency;
import org.junit.jupiter.api.Test;

/** The values are worked out by hand from the definitions: counted = raw − own − filtered − taken out, and so on. */
class FiguresTest {

    private static final Currency EUR = Currency.getInstance("EUR");

    @Test
    void countedIsRawWithoutWhatIsKeptOut() {
        ClickCounts clicks = new ClickCounts(1000, 12, 80, 8, 700);
        assertThat(clicks.counted()).isEqualTo(900);
        assertThat(clicks.notCounted()).isEqualTo(100);
    }

    @Test
    void nothingOfNothingHasNoValue() {
        assertThat(new Rate(0, 0).value()).isEmpty();
        assertThat(new Rate(1, 4).value()).hasValue(0.25);
        assertThat(new Rate(0, 4).value()).hasValue(0);
    }

    @Test
    void epcIsRevenueByCountedClicks() {
        StepFigures figures =
                new StepFigures(new ClickCounts(1000, 12, 80, 8, 700), 650, 195, 220, 5, new Money(13750, EUR));
        assertThat(figures.epc()).hasValueSatisfying(epc -> assertThat(epc).isEqualTo("0.1528"));
        assertThat(figures.clickThrough()).isEqualTo(new Rate(195, 650));
    }

    @Test
    void epcWithoutClicksHasNoValue() {
        assertThat(new StepFigures(ClickCounts.NONE, 0, 0, 0, 0, Money.zero(EUR)).epc())
                .isEmpty();
    }
}
