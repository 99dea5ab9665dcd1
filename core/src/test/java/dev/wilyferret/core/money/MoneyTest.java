package dev.wilyferret.core.money;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.text.Refusal;
import java.math.BigDecimal;
import java.util.Currency;
import java.util.Optional;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.LongRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MoneyTest {

    private static final Currency EUR = Currency.getInstance("EUR");
    private static final Currency JPY = Currency.getInstance("JPY");

    /** One reading each; worked out by hand. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    27.50 | 2750
                    27,5 | 2750
                    0 | 0
                    0.01 | 1
                    ,5 | 50
                    .05 | 5
                    5. | 500
                    0,500 | 50
                    01,000 | 100
                    0.050 | 5
                    4.100000 | 410
                    1234.500 | 123450
                    10000000 | 1000000000
                    1,000.00 | 100000
                    1.000,00 | 100000
                    1,234,567 | 123456700
                    1.234.567 | 123456700
                    1,234,567.89 | 123456789
                    12,34,567.89 | 123456789
                    1 000 | 100000
                    1 234,50 | 123450
                    1 000,00 | 100000
                    1'000 | 100000
                    1’234.50 | 123450
                    €27.50 | 2750
                    27,50 € | 2750
                    EUR 1'000 | 100000
                    1000.00eur | 100000
                    +3 | 300
                    -0.00 | 0
                    ٢٧ | 2700
                    ２７．５ | 2750
                    """)
    void readsAmountsToTheMinorUnit(String typed, long minor) {
        assertThat(Money.parse("payout", typed, EUR)).isEqualTo(new Money(minor, EUR));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    1,000 | can be read as 1,000.00 or as 1.00. Write 1000.00 or 1.00.
                    1.000 | can be read as 1,000.00 or as 1.00. Write 1000.00 or 1.00.
                    12,500 | can be read as 12,500.00 or as 12.50. Write 12500.00 or 12.50.
                    12.500 | can be read as 12,500.00 or as 12.50. Write 12500.00 or 12.50.
                    999,999 | can be read as 999,999.00 or as 999.999. Write 999999.00.
                    27.505 | can be read as 27,505.00 or as 27.505. Write 27505.00.
                    € 1,000 | can be read as 1,000.00 or as 1.00
                    -1,000 | can be read as
                    """)
    void whatCanBeReadInTwoWaysIsRefusedWithBoth(String typed, String message) {
        assertThatThrownBy(() -> Money.parse("payout", typed, EUR))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(message);
    }

    @Test
    void ofThreeDecimalsBothAreOffered() {
        assertThatThrownBy(() -> Money.parse("payout", "1.234", Currency.getInstance("KWD")))
                .hasMessageContaining("can be read as 1,234.000 or as 1.234. Write 1234.000 or 1.234.");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    -3 | is negative
                    −3.20 | is negative
                    ten | is not an amount
                    twelve | is not an amount
                    1e9 | is not an amount
                    1,23.45 | is not an amount
                    1.234.56 | is not an amount
                    1,000,00.50 | is not an amount
                    0,000,001 | is not an amount
                    1'0000 | is not an amount
                    1 00 | is not an amount
                    1,000 000 | is not an amount
                    , | is not an amount
                    . | is not an amount
                    € | is not an amount
                    '' | is not an amount
                    -- 3 | is not an amount
                    1234.505 | is finer than EUR allows (2 decimals)
                    27.5051 | is finer than EUR allows (2 decimals)
                    10000000.01 | is more than
                    999999999999999 | is more than
                    $27.50 | is not in EUR
                    27.50 USD | is not in EUR
                    """)
    void saysWhatIsWrong(String typed, String message) {
        assertThatThrownBy(() -> Money.parse("payout", typed, EUR))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(message);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    POINT | 1,000 | 100000
                    COMMA | 1,000 | 100
                    POINT | 1.000 | 100
                    COMMA | 1.000 | 100000
                    POINT | 12,500 | 1250000
                    COMMA | 12,500 | 1250
                    COMMA | 1.234,5 | 123450
                    POINT | 27.50 | 2750
                    """)
    void aKnownStyleLeavesOneReading(NumberStyle style, String typed, long minor) {
        assertThat(Money.parse("commission", typed, EUR, Optional.of(style))).isEqualTo(new Money(minor, EUR));
    }

    @Test
    void whatDoesNotFitTheKnownStyleIsRefused() {
        assertThatThrownBy(() -> Money.parse("commission", "27.50", EUR, Optional.of(NumberStyle.COMMA)))
                .hasMessageContaining("is not an amount");
    }

    @Test
    void aLongTextIsNoAmount() {
        assertThat(Money.parse("payout", "7" + " ".repeat(59), EUR)).isEqualTo(new Money(700, EUR));
        assertThatThrownBy(() -> Money.parse("payout", "7" + " ".repeat(60), EUR))
                .hasMessageContaining("is not an amount");
        assertThatThrownBy(() -> Money.parse("payout", "1".repeat(100_000), EUR))
                .hasMessageContaining("is not an amount")
                .message()
                .hasSizeLessThan(200);
    }

    /** Whatever an amount is, written plainly with its decimals it reads as itself, in every currency. */
    @Property
    void writtenPlainlyItReadsAsItself(
            @ForAll @LongRange(max = 10_000_000L) long minor, @ForAll("currencies") Currency currency) {
        Money money = new Money(minor, currency);
        String plain = money.major().toPlainString();
        assertThat(Money.parse("amount", plain, currency, Optional.of(NumberStyle.POINT)))
                .isEqualTo(money);
        assertThat(Money.parse("amount", plain.replace('.', ','), currency, Optional.of(NumberStyle.COMMA)))
                .isEqualTo(money);
    }

    /**
     * However somebody writes it: grouped or not by any sign that groups, in digits of another script, with a sign, a blank or a currency
     * mark, it reads as itself where their style is known; and where it is not, as itself or it is refused for its two readings.
     */
    @Property
    void writtenAsPeopleDoItReadsAsItself(
            @ForAll @LongRange(max = 1_000_000_000L) long minor,
            @ForAll("currencies") Currency currency,
            @ForAll NumberStyle style,
            @ForAll("groupings") Optional<String> grouping,
            @ForAll("frames") String frame,
            @ForAll boolean otherScript) {
        Money money = new Money(minor, currency);
        Assume.that(money.major().compareTo(BigDecimal.valueOf(10_000_000)) <= 0);
        String decimal = style == NumberStyle.POINT ? "." : ",";
        String[] parts = money.major().toPlainString().split("\\.");
        String whole = parts[0];
        String by = grouping.map(sign -> sign.equals("own") ? style == NumberStyle.POINT ? "," : "." : sign)
                .orElse("");
        for (int at = whole.length() - 3; at > 0; at -= 3) {
            whole = whole.substring(0, at) + by + whole.substring(at);
        }
        String number = whole + (parts.length > 1 ? decimal + parts[1] : "");
        String typed = frame.formatted(number).replace("CODE", currency.getCurrencyCode());
        String text = otherScript ? inArabicDigits(typed) : typed;
        assertThat(Money.parse("amount", text, currency, Optional.of(style))).isEqualTo(money);
        try {
            assertThat(Money.parse("amount", text, currency)).isEqualTo(money);
        } catch (Refusal twoReadings) {
            assertThat(twoReadings)
                    .hasMessageContaining("can be read as")
                    .hasMessageContaining(money.major().toPlainString().replaceFirst("^\\d+", ""));
        }
    }

    private static String inArabicDigits(String text) {
        return text.chars()
                .map(sign -> sign >= '0' && sign <= '9' ? sign - '0' + '\u0660' : sign)
                .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                .toString();
    }

    @Provide
    Arbitrary<Optional<String>> groupings() {
        return Arbitraries.of("own", " ", "'", "\u00a0", "\u2009", "\u202f", "\u2019")
                .optional();
    }

    @Provide
    Arbitrary<String> frames() {
        return Arbitraries.of("%s", "+%s", " %s ", "CODE %s", "%s CODE", "%sCODE", "+CODE %s", "CODE +%s");
    }

    @Provide
    Arbitrary<Currency> currencies() {
        return Arbitraries.of("EUR", "JPY", "KWD", "USD").map(Currency::getInstance);
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
