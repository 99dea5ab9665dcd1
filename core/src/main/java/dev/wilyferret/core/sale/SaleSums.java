package dev.wilyferret.core.sale;

/**
 * What sales add up to; money in minor units of the workspace's currency.
 *
 * @param sales all that were not reversed
 * @param pending how many of them are pending
 * @param refunded how many of them are refunded whole
 * @param reversed those that are none of them
 * @param commissionPending what may still come
 * @param commission approved, before refunds
 * @param refunds what was taken back of that
 * @param orderValue what the buyers of all that were not reversed paid
 */
public record SaleSums(
        long sales,
        long pending,
        long refunded,
        long reversed,
        long commissionPending,
        long commission,
        long refunds,
        long orderValue) {

    public static final SaleSums NONE = new SaleSums(0, 0, 0, 0, 0, 0, 0, 0);

    public static SaleSums of(Sold sold) {
        return switch (sold.state()) {
            case PENDING -> new SaleSums(1, 1, 0, 0, sold.left(), 0, 0, sold.order());
            case APPROVED -> new SaleSums(1, 0, 0, 0, 0, sold.commission(), sold.refunded(), sold.order());
            case REFUNDED -> new SaleSums(1, 0, 1, 0, 0, sold.commission(), sold.refunded(), sold.order());
            case REVERSED -> new SaleSums(0, 0, 0, 1, 0, 0, 0, 0);
        };
    }

    public SaleSums plus(SaleSums other) {
        return new SaleSums(
                sales + other.sales,
                pending + other.pending,
                refunded + other.refunded,
                reversed + other.reversed,
                commissionPending + other.commissionPending,
                commission + other.commission,
                refunds + other.refunds,
                orderValue + other.orderValue);
    }

    /** Approved commission less refunds. */
    public long revenue() {
        return commission - refunds;
    }
}
