package dev.wilyferret.app.sales;

import dev.wilyferret.app.clicks.VisitWork;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.figures.Visit;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.NetworkId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.SaleId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.sale.PostbackPart;
import dev.wilyferret.core.sale.SaleChange;
import dev.wilyferret.core.sale.SaleState;
import dev.wilyferret.core.sale.Sold;
import dev.wilyferret.core.text.Refusal;
import java.time.Clock;
import java.time.Instant;
import java.util.Currency;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Sales: how each stands, and everything that was said of it. */
@Service
public class Sales {

    private static final int LIST = 200;

    private final SaleStore sales;
    private final SaleChangeStore changes;
    private final PostbackStore postbacks;
    private final VisitWork work;
    private final Workspaces workspaces;
    private final UuidV7 ids;
    private final Clock clock;

    Sales(
            SaleStore sales,
            SaleChangeStore changes,
            PostbackStore postbacks,
            VisitWork work,
            Workspaces workspaces,
            UuidV7 ids,
            Clock clock) {
        this.sales = sales;
        this.changes = changes;
        this.postbacks = postbacks;
        this.work = work;
        this.workspaces = workspaces;
        this.ids = ids;
        this.clock = clock;
    }

    List<SaleChange> course(RowKey sale) {
        return changes.ofSale(sale.workspace(), sale.id()).stream()
                .map(SaleChangeRow::toChange)
                .toList();
    }

    /** What becomes of a sale that is held for this transaction. */
    Sold become(SaleRow row, int before, SaleState state, Optional<Long> amount, Instant at, boolean byHand) {
        Sold was = row.sold();
        Sold now = was.then(state, amount);
        long told = switch (state) {
            case PENDING, APPROVED -> now.commission();
            case REFUNDED -> now.refunded() - was.refunded();
            case REVERSED -> was.left();
        };
        row.become(now);
        changes.save(new SaleChangeRow(row.key, before + 1, new SaleChange(state, told, at, byHand)));
        work.note(new WorkspaceId(row.key.workspace()), List.of(new ClickId(row.click)));
        return now;
    }

    /**
     * Notes by hand what became of a sale; empty if there is no such sale.
     *
     * @param typed an amount; empty for all there is
     * @throws Refusal if that cannot follow on how it stands, or the amount is none
     */
    @Transactional
    public Optional<Sale> note(WorkspaceId workspace, SaleId sale, SaleState state, String typed) {
        return sales.alone(workspace.value(), sale.value()).map(row -> {
            Currency currency = workspaces.get(workspace).currency();
            Optional<Long> amount = typed.isBlank() || state == SaleState.REVERSED
                    ? Optional.empty()
                    : Optional.of(Money.parse("amount", typed, currency).minor());
            become(row, course(row.key).size(), state, amount, clock.instant(), true);
            return row.toSale(currency);
        });
    }

    /** All sales of an order, for this transaction alone: what is reported of it meanwhile comes after. */
    List<SaleRow> alone(WorkspaceId workspace, NetworkId network, String order) {
        sales.alone(workspace + " " + network + " " + order);
        return sales.alone(workspace.value(), network.value(), order);
    }

    /** Begins a sale; false if there is one of the same order, item and kind already. */
    boolean begin(WorkspaceId workspace, Sale.Facts facts, SaleChange first, long orderValue) {
        RowKey key = RowKey.of(workspace, ids.next());
        int inserted = sales.insertOnce(
                key.workspace(),
                key.id(),
                facts.network().value(),
                facts.order().id(),
                facts.order().item(),
                facts.order().kind().name(),
                facts.product(),
                facts.click().value(),
                facts.promotion().value(),
                facts.offer().value(),
                first.state().name(),
                first.amount(),
                orderValue,
                first.at());
        if (inserted > 0) {
            changes.save(new SaleChangeRow(key, 1, first));
            work.note(workspace, List.of(facts.click()));
        }
        return inserted > 0;
    }

    /** Keeps sales that were reported in the past, with the postbacks that reported them. */
    @Transactional
    public void keep(WorkspaceId workspace, List<Sale.Past> past) {
        Currency currency = workspaces.get(workspace).currency();
        for (Sale.Past one : past) {
            RowKey key = RowKey.of(workspace, ids.at(one.soldAt()));
            SaleChange first = one.changes().getFirst();
            Sold sold = Sold.begins(first.state(), first.amount(), one.orderValue());
            for (SaleChange later : one.changes().subList(1, one.changes().size())) {
                sold = sold.then(later.state(), Optional.of(later.amount()));
            }
            sales.save(new SaleRow(key, one, sold));
            for (int number = 1; number <= one.changes().size(); number++) {
                SaleChange change = one.changes().get(number - 1);
                changes.save(new SaleChangeRow(key, number, change));
                if (!change.byHand()) {
                    postbacks.save(postbackOf(workspace, one, change, currency));
                }
            }
        }
        work.note(workspace, past.stream().map(one -> one.facts().click()).toList());
    }

    /** What was reported for some clicks, by click. */
    @Transactional(readOnly = true)
    public Map<ClickId, List<Visit.Reported>> reported(WorkspaceId workspace, List<ClickId> clicks) {
        return sales.ofClicks(workspace.value(), Id.texts(clicks)).stream()
                .collect(Collectors.groupingBy(
                        row -> new ClickId(row.click),
                        Collectors.mapping(row -> new Visit.Reported(row.soldAt, row.sold()), Collectors.toList())));
    }

    private PostbackRow postbackOf(WorkspaceId workspace, Sale.Past sale, SaleChange change, Currency currency) {
        boolean first = change.equals(sale.changes().getFirst());
        Map<PostbackPart, String> said = new EnumMap<>(PostbackPart.class);
        said.put(PostbackPart.CLICK, ShortId.of(sale.facts().click()));
        said.put(PostbackPart.ORDER, sale.facts().order().id());
        said.put(
                PostbackPart.COMMISSION,
                new Money(change.amount(), currency).major().toPlainString());
        if (first) {
            said.put(
                    PostbackPart.ORDER_VALUE,
                    new Money(sale.orderValue(), currency).major().toPlainString());
        }
        said.put(PostbackPart.STATUS, change.state().words());
        Postback.Arrived arrived = new Postback.Arrived(said, "");
        return new PostbackRow(
                RowKey.of(workspace, ids.at(change.at())),
                sale.facts().network().value(),
                change.at(),
                arrived,
                first ? Postback.Outcome.SALE : Postback.Outcome.CHANGED,
                "");
    }

    @Transactional(readOnly = true)
    public Optional<Sale> find(WorkspaceId workspace, SaleId id) {
        return sales.findById(RowKey.of(workspace, id))
                .map(row -> row.toSale(workspaces.get(workspace).currency()));
    }

    /** What was said of a sale, in its order. */
    @Transactional(readOnly = true)
    public List<SaleChange> course(WorkspaceId workspace, SaleId id) {
        return course(RowKey.of(workspace, id));
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

    /** How many an offer had since a moment that were not taken back. */
    @Transactional(readOnly = true)
    public long standing(WorkspaceId workspace, OfferId offer, Instant from) {
        return sales.standing(workspace.value(), offer.value(), from);
    }

    @Transactional(readOnly = true)
    public List<Sale> ofOrder(WorkspaceId workspace, String order) {
        return shown(workspace, sales.ofOrder(workspace.value(), order));
    }

    @Transactional(readOnly = true)
    public List<Sale> ofClicks(WorkspaceId workspace, List<ClickId> clicks) {
        return shown(workspace, sales.ofClicks(workspace.value(), Id.texts(clicks)));
    }

    private List<Sale> shown(WorkspaceId workspace, List<SaleRow> rows) {
        Currency currency = workspaces.get(workspace).currency();
        return rows.stream().map(row -> row.toSale(currency)).toList();
    }
}
