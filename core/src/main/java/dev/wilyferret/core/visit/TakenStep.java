package dev.wilyferret.core.visit;

import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.Currency;
import java.util.Optional;
import java.util.OptionalLong;

/**
 * A step that its owner gave a name, as a page's script told of it.
 *
 * @param name one line of at most {@link #LONGEST_NAME} characters
 * @param amount in minor units of the workspace's currency, not negative; empty if none was told
 * @param label one line of at most {@link #LONGEST_LABEL} characters; empty if none was told
 */
public record TakenStep(String name, OptionalLong amount, String label) {

    public static final int LONGEST_NAME = 60;
    public static final int LONGEST_LABEL = 100;

    /**
     * The name of a step.
     *
     * @throws Refusal if it is empty, too long, or holds what no line of text may
     */
    public static String name(String typed) {
        return PlainText.line("step's name", typed, LONGEST_NAME);
    }

    /**
     * A step as a page's script writes it.
     *
     * @param amount in major units, with a point or comma before decimals; empty for none
     * @throws Refusal that says which part is wrong
     */
    public static TakenStep read(String name, String amount, String label, Currency currency) {
        return new TakenStep(
                name(name),
                Optional.of(amount)
                        .filter(typed -> !typed.isBlank())
                        .map(typed -> OptionalLong.of(
                                Money.parse("amount", typed, currency).minor()))
                        .orElse(OptionalLong.empty()),
                PlainText.optionalLine("label", label, LONGEST_LABEL));
    }
}
