package dev.wilyferret.core.sale;

import dev.wilyferret.core.text.Refusal;
import java.util.Optional;

/**
 * How a sale stands, and its money in minor units of the workspace's currency.
 *
 * @param refunded what was taken back of the commission; never more than it
 * @param order what the buyer paid; 0 if not reported
 */
public record Sold(SaleState state, long commission, long refunded, long order) {

    /** @throws Refusal if a sale cannot begin so */
    public static Sold begins(SaleState state, long commission, long order) {
        if (!state.begins()) {
            throw new Refusal("There is no such sale that could be %s.".formatted(state.words()));
        }
        return new Sold(state, commission, 0, order);
    }

    /**
     * What becomes of it.
     *
     * @param amount in minor units, as {@link SaleChange} has it; empty for all there is
     * @throws Refusal if that cannot follow, or more is taken back than is left
     */
    public Sold then(SaleState next, Optional<Long> amount) {
        if (!state.canBecome(next)) {
            throw new Refusal("A sale that is %s cannot become %s.".formatted(state.words(), next.words()));
        }
        return switch (next) {
            case PENDING, APPROVED -> new Sold(next, amount.orElse(commission), 0, order);
            case REFUNDED -> takenBack(amount.orElse(left()));
            case REVERSED -> new Sold(next, commission, refunded, order);
        };
    }

    private Sold takenBack(long back) {
        if (back > left()) {
            throw new Refusal("More would be taken back than is left of the commission.");
        }
        if (back == left()) {
            return new Sold(SaleState.REFUNDED, commission, commission, order);
        }
        if (back == 0) {
            throw new Refusal("A refund of nothing changes nothing. Write what was taken back of the commission.");
        }
        if (state != SaleState.APPROVED) {
            throw new Refusal("Only an approved sale can be refunded in part. Approve it first, or refund all of it.");
        }
        return new Sold(state, commission, refunded + back, order);
    }

    /** What is left of the commission, whether or not it is sure. */
    public long left() {
        return commission - refunded;
    }

    /** Approved commission less refunds. */
    public long revenue() {
        return switch (state) {
            case APPROVED, REFUNDED -> left();
            case PENDING, REVERSED -> 0;
        };
    }
}
