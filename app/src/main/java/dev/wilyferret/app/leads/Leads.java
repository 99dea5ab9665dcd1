package dev.wilyferret.app.leads;

import dev.wilyferret.app.people.Joining;
import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Keeps who left an address, once a promotion, and puts them on the list the form is tied to. */
@Service
public class Leads {

    private final LeadStore leads;
    private final People people;
    private final TransactionTemplate transaction;

    Leads(LeadStore leads, People people, TransactionTemplate transaction) {
        this.leads = leads;
        this.people = people;
        this.transaction = transaction;
    }

    /**
     * Keeps a lead; the same address again on the promotion changes nothing of it. Durable when it returns, with everything
     * that follows from it.
     *
     * @param list the list to put them on; empty for none
     * @return how they stand on the list
     */
    public Optional<Subscriber> keep(UUID workspace, Lead lead, Optional<UUID> list, Joining joining) {
        try {
            return kept(workspace, lead, list, joining);
        } catch (DataIntegrityViolationException twiceAtOnce) {
            return kept(workspace, lead, list, joining);
        }
    }

    private Optional<Subscriber> kept(UUID workspace, Lead lead, Optional<UUID> list, Joining joining) {
        return java.util.Objects.requireNonNull(transaction.execute(status -> {
            Optional<Subscriber> joined = list.map(to -> people.join(workspace, to, joining));
            if (!leads.known(workspace, lead.promotion(), lead.email())) {
                LeadRow row = new LeadRow(workspace, lead);
                row.subscriber = joined.map(Subscriber::id).orElse(null);
                leads.saveAndFlush(row);
            }
            return joined;
        }));
    }

    /** Whoever is erased is no lead with a name any more. */
    @EventListener
    @Transactional
    public void forget(People.Erased erased) {
        leads.forget(erased.workspace(), erased.addressKey());
    }

    /** The latest first. */
    @Transactional(readOnly = true)
    public List<Lead> ofPromotion(UUID workspace, UUID promotion) {
        return leads.ofPromotion(workspace, promotion).stream()
                .map(LeadRow::toLead)
                .toList();
    }

    /** What a person sent with forms, the latest first. */
    @Transactional(readOnly = true)
    public List<Lead> ofAddress(UUID workspace, String address) {
        return leads.ofAddress(workspace, address).stream().map(LeadRow::toLead).toList();
    }
}
