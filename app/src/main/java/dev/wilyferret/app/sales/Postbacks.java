package dev.wilyferret.app.sales;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.offers.Network;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.address.Query;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.NetworkId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.money.NumberStyle;
import dev.wilyferret.core.sale.PostbackForm;
import dev.wilyferret.core.sale.PostbackPart;
import dev.wilyferret.core.sale.SaleChange;
import dev.wilyferret.core.sale.SaleKind;
import dev.wilyferret.core.sale.SaleState;
import dev.wilyferret.core.sale.Sold;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.visit.SiteEvent;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.interceptor.TransactionAspectSupport;

/** What networks report: it begins a sale, or says what became of one. Whatever arrives is kept. */
@Service
public class Postbacks {

    private static final int LIST = 200;

    private final Sales sales;
    private final PostbackStore postbacks;
    private final Unnaming unnaming;
    private final ClickBook clicks;
    private final Promotions promotions;
    private final Offers offers;
    private final Workspaces workspaces;
    private final UuidV7 ids;
    private final Clock clock;

    Postbacks(
            Sales sales,
            PostbackStore postbacks,
            Unnaming unnaming,
            ClickBook clicks,
            Promotions promotions,
            Offers offers,
            Workspaces workspaces,
            UuidV7 ids,
            Clock clock) {
        this.sales = sales;
        this.postbacks = postbacks;
        this.unnaming = unnaming;
        this.clicks = clicks;
        this.promotions = promotions;
        this.offers = offers;
        this.workspaces = workspaces;
        this.ids = ids;
        this.clock = clock;
    }

    /** What became of a postback and why. */
    private record Ending(Postback.Outcome outcome, String note) {}

    /** Somebody reads it in vain: what it says cannot be made out. */
    private static Ending unreadable(String note) {
        return new Ending(Postback.Outcome.UNREADABLE, note);
    }

    private static Ending unmatched(String note) {
        return new Ending(Postback.Outcome.UNMATCHED, note);
    }

    /**
     * Takes in a postback that is the network's; it is kept whatever it says.
     *
     * @param sent its query or body
     */
    @Transactional
    public Postback.Outcome receive(WorkspaceId workspace, NetworkId network, String sent) {
        return kept(offers.network(workspace, network).orElseThrow(), sent).outcome;
    }

    private PostbackRow kept(Network network, String sent) {
        Instant now = clock.instant();
        Postback.Arrived known = unnaming.kept(network.workspace(), read(network, PostbackText.withoutSecret(sent)));
        Ending ending = record(network, known, now);
        return postbacks.save(new PostbackRow(
                RowKey.of(network.workspace(), ids.next()),
                network.id().value(),
                now,
                known,
                ending.outcome,
                ending.note));
    }

    /** What would become of a postback now; nothing is kept of it. */
    @Transactional
    public Postback tried(Network network, String sent) {
        Postback tried = kept(network, sent).toPostback();
        TransactionAspectSupport.currentTransactionStatus().setRollbackOnly();
        return tried;
    }

    private static Postback.Arrived read(Network network, String sent) {
        return known(network, new Postback.Arrived(network.form().read(Query.byName(sent)), sent));
    }

    /** What came without an order id is known by its click and event, where the network's are. */
    private static Postback.Arrived known(Network network, Postback.Arrived arrived) {
        if (!arrived.order().isEmpty()
                || arrived.click().isEmpty()
                || !network.form().withoutOrder()) {
            return arrived;
        }
        String event = arrived.part(PostbackPart.EVENT);
        return arrived.with(
                PostbackPart.ORDER,
                (event.isEmpty() ? "click " : event + " of click ")
                        + arrived.click().toLowerCase(Locale.ROOT));
    }

    /**
     * Notes how a network writes its postbacks, and reads those again that became nothing.
     *
     * @return how many of them became sales
     */
    @Transactional
    public long reports(WorkspaceId workspace, NetworkId network, PostbackForm form, Optional<NumberStyle> style) {
        offers.reports(workspace, network, form, style);
        Network now = offers.network(workspace, network).orElseThrow();
        return Stream.of(Postback.Outcome.UNREADABLE, Postback.Outcome.UNMATCHED)
                .flatMap(outcome -> postbacks.ofOutcome(workspace.value(), network.value(), outcome).stream())
                .filter(row -> readAgain(now, row))
                .count();
    }

    /**
     * Gives a postback that named no click of ours the click it belongs to.
     *
     * @return empty if there is no such postback, or it needs no click
     * @throws Refusal if nothing becomes of it with that click either; then nothing is changed
     */
    @Transactional
    public Optional<Postback> match(WorkspaceId workspace, UUID postback, ClickId click) {
        Optional<PostbackRow> row = postbacks
                .toChange(RowKey.of(workspace, postback))
                .filter(one -> one.outcome == Postback.Outcome.UNMATCHED);
        row.ifPresent(one -> {
            one.matchedClick = click.value();
            readAgain(offers.network(workspace, new NetworkId(one.network)).orElseThrow(), one);
            if (one.outcome.odd()) {
                throw new Refusal(one.note);
            }
        });
        return row.map(PostbackRow::toPostback);
    }

    private boolean readAgain(Network network, PostbackRow row) {
        Postback.Arrived arrived = row.sent.isEmpty() ? row.arrived() : read(network, row.sent);
        if (row.matchedClick != null) {
            arrived = arrived.with(PostbackPart.CLICK, ShortId.of(new ClickId(row.matchedClick)));
        }
        Ending ending = record(network, arrived, row.receivedAt);
        row.say(arrived);
        row.outcome = ending.outcome;
        row.note = ending.note;
        return ending.outcome == Postback.Outcome.SALE;
    }

    private Ending record(Network network, Postback.Arrived arrived, Instant at) {
        if (arrived.order().isEmpty()) {
            return unreadable(
                    network.form().withoutOrder()
                            ? "It carries neither an order id nor a click id."
                            : "It carries no order id, so a repeat could not be told from a second sale. If this network sends none, say so on its page: then each click and event is one.");
        }
        Optional<SaleState> state = arrived.status().isEmpty()
                ? Optional.of(SaleState.APPROVED)
                : SaleState.named(network.form().meant(arrived.status()));
        if (state.isEmpty()) {
            return unreadable(
                    "Its status “%s” is none of pending, approved, refunded and reversed. If that is this network's word for one of them, note it on its page."
                            .formatted(arrived.status()));
        }
        String said = arrived.part(PostbackPart.KIND);
        Optional<SaleKind> kind = said.isEmpty()
                ? Optional.of(SaleKind.FIRST)
                : SaleKind.named(network.form().meant(said));
        if (kind.isEmpty()) {
            return unreadable(
                    "Its kind of payment “%s” is none of first, upsell and rebill. If that is this network's word for one of them, note it on its page."
                            .formatted(said));
        }
        Currency currency = workspaces.get(network.workspace()).currency();
        String other = arrived.part(PostbackPart.CURRENCY);
        if (!other.isEmpty() && !other.equalsIgnoreCase(currency.getCurrencyCode())) {
            return unreadable(
                    "It is in %s, and this workspace reckons in %s. No rate is guessed: ask the network to report in %s."
                            .formatted(other, currency, currency));
        }
        return record(
                network,
                arrived,
                new Sale.Order(arrived.order(), arrived.part(PostbackPart.ITEM), kind.get()),
                state.get(),
                at);
    }

    private Ending record(Network network, Postback.Arrived arrived, Sale.Order order, SaleState state, Instant at) {
        List<SaleRow> reported = sales.alone(network.workspace(), network.id(), order.id());
        Optional<SaleRow> known = reported.stream().filter(row -> row.is(order)).findFirst();
        boolean wholeOrder = order.equals(Sale.Order.of(order.id()));
        if (known.isEmpty() && !state.begins() && wholeOrder && reported.size() > 1) {
            return unmatched(
                    "Order “%s” has %d sales, and it does not say which of them is %s. Note it at the sale itself."
                            .formatted(order.id(), reported.size(), state.words()));
        }
        if (known.isEmpty() && !state.begins() && wholeOrder) {
            known = reported.stream().findFirst();
        }
        if (known.isPresent()) {
            return change(network, known.get(), arrived, state, at);
        }
        if (!state.begins()) {
            return unmatched(
                    "No sale of order “%s” was reported yet that could be %s. It is looked at again when one comes."
                            .formatted(order.id(), state.words()));
        }
        return begin(network, arrived, order, state, at);
    }

    private Ending begin(Network network, Postback.Arrived arrived, Sale.Order order, SaleState state, Instant at) {
        WorkspaceId workspace = network.workspace();
        Optional<SiteEvent.Click> click =
                ShortId.parse(arrived.click(), ClickId::new).flatMap(id -> clicks.click(workspace, id));
        if (click.isEmpty()) {
            return unmatched("No click of this workspace has the id “%s”.".formatted(arrived.click()));
        }
        List<Offer> sentTo = offersOf(workspace, click.get());
        Optional<Offer> offer = sentTo.stream()
                .filter(one -> one.network().id().equals(network.id()))
                .findFirst();
        if (offer.isEmpty()) {
            return unmatched("That click went to an offer of another network, %s."
                    .formatted(sentTo.getFirst().network().name()));
        }
        try {
            return insert(network, arrived, order, state, click.get(), offer.get(), at);
        } catch (Refusal refusal) {
            return unreadable(refusal.getMessage());
        }
    }

    /** What a network says of a sale that is known. It says most things several times. */
    private Ending change(Network network, SaleRow row, Postback.Arrived arrived, SaleState state, Instant at) {
        List<SaleChange> before = sales.course(row.key);
        Optional<Long> amount;
        try {
            amount = amount(network, arrived.commission(), state);
        } catch (Refusal refusal) {
            return unreadable(refusal.getMessage());
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

    private Optional<Long> amount(Network network, String typed, SaleState state) {
        // Some networks write what they take back with a minus before it.
        String text = state.begins() ? typed : typed.replaceFirst("^\\s*-", "");
        return text.isEmpty()
                ? Optional.empty()
                : Optional.of(money(network, "commission", text).minor());
    }

    private Money money(Network network, String what, String text) {
        return Money.parse(what, text, workspaces.get(network.workspace()).currency(), network.numbers());
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
            Network network,
            Postback.Arrived arrived,
            Sale.Order order,
            SaleState state,
            SiteEvent.Click click,
            Offer offer,
            Instant at) {
        WorkspaceId workspace = network.workspace();
        Money commission = arrived.commission().isEmpty()
                ? offer.details().payout().amount()
                : money(network, "commission", arrived.commission());
        String value = arrived.part(PostbackPart.ORDER_VALUE);
        long paid = value.isEmpty() ? 0 : money(network, "order value", value).minor();
        Sale.Facts facts = new Sale.Facts(
                network.id(), order, click.id(), click.promotion(), offer.id(), arrived.part(PostbackPart.PRODUCT));
        if (!sales.begin(workspace, facts, new SaleChange(state, commission.minor(), at, false), paid)) {
            // Reported at the same moment by another.
            return record(network, arrived, order, state, at);
        }
        postbacks
                .ofOrder(workspace.value(), network.id().value(), order.id(), Postback.Outcome.UNMATCHED)
                .forEach(row -> readAgain(network, row));
        return new Ending(Postback.Outcome.SALE, "");
    }

    /**
     * The latest first.
     *
     * @param odd only those that somebody should look at
     */
    @Transactional(readOnly = true)
    public List<Postback> latest(WorkspaceId workspace, boolean odd) {
        List<PostbackRow> rows = odd
                ? postbacks.latest(workspace.value(), Postback.Outcome.ODD, Limit.of(LIST))
                : postbacks.latest(workspace.value(), Limit.of(LIST));
        return rows.stream().map(PostbackRow::toPostback).toList();
    }

    /** How many there are that somebody should look at. */
    @Transactional(readOnly = true)
    public long odd(WorkspaceId workspace) {
        return postbacks.count(workspace.value(), Postback.Outcome.ODD);
    }
}
