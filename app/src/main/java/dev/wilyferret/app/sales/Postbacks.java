package dev.wilyferret.app.sales;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.NetworkId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.money.NumberStyle;
import dev.wilyferret.core.sale.SaleChange;
import dev.wilyferret.core.sale.SaleState;
import dev.wilyferret.core.sale.Sold;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.visit.SiteEvent;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What networks report: it begins a sale, or says what became of one. Whatever arrives is kept. */
@Service
public class Postbacks {

    private static final int LIST = 200;

    private final Sales sales;
    private final PostbackStore postbacks;
    private final ClickBook clicks;
    private final Promotions promotions;
    private final Offers offers;
    private final Workspaces workspaces;
    private final UuidV7 ids;
    private final Clock clock;

    Postbacks(
            Sales sales,
            PostbackStore postbacks,
            ClickBook clicks,
            Promotions promotions,
            Offers offers,
            Workspaces workspaces,
            UuidV7 ids,
            Clock clock) {
        this.sales = sales;
        this.postbacks = postbacks;
        this.clicks = clicks;
        this.promotions = promotions;
        this.offers = offers;
        this.workspaces = workspaces;
        this.ids = ids;
        this.clock = clock;
    }

    /** What became of a postback and why. */
    private record Ending(Postback.Outcome outcome, String note) {}

    /** Takes in a postback whose secret was right; it is kept whatever it says. */
    @Transactional
    public Postback.Outcome receive(WorkspaceId workspace, NetworkId network, Postback.Arrived arrived) {
        Instant now = clock.instant();
        Ending ending = record(workspace, network, arrived, now);
        postbacks.save(new PostbackRow(
                RowKey.of(workspace, ids.next()), network.value(), now, arrived, ending.outcome, ending.note));
        return ending.outcome;
    }

    /**
     * Notes how a network writes numbers, and reads those of its postbacks again that could not be read.
     *
     * @return how many of them became sales; empty if there is no such network
     */
    @Transactional
    public Optional<Long> writesNumbers(WorkspaceId workspace, NetworkId network, Optional<NumberStyle> style) {
        if (!offers.writesNumbers(workspace, network, style)) {
            return Optional.empty();
        }
        return Optional.of(postbacks.ofOutcome(workspace.value(), network.value(), Postback.Outcome.UNREADABLE).stream()
                .filter(row -> readAgain(workspace, row))
                .count());
    }

    private boolean readAgain(WorkspaceId workspace, PostbackRow row) {
        Ending ending = record(workspace, new NetworkId(row.network), row.arrived(), row.receivedAt);
        row.outcome = ending.outcome;
        row.note = ending.note;
        return ending.outcome == Postback.Outcome.SALE;
    }

    private Ending record(WorkspaceId workspace, NetworkId network, Postback.Arrived arrived, Instant at) {
        if (arrived.order().isEmpty()) {
            return new Ending(
                    Postback.Outcome.UNREADABLE,
                    "It carries no order id, so a repeat could not be told from a second sale.");
        }
        Optional<SaleState> state =
                arrived.status().isEmpty() ? Optional.of(SaleState.APPROVED) : SaleState.named(arrived.status());
        if (state.isEmpty()) {
            return new Ending(
                    Postback.Outcome.UNREADABLE,
                    "Its status “%s” is none of pending, approved, refunded and reversed.".formatted(arrived.status()));
        }
        Optional<SaleRow> known = sales.alone(workspace, network, arrived.order());
        if (known.isPresent()) {
            return change(known.get(), arrived, state.get(), at);
        }
        if (!state.get().begins()) {
            return new Ending(
                    Postback.Outcome.UNMATCHED,
                    "No sale of order “%s” was reported yet that could be %s. It is looked at again when one comes."
                            .formatted(arrived.order(), state.get().words()));
        }
        return begin(workspace, network, arrived, state.get(), at);
    }

    private Ending begin(
            WorkspaceId workspace, NetworkId network, Postback.Arrived arrived, SaleState state, Instant at) {
        Optional<SiteEvent.Click> click =
                ShortId.parse(arrived.click(), ClickId::new).flatMap(id -> clicks.click(workspace, id));
        if (click.isEmpty()) {
            return new Ending(
                    Postback.Outcome.UNMATCHED,
                    "No click of this workspace has the id “%s”.".formatted(arrived.click()));
        }
        List<Offer> sentTo = offersOf(workspace, click.get());
        Optional<Offer> offer = sentTo.stream()
                .filter(one -> one.network().id().equals(network))
                .findFirst();
        if (offer.isEmpty()) {
            return new Ending(
                    Postback.Outcome.UNMATCHED,
                    "That click went to an offer of another network, %s."
                            .formatted(sentTo.getFirst().network().name()));
        }
        try {
            return insert(workspace, arrived, state, click.get(), offer.get(), at);
        } catch (Refusal refusal) {
            return new Ending(Postback.Outcome.UNREADABLE, refusal.getMessage());
        }
    }

    /** What a network says of a sale that is known. It says most things several times. */
    private Ending change(SaleRow row, Postback.Arrived arrived, SaleState state, Instant at) {
        WorkspaceId workspace = new WorkspaceId(row.key.workspace());
        List<SaleChange> before = sales.course(row.key);
        Optional<Long> amount;
        try {
            amount = amount(workspace, new OfferId(row.offer), arrived.commission(), state);
        } catch (Refusal refusal) {
            return new Ending(Postback.Outcome.UNREADABLE, refusal.getMessage());
        }
        if (said(before, row.sold(), state, amount)) {
            return new Ending(
                    Postback.Outcome.REPEATED,
                    "That order “%s” is %s was said before; it stays one sale.".formatted(row.order, state.words()));
        }
        try {
            Sold sold = sales.become(row, before.size(), state, amount, at, false);
            return new Ending(
                    Postback.Outcome.CHANGED,
                    "The sale is %s now.".formatted(sold.state().words()));
        } catch (Refusal refusal) {
            return new Ending(Postback.Outcome.OUT_OF_TURN, refusal.getMessage());
        }
    }

    /** Whether a network said this before: a state once, a refund by its amount. What was noted by hand was not said by it. */
    private static boolean said(List<SaleChange> before, Sold now, SaleState state, Optional<Long> amount) {
        List<SaleChange> same = before.stream()
                .filter(one -> one.state() == state && !one.byHand())
                .toList();
        return state == SaleState.REFUNDED
                ? !same.isEmpty()
                        && amount.map(back -> same.stream().anyMatch(one -> one.amount() == back))
                                .orElse(now.state() == SaleState.REFUNDED)
                : !same.isEmpty();
    }

    private Optional<Long> amount(WorkspaceId workspace, OfferId offer, String typed, SaleState state) {
        // Some networks write what they take back with a minus before it.
        String text = state.begins() ? typed : typed.replaceFirst("^\\s*-", "");
        return text.isEmpty()
                ? Optional.empty()
                : Optional.of(Money.parse(
                                "commission",
                                text,
                                workspaces.get(workspace).currency(),
                                offers.find(workspace, offer)
                                        .flatMap(one -> one.network().numbers()))
                        .minor());
    }

    /** Where the click was sent on to, the latest first; at the end the promotion's own offer. */
    private List<Offer> offersOf(WorkspaceId workspace, SiteEvent.Click click) {
        List<Offer> sentTo = new ArrayList<>();
        for (SiteEvent.Followed event : clicks.followed(workspace, click.id())) {
            if (event instanceof SiteEvent.WentOn out) {
                out.offer().flatMap(id -> offers.find(workspace, id)).ifPresent(sentTo::addFirst);
            }
        }
        sentTo.add(promotions
                .find(workspace, click.promotion())
                .flatMap(one -> offers.find(workspace, one.offer()))
                .orElseThrow());
        return sentTo;
    }

    private Ending insert(
            WorkspaceId workspace,
            Postback.Arrived arrived,
            SaleState state,
            SiteEvent.Click click,
            Offer offer,
            Instant at) {
        Optional<NumberStyle> style = offer.network().numbers();
        Currency currency = workspaces.get(workspace).currency();
        Money commission = arrived.commission().isEmpty()
                ? offer.details().payout().amount()
                : Money.parse("commission", arrived.commission(), currency, style);
        Money value = arrived.orderValue().isEmpty()
                ? Money.zero(currency)
                : Money.parse("order value", arrived.orderValue(), currency, style);
        NetworkId network = offer.network().id();
        Sale.Facts facts = new Sale.Facts(network, arrived.order(), click.id(), click.promotion(), offer.id());
        if (!sales.begin(workspace, facts, new SaleChange(state, commission.minor(), at, false), value.minor())) {
            // Reported at the same moment by another.
            return change(sales.alone(workspace, network, arrived.order()).orElseThrow(), arrived, state, at);
        }
        postbacks
                .ofOrder(workspace.value(), network.value(), arrived.order(), Postback.Outcome.UNMATCHED)
                .forEach(row -> readAgain(workspace, row));
        return new Ending(Postback.Outcome.SALE, "");
    }

    /** The latest first. */
    @Transactional(readOnly = true)
    public List<Postback> latest(WorkspaceId workspace) {
        return postbacks.latest(workspace.value(), Limit.of(LIST)).stream()
                .map(PostbackRow::toPostback)
                .toList();
    }
}
