package dev.wilyferret.core.money;

import dev.wilyferret.core.text.Refusal;
import java.math.BigDecimal;
import java.util.Currency;

/**
 * An amount of money.
 *
 * @param minor whole minor units of the currency (cents for EUR, yen for JPY); may be negative for a loss
 * @param currency an ISO 4217 currency
 */
public record Money(long minor, Currency currency) {

    /** The largest amount one may type: ten million major units, far above any commission. */
    private static final BigDecimal MOST = new BigDecimal("10000000");

    public static Money zero(Currency currency) {
        return new Money(0, currency);
    }

    /**
     * Reads an amount as typed or as a network sends it: digits with an optional decimal point or comma.
     *
     * @param what names the amount in messages
     * @throws Refusal if it is not a number, negative, too large, or finer than the currency's minor unit
     */
    public static Money parse(String what, String typed, Currency currency) {
        String text = typed.strip().replace(',', '.');
        if (!text.matches("[-+]?\\d{1,12}(\\.\\d{1,6})?")) {
            throw new Refusal("The %s \"%s\" is not an amount. Write digits, for example 27.50."
                    .formatted(what, shortened(typed)));
        }
        BigDecimal amount = new BigDecimal(text);
        if (amount.signum() < 0) {
            throw new Refusal("The %s %s is negative. Write 0 or more.".formatted(what, text));
        }
        if (amount.compareTo(MOST) > 0) {
            throw new Refusal(
                    "The %s %s is more than %,d. Check the number of digits.".formatted(what, text, MOST.longValue()));
        }
        int digits = currency.getDefaultFractionDigits();
        if (amount.stripTrailingZeros().scale() > digits) {
            throw new Refusal("The %s %s is finer than %s allows (%d decimals). Round it."
                    .formatted(what, text, currency.getCurrencyCode(), digits));
        }
        return new Money(amount.movePointRight(digits).longValueExact(), currency);
    }

    public Money plus(Money other) {
        return new Money(Math.addExact(minor, sameCurrency(other).minor), currency);
    }

    public Money minus(Money other) {
        return new Money(Math.subtractExact(minor, sameCurrency(other).minor), currency);
    }

    /** In major units, with exactly as many decimals as the currency has. */
    public BigDecimal major() {
        return BigDecimal.valueOf(minor, Math.max(0, currency.getDefaultFractionDigits()));
    }

    private Money sameCurrency(Money other) {
        if (!currency.equals(other.currency)) {
            throw new IllegalArgumentException(
                    "Amounts in %s and %s do not add up".formatted(currency, other.currency));
        }
        return other;
    }

    private static String shortened(String typed) {
        return typed.length() <= 40 ? typed : typed.substring(0, 40) + "…";
    }
}
