package dev.wilyferret.core.money;

import java.math.BigDecimal;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * The numbers a written amount can mean. Digits of any script are read; blanks and apostrophes group; a point or a comma
 * groups where its style says so and the groups are of three (or, before the last, of two, as in India), and begins
 * decimals otherwise.
 */
final class AmountText {

    private static final Pattern WHOLE = Pattern.compile("\\d{1,15}");
    private static final Pattern GROUPED = Pattern.compile("[1-9]\\d{0,2}(_\\d{3})+|[1-9]\\d?(_\\d{2})+_\\d{3}");
    private static final Pattern DECIMALS = Pattern.compile("\\d{0,6}");

    private AmountText() {}

    /**
     * What the digits can mean, without sign, the most first; none if they are no number, two where a sign may group or begin
     * decimals.
     */
    static List<BigDecimal> readings(String digits) {
        return Stream.of(NumberStyle.values())
                .flatMap(style -> reading(digits, style).stream())
                .distinct()
                .sorted(Comparator.reverseOrder())
                .toList();
    }

    /** What the digits mean in a style; empty if they are no number in it. */
    static Optional<BigDecimal> reading(String digits, NumberStyle style) {
        int point = digits.lastIndexOf(style.decimal());
        String whole = point < 0 ? digits : digits.substring(0, point);
        String decimals = point < 0 ? "" : digits.substring(point + 1);
        boolean nothing = whole.isEmpty() && decimals.isEmpty();
        return !nothing && isWhole(whole, style) && DECIMALS.matcher(decimals).matches()
                ? Optional.of(new BigDecimal(whole.replaceAll("\\D", "") + "." + decimals + "0").stripTrailingZeros())
                : Optional.empty();
    }

    private static boolean isWhole(String text, NumberStyle style) {
        if (text.isEmpty() || WHOLE.matcher(text).matches()) {
            return true;
        }
        // One amount is grouped by one sign throughout.
        return Stream.of(style.grouping(), ' ', '\'')
                .anyMatch(sign -> GROUPED.matcher(text.replace(sign, '_')).matches());
    }

    /** The same with plain digits, blanks, apostrophes and points in place of those of other scripts. */
    static String plain(String typed) {
        StringBuilder plain = new StringBuilder(typed.length());
        typed.codePoints().forEach(sign -> plain.append(plain(sign)));
        return plain.toString().strip();
    }

    private static String plain(int sign) {
        int digit = Character.digit(sign, 10);
        if (digit >= 0) {
            return String.valueOf(digit);
        }
        return switch (sign) {
            case '\u00a0', '\u2007', '\u2009', '\u202f' -> " ";
            case '\u2018', '\u2019', '\uff07' -> "'";
            case '\u2212', '\uff0d', '\u2010', '\u2011' -> "-";
            case '\uff0e' -> ".";
            case '\uff0c' -> ",";
            case '\uff0b' -> "+";
            default -> Character.toString(sign);
        };
    }
}
