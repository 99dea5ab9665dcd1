package dev.wilyferret.app.leads;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.clicks.VisitWork;
import dev.wilyferret.app.people.Doings;
import dev.wilyferret.app.people.Joining;
import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.core.figures.Visit;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.SubscriberId;
import dev.wilyferret.core.id.WorkspaceId;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.data.domain.PageRequest;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Keeps who left an address, once a promotion, and puts them on the list the form is tied to. */
@Service
public class Leads {

    /** How many a page of a list has. */
    static final int PAGE = 200;

    private final LeadStore leads;
    private final People people;
    private final List<Doings> doings;
    private final ClickBook clicks;
    private final VisitWork work;
    private final TransactionTemplate transaction;
    private final ApplicationEventPublisher events;

    Leads(
            LeadStore leads,
            People people,
            List<Doings> doings,
            ClickBook clicks,
            VisitWork work,
            TransactionTemplate transaction,
            ApplicationEventPublisher events) {
        this.events = events;
        this.work = work;
        this.leads = leads;
        this.people = people;
        this.doings = doings;
        this.clicks = clicks;
        this.transaction = transaction;
    }

    /**
     * Keeps a lead; the same address again on the promotion changes nothing of it. Durable when it returns, with everything
     * that follows from it.
     *
     * @param list the list to put them on; empty for none
     * @return how they stand on the list
     */
    public Optional<Subscriber> keep(WorkspaceId workspace, Lead lead, Optional<ListId> list, Joining joining) {
        try {
            return kept(workspace, lead, list, joining);
        } catch (DataIntegrityViolationException twiceAtOnce) {
            return kept(workspace, lead, list, joining);
        }
    }

    private Optional<Subscriber> kept(WorkspaceId workspace, Lead lead, Optional<ListId> list, Joining joining) {
        return java.util.Objects.requireNonNull(transaction.execute(status -> {
            Optional<Subscriber> joined = list.map(to -> people.join(workspace, to, joining));
            if (!leads.known(workspace.value(), lead.promotion().value(), lead.email())) {
                LeadRow row = new LeadRow(workspace.value(), lead);
                row.subscriber =
                        joined.map(Subscriber::id).map(SubscriberId::value).orElse(null);
                if (joined.filter(people::somethingWaits).isPresent()) {
                    row.aside = row.answers;
                    row.answers = Map.of();
                }
                leads.saveAndFlush(row);
                work.note(workspace, List.of(lead.click()));
            }
            return joined;
        }));
    }

    /**
     * Somebody who left an address in the past.
     *
     * @param subscriber who they are on the list
     */
    public record Past(Lead lead, SubscriberId subscriber) {}

    /** Keeps leads of the past. */
    @Transactional
    public void keep(WorkspaceId workspace, List<Past> past) {
        leads.saveAll(past.stream()
                .map(one -> {
                    LeadRow row = new LeadRow(workspace.value(), one.lead);
                    row.subscriber = one.subscriber.value();
                    return row;
                })
                .toList());
        work.note(workspace, past.stream().map(one -> one.lead.click()).toList());
    }

    /** The visits they left their address in tell of it. */
    @EventListener
    @Transactional
    public void tell(People.Confirmed confirmed) {
        tell(confirmed.subscriber().workspace(), confirmed.subscriber().id());
    }

    @EventListener
    @Transactional
    public void tell(Doings.Noted did) {
        tell(did.workspace(), did.subscriber());
    }

    private void tell(WorkspaceId workspace, SubscriberId subscriber) {
        work.note(
                workspace,
                leads.clicksOf(workspace.value(), subscriber.value()).stream()
                        .map(ClickId::new)
                        .toList());
    }

    /** It was them, so what their forms sent stands. */
    @EventListener
    @Transactional
    public void stand(People.ConfirmedAgain again) {
        for (LeadRow row : leads.waiting(
                again.subscriber().workspace().value(), again.subscriber().id().value())) {
            row.answers = java.util.Objects.requireNonNull(row.aside);
            row.aside = null;
        }
    }

    /** Somebody was erased whose visits, on whatever list or page they left their address, were these clicks. */
    public record Forgotten(WorkspaceId workspace, List<ClickId> clicks) {}

    /** Whoever is erased is no lead with a name any more, and their visits lead back to nobody. */
    @EventListener
    @Transactional
    public void forget(People.Erased erased) {
        List<LeadRow> theirs =
                leads.ofPerson(erased.workspace().value(), erased.addressKey(), Id.values(erased.subscribers()));
        for (LeadRow row : theirs) {
            row.email = "erased " + row.key.id();
            row.answers = Map.of();
            row.aside = null;
            row.suspect = "";
        }
        List<ClickId> known = Stream.concat(
                        erased.clicks().stream(), theirs.stream().map(row -> new ClickId(row.click)))
                .distinct()
                .toList();
        List<ClickId> visits = clicks.anonymize(erased.workspace(), known);
        events.publishEvent(new Forgotten(
                erased.workspace(),
                Stream.concat(known.stream(), visits.stream()).distinct().toList()));
    }

    /** Who left an address in the visits of some clicks, and what became of them, by click. */
    @Transactional(readOnly = true)
    public Map<ClickId, Visit.People> of(WorkspaceId workspace, List<ClickId> clicks) {
        List<LeadRow> rows = leads.ofClicks(workspace.value(), Id.texts(clicks));
        Set<SubscriberId> listed =
                rows.stream().flatMap(row -> row.listed().stream()).collect(Collectors.toSet());
        Map<SubscriberId, Instant> confirmed = people.confirmedAt(workspace, listed);
        Map<SubscriberId, List<Visit.Did>> did = new HashMap<>();
        for (Doings room : listed.isEmpty() ? List.<Doings>of() : doings) {
            room.of(workspace, listed)
                    .forEach((who, what) ->
                            did.computeIfAbsent(who, fresh -> new ArrayList<>()).addAll(what));
        }
        return rows.stream()
                .collect(Collectors.groupingBy(
                        row -> new ClickId(row.click),
                        Collectors.collectingAndThen(
                                Collectors.toList(),
                                ofClick -> new Visit.People(optIns(ofClick, confirmed), theirs(ofClick, did)))));
    }

    private static List<Visit.OptIn> optIns(List<LeadRow> rows, Map<SubscriberId, Instant> confirmed) {
        return rows.stream()
                .map(row -> new Visit.OptIn(
                        new PageId(row.page), row.at, row.listed().map(confirmed::get)))
                .toList();
    }

    private static List<Visit.Did> theirs(List<LeadRow> rows, Map<SubscriberId, List<Visit.Did>> did) {
        return rows.stream()
                .flatMap(row -> row.listed().stream())
                .distinct()
                .flatMap(one -> did.getOrDefault(one, List.of()).stream())
                .toList();
    }

    /**
     * A page of the leads of a promotion, the latest first.
     *
     * @param page from 0
     */
    @Transactional(readOnly = true)
    public List<Lead> ofPromotion(WorkspaceId workspace, PromotionId promotion, int page) {
        return leads.ofPromotion(workspace.value(), promotion.value(), PageRequest.of(page, PAGE)).stream()
                .map(LeadRow::toLead)
                .toList();
    }

    @Transactional(readOnly = true)
    public long count(WorkspaceId workspace, PromotionId promotion) {
        return leads.count(workspace.value(), promotion.value());
    }

    /** What a person sent with forms, the latest first. */
    @Transactional(readOnly = true)
    public List<Lead> ofAddress(WorkspaceId workspace, String address) {
        return leads.ofAddress(workspace.value(), address).stream()
                .map(LeadRow::toLead)
                .toList();
    }
}
