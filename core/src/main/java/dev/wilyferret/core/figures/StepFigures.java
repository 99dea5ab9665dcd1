package dev.wilyferret.core.figures;

import dev.wilyferret.core.money.Money;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Optional;

/**
 * A promotion's figures for a period, step by step. Visitors are distinct and of counted clicks; sales are those whose
 * click lies in the period and counts.
 *
 * @param onPages visitors who saw a page, whichever
 * @param fromPages visitors who were sent on to an offer from a page
 * @param wentOn visitors who were sent on to an offer, from a page or straight by a link
 * @param revenue approved commission of those sales
 */
public record StepFigures(ClickCounts clicks, long onPages, long fromPages, long wentOn, long sales, Money revenue) {

    /** Visitors who followed an outbound link ÷ counted page visitors. */
    public Rate clickThrough() {
        return new Rate(fromPages, onPages);
    }

    /** Earnings per click: revenue ÷ counted clicks, in major units, two decimals finer than the currency; empty without clicks. */
    public Optional<BigDecimal> epc() {
        if (clicks.counted() == 0) {
            return Optional.empty();
        }
        BigDecimal amount = revenue.major();
        return Optional.of(
                amount.divide(BigDecimal.valueOf(clicks.counted()), amount.scale() + 2, RoundingMode.HALF_UP));
    }
}
