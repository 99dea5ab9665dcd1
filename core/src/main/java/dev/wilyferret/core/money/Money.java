package dev.wilyferret.core.money;

import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.math.BigDecimal;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * An amount of money.
 *
 * @param minor whole minor units of the currency (cents for EUR, yen for JPY); may be negative for a loss
 * @param currency an ISO 4217 currency
 */
public record Money(long minor, Currency currency) {

    /** The largest amount one may type: ten million major units, far above any commission. */
    private static final BigDecimal MOST = new BigDecimal("10000000");

    private static final int LONGEST = 60;

    private static final String MARK = "([A-Za-z]{3}|\\p{Sc})";
    private static final Pattern MARK_BEFORE = Pattern.compile("([-+]?) *" + MARK + " *([-+]?[\\d.,].*)");
    private static final Pattern MARK_AFTER = Pattern.compile("([-+\\d.,' ]*[\\d.,]) *" + MARK);

    /** The currencies a sign stands for. */
    private static final Map<String, Set<String>> SIGNS = Map.of(
            "€", Set.of("EUR"),
            "$", Set.of("USD", "AUD", "CAD", "NZD", "SGD", "HKD", "MXN"),
            "£", Set.of("GBP"),
            "¥", Set.of("JPY", "CNY"),
            "₹", Set.of("INR"),
            "₩", Set.of("KRW"));

    public static Money zero(Currency currency) {
        return new Money(0, currency);
    }

    /**
     * Reads an amount as typed: digits, with a point or comma before the decimals, grouped or not, with or without the
     * currency.
     *
     * @param what names the amount in messages
     * @throws Refusal if it is not a number, can be read in two ways, is negative, too large, in another currency, or finer
     *     than the currency's minor unit
     */
    public static Money parse(String what, String typed, Currency currency) {
        return parse(what, typed, currency, Optional.empty());
    }

    /**
     * As {@link #parse(String, String, Currency)}, from somebody whose way to write numbers is known.
     *
     * @param style empty where it is not known; then what can be read in two ways is refused
     */
    public static Money parse(String what, String typed, Currency currency, Optional<NumberStyle> style) {
        if (typed.length() > LONGEST) {
            throw noAmount(what, typed);
        }
        String text = withoutCurrency(AmountText.plain(typed), what, currency);
        boolean negative = text.startsWith("-");
        String digits = text.matches("(?s)[-+].*") ? text.substring(1).strip() : text;
        List<BigDecimal> readings = style.map(
                        known -> AmountText.reading(digits, known).stream().toList())
                .orElseGet(() -> AmountText.readings(digits));
        if (readings.isEmpty()) {
            throw noAmount(what, typed);
        }
        if (readings.size() > 1) {
            throw new Refusal("The %s \"%s\" can be read as %s. Write %s."
                    .formatted(
                            what,
                            typed.strip(),
                            readings.stream().map(one -> grouped(one, currency)).collect(Collectors.joining(" or as ")),
                            readings.stream()
                                    .filter(one -> one.scale() <= decimals(currency))
                                    .map(one -> written(one, currency))
                                    .collect(Collectors.joining(" or "))));
        }
        BigDecimal amount = readings.getFirst();
        if (negative && amount.signum() > 0) {
            throw new Refusal("The %s -%s is negative. Write 0 or more.".formatted(what, amount.toPlainString()));
        }
        if (amount.compareTo(MOST) > 0) {
            throw new Refusal("The %s %s is more than %,d. Check the number of digits."
                    .formatted(what, amount.toPlainString(), MOST.longValue()));
        }
        int digitsAllowed = decimals(currency);
        if (amount.scale() > digitsAllowed) {
            throw new Refusal("The %s %s is finer than %s allows (%d decimals). Round it."
                    .formatted(what, amount.toPlainString(), currency.getCurrencyCode(), digitsAllowed));
        }
        return new Money(amount.movePointRight(digitsAllowed).longValueExact(), currency);
    }

    private static String withoutCurrency(String text, String what, Currency currency) {
        Matcher before = MARK_BEFORE.matcher(text);
        if (before.matches()) {
            refuseOther(what, text, before.group(2), currency);
            return before.group(1) + before.group(3);
        }
        Matcher after = MARK_AFTER.matcher(text);
        if (after.matches()) {
            refuseOther(what, text, after.group(2), currency);
            return after.group(1);
        }
        return text;
    }

    private static void refuseOther(String what, String text, String mark, Currency currency) {
        String code = currency.getCurrencyCode();
        if (!mark.equalsIgnoreCase(code) && !SIGNS.getOrDefault(mark, Set.of()).contains(code)) {
            throw new Refusal(
                    "The %s \"%s\" is not in %s, the currency of this workspace. Work it out in %s and write that."
                            .formatted(what, text, code, code));
        }
    }

    private static int decimals(Currency currency) {
        return Math.max(0, currency.getDefaultFractionDigits());
    }

    /** With as many decimals as the currency has, or more where the number has more. */
    private static String written(BigDecimal amount, Currency currency) {
        return amount.setScale(Math.max(amount.scale(), decimals(currency))).toPlainString();
    }

    private static String grouped(BigDecimal amount, Currency currency) {
        return "%,d%s".formatted(amount.longValue(), written(amount, currency).replaceFirst("\\d+", ""));
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

    private static Refusal noAmount(String what, String typed) {
        String shown = PlainText.cut(typed, LONGEST);
        return new Refusal("The %s \"%s\" is not an amount. Write digits, for example 27.50.".formatted(what, shown));
    }
}
