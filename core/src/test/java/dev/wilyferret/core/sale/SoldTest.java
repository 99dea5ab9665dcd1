package dev.wilyferret.core.sale;

import static dev.wilyferret.core.sale.SaleState.APPROVED;
import static dev.wilyferret.core.sale.SaleState.PENDING;
import static dev.wilyferret.core.sale.SaleState.REFUNDED;
import static dev.wilyferret.core.sale.SaleState.REVERSED;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.Choices;
import dev.wilyferret.core.text.Refusal;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SoldTest {

    private static final Sold SALE = Sold.begins(APPROVED, 2750, 8900);

    @ParameterizedTest
    @CsvSource({
        "PENDING, PENDING, false",
        "PENDING, APPROVED, true",
        "PENDING, REFUNDED, true",
        "PENDING, REVERSED, true",
        "APPROVED, PENDING, false",
        "APPROVED, APPROVED, true",
        "APPROVED, REFUNDED, true",
        "APPROVED, REVERSED, true",
        "REFUNDED, PENDING, false",
        "REFUNDED, APPROVED, true",
        "REFUNDED, REFUNDED, false",
        "REFUNDED, REVERSED, false",
        "REVERSED, PENDING, false",
        "REVERSED, APPROVED, true",
        "REVERSED, REFUNDED, false",
        "REVERSED, REVERSED, false",
    })
    void whatFollowsOnWhat(SaleState from, SaleState to, boolean allowed) {
        assertThat(from.canBecome(to)).isEqualTo(allowed);
        Sold sold = new Sold(from, 2750, from == REFUNDED ? 2750 : 0, 8900);
        if (allowed) {
            assertThat(sold.then(to, Optional.empty()).state()).isEqualTo(to);
        } else {
            assertThatThrownBy(() -> sold.then(to, Optional.empty()))
                    .isInstanceOf(Refusal.class)
                    .hasMessage("A sale that is %s cannot become %s.", from.words(), to.words());
        }
    }

    @Test
    void aSaleBeginsPendingOrApproved() {
        assertThat(Sold.begins(PENDING, 100, 0).revenue()).isZero();
        assertThatThrownBy(() -> Sold.begins(REFUNDED, 100, 0))
                .hasMessage("There is no such sale that could be refunded.");
        assertThatThrownBy(() -> Sold.begins(REVERSED, 100, 0)).isInstanceOf(Refusal.class);
    }

    /** By hand: 27.50 less 10.00 is 17.50; less the rest it is refunded, and brought nothing. */
    @Test
    void refundsInPartsAddUpToTheWhole() {
        Sold part = SALE.then(REFUNDED, Optional.of(1000L));
        assertThat(part).isEqualTo(new Sold(APPROVED, 2750, 1000, 8900));
        assertThat(part.revenue()).isEqualTo(1750);
        assertThatThrownBy(() -> part.then(REFUNDED, Optional.of(1751L)))
                .hasMessageContaining("More would be taken back");
        assertThatThrownBy(() -> part.then(REFUNDED, Optional.of(0L))).hasMessageContaining("A refund of nothing");
        Sold whole = part.then(REFUNDED, Optional.of(1750L));
        assertThat(whole).isEqualTo(new Sold(REFUNDED, 2750, 2750, 8900));
        assertThat(whole.revenue()).isZero();
        assertThat(whole.then(APPROVED, Optional.empty()))
                .as("the refund was a mistake")
                .isEqualTo(SALE);
        assertThatThrownBy(() -> Sold.begins(PENDING, 2750, 0).then(REFUNDED, Optional.of(1000L)))
                .hasMessageContaining("Only an approved sale");
    }

    @Test
    void anApprovalMayComeWithAnotherCommission() {
        Sold sold = Sold.begins(PENDING, 2750, 8900).then(APPROVED, Optional.of(2000L));
        assertThat(sold.revenue()).isEqualTo(2000);
    }

    /** Whatever is tried, no sale has more taken back than it brought, and what sales add up to is what each of them says. */
    @Property
    void theSumsAreThoseOfTheSales(@ForAll(supplier = Choices.Any.class) Choices choices) {
        SaleSums sums = SaleSums.NONE;
        long revenue = 0;
        int counted = 0;
        for (int sale = 0; sale < 8; sale++) {
            Sold sold = Sold.begins(choices.nextBoolean() ? PENDING : APPROVED, choices.nextInt(5000), 100);
            for (int change = choices.nextInt(5); change > 0; change--) {
                List<SaleState> next = sold.state().next();
                try {
                    sold = sold.then(
                            next.get(choices.nextInt(next.size())),
                            choices.nextBoolean() ? Optional.empty() : Optional.of((long) choices.nextInt(5000)));
                } catch (Refusal refusal) {
                    assertThat(refusal.getMessage()).isNotEmpty();
                }
                assertThat(sold.left()).isNotNegative();
            }
            sums = sums.plus(SaleSums.of(sold));
            revenue += sold.revenue();
            counted += sold.state() == REVERSED ? 0 : 1;
        }
        assertThat(sums.revenue()).isEqualTo(revenue);
        assertThat(sums.sales()).isEqualTo(counted).isEqualTo(8 - sums.reversed());
        assertThat(sums.orderValue()).isEqualTo(counted * 100L);
    }
}
