package dev.wilyferret.app.sales;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.clicks.VisitWork;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.figures.Visit;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.NetworkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.money.NumberStyle;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.visit.SiteEvent;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Sales and the postbacks that reported them. */
@Service
public class Sales {

    private static final int LIST = 200;

    private final SaleStore sales;
    private final PostbackStore postbacks;
    private final ClickBook clicks;
    private final VisitWork work;
    private final Promotions promotions;
    private final Offers offers;
    private final Workspaces workspaces;
    private final UuidV7 ids;
    private final Clock clock;

    Sales(
            SaleStore sales,
            PostbackStore postbacks,
            ClickBook clicks,
            VisitWork work,
            Promotions promotions,
            Offers offers,
            Workspaces workspaces,
            UuidV7 ids,
            Clock clock) {
        this.sales = sales;
        this.postbacks = postbacks;
        this.clicks = clicks;
        this.work = work;
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
            return insert(workspace, network, arrived, click.get(), offer.get(), at);
        } catch (Refusal refusal) {
            return new Ending(Postback.Outcome.UNREADABLE, refusal.getMessage());
        }
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
            NetworkId network,
            Postback.Arrived arrived,
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
        int inserted = sales.insertOnce(
                workspace.value(),
                ids.next(),
                network.value(),
                arrived.order(),
                click.id().value(),
                click.promotion().value(),
                offer.id().value(),
                commission.minor(),
                value.minor(),
                at);
        if (inserted == 0) {
            return new Ending(
                    Postback.Outcome.REPEATED,
                    "Order “%s” was reported before; it stays one sale.".formatted(arrived.order()));
        }
        work.note(workspace, List.of(click.id()));
        return new Ending(Postback.Outcome.SALE, "");
    }

    /** Keeps sales that were reported in the past, each with its postback. */
    @Transactional
    public void keep(WorkspaceId workspace, List<Sale> past) {
        sales.saveAll(past.stream()
                .map(sale -> new SaleRow(RowKey.of(workspace, ids.at(sale.soldAt())), sale))
                .toList());
        postbacks.saveAll(past.stream().map(sale -> postbackOf(workspace, sale)).toList());
        work.note(workspace, past.stream().map(Sale::click).toList());
    }

    /** What was reported for some clicks, by click. */
    @Transactional(readOnly = true)
    public Map<ClickId, List<Visit.Reported>> reported(WorkspaceId workspace, List<ClickId> clicks) {
        return sales.ofClicks(workspace.value(), Id.texts(clicks)).stream()
                .collect(Collectors.groupingBy(
                        row -> new ClickId(row.click),
                        Collectors.mapping(
                                row -> new Visit.Reported(
                                        row.soldAt, new Visit.Sold(row.commissionMinor, row.orderMinor)),
                                Collectors.toList())));
    }

    private PostbackRow postbackOf(WorkspaceId workspace, Sale sale) {
        Postback.Arrived arrived = new Postback.Arrived(
                ShortId.of(sale.click()),
                sale.order(),
                sale.commission().major().toPlainString(),
                sale.orderValue().major().toPlainString());
        return new PostbackRow(
                RowKey.of(workspace, ids.at(sale.soldAt())),
                sale.network().value(),
                sale.soldAt(),
                arrived,
                Postback.Outcome.SALE,
                "");
    }

    /** The latest first. */
    @Transactional(readOnly = true)
    public List<Sale> latest(WorkspaceId workspace) {
        return shown(workspace, sales.latest(workspace.value(), Limit.of(LIST)));
    }

    /** The latest first. */
    @Transactional(readOnly = true)
    public List<Sale> ofPromotion(WorkspaceId workspace, PromotionId promotion) {
        return shown(workspace, sales.latest(workspace.value(), promotion.value(), Limit.of(LIST)));
    }

    @Transactional(readOnly = true)
    public Optional<Sale> ofOrder(WorkspaceId workspace, String order) {
        return shown(workspace, sales.ofOrder(workspace.value(), order)).stream()
                .findFirst();
    }

    @Transactional(readOnly = true)
    public List<Sale> ofClick(WorkspaceId workspace, ClickId click) {
        return shown(workspace, sales.ofClick(workspace.value(), click.value()));
    }

    private List<Sale> shown(WorkspaceId workspace, List<SaleRow> rows) {
        Currency currency = workspaces.get(workspace).currency();
        return rows.stream().map(row -> row.toSale(currency)).toList();
    }

    /** The latest first. */
    @Transactional(readOnly = true)
    public List<Postback> postbacks(WorkspaceId workspace) {
        return postbacks.latest(workspace.value(), Limit.of(LIST)).stream()
                .map(PostbackRow::toPostback)
                .toList();
    }
}
