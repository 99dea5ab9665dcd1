package dev.wilyferret.app.leads;

import java.util.List;
import java.util.UUID;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps who left an address, once a promotion. */
@Service
public class Leads {

    private final LeadStore leads;

    Leads(LeadStore leads) {
        this.leads = leads;
    }

    /** Keeps a lead; the same address again on the promotion changes nothing. Durable when it returns. */
    public void keep(UUID workspace, Lead lead) {
        try {
            if (!leads.known(workspace, lead.promotion(), lead.email())) {
                leads.saveAndFlush(new LeadRow(workspace, lead));
            }
        } catch (DataIntegrityViolationException twiceAtOnce) {
            if (!leads.known(workspace, lead.promotion(), lead.email())) {
                throw twiceAtOnce;
            }
        }
    }

    /** The latest first. */
    @Transactional(readOnly = true)
    public List<Lead> ofPromotion(UUID workspace, UUID promotion) {
        return leads.ofPromotion(workspace, promotion).stream()
                .map(LeadRow::toLead)
                .toList();
    }
}
