package dev.wilyferret.core.money;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.text.Refusal;
import java.util.Currency;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MoneyTest {

    private static final Currency EUR = Currency.getInstance("EUR");
    private static final Currency JPY = Currency.getInstance("JPY");

    @ParameterizedTest
    @CsvSource({"27.50, 2750", "'27,5', 2750", "0, 0", "0.01, 1", "10000000, 1000000000", "4.100, 410"})
    void readsAmountsToTheMinorUnit(String typed, long minor) {
        assertThat(Money.parse("payout", typed, EUR)).isEqualTo(new Money(minor, EUR));
    }

    @ParameterizedTest
    @CsvSource({
        "-3, is negative",
        "ten, is not an amount",
        "1e9, is not an amount",
        "'1,000.00', is not an amount",
        "27.505, is finer than EUR allows (2 decimals)",
        "10000000.01, is more than"
    })
    void saysWhatIsWrong(String typed, String message) {
        assertThatThrownBy(() -> Money.parse("payout", typed, EUR))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(message);
    }

    @Test
    void knowsCurrenciesWithoutDecimals() {
        assertThat(Money.parse("payout", "500", JPY)).isEqualTo(new Money(500, JPY));
        assertThatThrownBy(() -> Money.parse("payout", "500.5", JPY)).hasMessageContaining("0 decimals");
    }

    @Test
    void addsOnlyTheSameCurrency() {
        assertThat(new Money(100, EUR)
                        .plus(new Money(250, EUR))
                        .minus(new Money(50, EUR))
                        .major())
                .isEqualByComparingTo("3.00");
        assertThatThrownBy(() -> new Money(1, EUR).plus(new Money(1, JPY)))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
