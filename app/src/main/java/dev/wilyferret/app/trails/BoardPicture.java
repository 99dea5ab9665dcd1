package dev.wilyferret.app.trails;

import dev.wilyferret.core.figures.ClickCounts;
import dev.wilyferret.core.figures.StepFigures;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.trail.Steps;
import java.util.Comparator;
import java.util.List;

/**
 * All promotions in one picture: their bands on one scale, so that they compare; what needs a look first, those without traffic
 * last.
 *
 * @param people who were new, of all of them
 */
record BoardPicture(List<Row> rows, Steps sum, long people, StepFigures money) {

    /** @param band outline of its band */
    record Row(Overview overview, String band) {}

    static BoardPicture of(List<Overview> all, Money none) {
        long widest = all.stream().mapToLong(one -> one.steps().clicks()).max().orElse(0);
        Steps sum = all.stream().map(Overview::steps).reduce(Steps.NONE, Steps::plus);
        long revenue =
                all.stream().mapToLong(one -> one.figures().revenue().minor()).sum();
        return new BoardPicture(
                all.stream()
                        .sorted(Comparator.comparing(
                                        (Overview one) -> one.steps().clicks() == 0)
                                .thenComparing(one -> !one.needsLook()))
                        .map(one -> new Row(one, one.steps().band(widest)))
                        .toList(),
                sum,
                all.stream().mapToLong(one -> one.brought().people()).sum(),
                new StepFigures(
                        new ClickCounts(sum.clicks(), 0, sum.clicks() - sum.counted(), 0, 0),
                        0,
                        0,
                        0,
                        sum.sales(),
                        new Money(revenue, none.currency())));
    }
}
