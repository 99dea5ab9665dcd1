package dev.wilyferret.app.trails;

import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.mail.Mails;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.people.MailList;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.design.ReadyTrail;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.mail.MailText;
import dev.wilyferret.core.page.RichText;
import dev.wilyferret.core.text.Refusal;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Makes all of a ready-made trail in one step: its pages, linked, its list, and the first mails of that. */
@Service
public class TrailMaker {

    /** Stands in as the sender until one is chosen; nothing can be sent to or from it. */
    private static final String NO_SENDER = "please-set@sender.invalid";

    private final Pages pages;
    private final Lists lists;
    private final Mails mails;
    private final Workspaces workspaces;
    private final SiteAddress site;

    TrailMaker(Pages pages, Lists lists, Mails mails, Workspaces workspaces, SiteAddress site) {
        this.pages = pages;
        this.lists = lists;
        this.mails = mails;
        this.workspaces = workspaces;
        this.site = site;
    }

    @Transactional
    public void make(Promotion promotion, ReadyTrail trail) {
        make(promotion, trail, Optional.empty());
    }

    /**
     * The offer that was chosen for a trail with two.
     *
     * @throws Refusal if it is none of the workspace's, or the promotion's own
     */
    static OfferId secondOffer(List<Offer> all, Optional<Offer> first, String id) {
        return all.stream()
                .map(Offer::id)
                .filter(one -> one.toString().equals(id))
                .filter(one -> first.filter(own -> own.id().equals(one)).isEmpty())
                .findFirst()
                .orElseThrow(() -> new Refusal(
                        all.size() < 2
                                ? "This trail needs a second offer. Note it under Offers, then come back."
                                : "Choose the second offer: another one than the first."));
    }

    /** @param secondOffer where its page for a second offer leads; empty where that is not chosen yet */
    @Transactional
    public void make(Promotion promotion, ReadyTrail ready, Optional<OfferId> secondOffer) {
        ReadyTrail trail = ready.leadingTo(secondOffer);
        WorkspaceId workspace = promotion.workspace();
        if (trail.redirect()) {
            pages.makeRedirect(workspace, promotion.id());
        }
        Optional<MailList> list = trail.list().map(wanted -> list(promotion, wanted));
        List<ReadyTrail.Stop> stops = list.map(MailList::id).map(trail::onto).orElse(trail.stops());
        Map<String, Page> made = new HashMap<>();
        for (ReadyTrail.Stop stop : stops) {
            made.put(stop.name(), pages.make(workspace, promotion.id(), stop.design(), stop.name(), stop.page()));
        }
        if (list.isPresent()) {
            ReadyTrail.NewList wanted = trail.list().orElseThrow();
            lists.keep(
                    workspace,
                    list.get()
                            .with(
                                    Optional.ofNullable(made.get(wanted.check()))
                                            .map(Page::id),
                                    Optional.ofNullable(made.get(wanted.confirmed()))
                                            .map(Page::id)));
            Optional.ofNullable(made.get(wanted.gift()))
                    .ifPresent(gift -> firstMails(workspace, list.get(), promotion, gift));
        }
    }

    private MailList list(Promotion promotion, ReadyTrail.NewList wanted) {
        Workspace workspace = workspaces.get(promotion.workspace());
        String contact = workspace.legal().contact();
        String wish = promotion.name() + (wanted.buyers() ? ", buyers" : "");
        String base = wish.length() > 70 ? wish.substring(0, 70) : wish;
        String name = base;
        for (int number = 2; taken(promotion.workspace(), name); number++) {
            name = base + " " + number;
        }
        MailList list = new MailList(
                lists.newId(),
                name,
                workspace.legal().name().isEmpty()
                        ? workspace.name()
                        : workspace.legal().name(),
                contact.contains("@") && !contact.contains("/") ? contact : NO_SENDER,
                "",
                wanted.doubleOptIn(),
                wanted.buyers(),
                promotion.host(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
        lists.keep(promotion.workspace(), list);
        return list;
    }

    private boolean taken(WorkspaceId workspace, String name) {
        return lists.of(workspace).stream().anyMatch(list -> list.name().equalsIgnoreCase(name));
    }

    /** Two mails to write over, switched off until their owner has read them. */
    private void firstMails(WorkspaceId workspace, MailList list, Promotion promotion, Page gift) {
        String address = site.of(promotion.host(), promotion.path(gift.slug()));
        mails.addToSequence(
                workspace,
                list.id(),
                Duration.ZERO,
                new MailText(
                        "Here is your calendar",
                        "Twelve weeks on one sheet",
                        new RichText(
                                "Hello {{first_name|there}},\n\nhere is the calendar you asked for: twelve weeks from the first "
                                        + "spores to the first pan, on one sheet for the fridge door.\n\n[Open the calendar]("
                                        + address
                                        + ")\n\nTomorrow I write once more, about the one mistake that rots most first tries.")));
        mails.addToSequence(
                workspace,
                list.id(),
                Duration.ofDays(1),
                new MailText(
                        "The mistake that rots most first tries",
                        "It is done in the first week",
                        new RichText(
                                "Hello {{first_name|there}},\n\nmost first harvests rot for one reason: the bucket is opened to look. "
                                        + "Leave it closed until week three, however curious you are. The threads need the damp more than "
                                        + "you need to know.\n\nIf you lost the calendar, it is still here: [the calendar]("
                                        + address + ").")));
    }
}
