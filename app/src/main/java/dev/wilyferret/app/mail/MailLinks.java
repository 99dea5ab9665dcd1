package dev.wilyferret.app.mail;

import dev.wilyferret.app.hosts.PublicPlaces;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.links.LinkDetails;
import dev.wilyferret.app.links.Links;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.people.Doings;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.figures.Visit;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.LetterId;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.MailId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.SubscriberId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.link.SiteRoute;
import dev.wilyferret.core.link.Slug;
import dev.wilyferret.core.page.PageKind;
import java.time.Clock;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The links of mails as they are sent: each leads over the site, which notes who followed it. One to a page of a promotion
 * is a tracking link with tags of its own: source is the list, medium {@code email}, campaign the promotion, content the
 * mail.
 */
@Service
public class MailLinks implements Doings {

    private final MailStore mails;
    private final Lists lists;
    private final Links links;
    private final Promotions promotions;
    private final Pages pages;
    private final PublicPlaces places;
    private final SiteAddress site;
    private final ApplicationEventPublisher events;
    private final UuidV7 ids;
    private final Clock clock;

    MailLinks(
            MailStore mails,
            Lists lists,
            Links links,
            Promotions promotions,
            Pages pages,
            PublicPlaces places,
            SiteAddress site,
            ApplicationEventPublisher events,
            UuidV7 ids,
            Clock clock) {
        this.mails = mails;
        this.lists = lists;
        this.links = links;
        this.promotions = promotions;
        this.pages = pages;
        this.places = places;
        this.site = site;
        this.events = events;
        this.ids = ids;
        this.clock = clock;
    }

    /** The id of each destination of a mail, named for good. */
    @Transactional
    public Map<String, LinkId> named(Written mail) {
        Map<String, LinkId> known = new HashMap<>();
        mails.links(mail.workspace().value(), mail.id().value())
                .forEach(link -> known.put(link.getDestination(), new LinkId(link.getId())));
        for (String destination : mail.text().destinations()) {
            if (!known.containsKey(destination)) {
                LinkId id = new LinkId(ids.next());
                if (mails.nameLink(
                                mail.workspace().value(), id.value(), mail.id().value(), destination)
                        == 1) {
                    tracked(mail, destination)
                            .ifPresent(link -> mails.tie(mail.workspace().value(), id.value(), link.value()));
                }
                mails.links(mail.workspace().value(), mail.id().value())
                        .forEach(link -> known.put(link.getDestination(), new LinkId(link.getId())));
            }
        }
        return known;
    }

    /** The tracking link of a destination that is a page of a promotion, under any address it has or had. */
    private Optional<LinkId> tracked(Written mail, String destination) {
        String[] address = destination.split("[?#]", 2)[0].split("/", -1);
        if (address.length < 4) {
            return Optional.empty();
        }
        String at = String.join("/", List.of(address).subList(0, 4));
        Optional<Promotion> promotion = places.of(mail.workspace()).stream()
                .filter(place -> site.of(place.host(), place.path()).equals(at))
                .findFirst()
                .flatMap(PublicPlaces.Place::promotion)
                .flatMap(id -> promotions.find(mail.workspace(), id));
        return promotion.map(one -> {
            List<Page> own = pages.ofPromotion(mail.workspace(), one.id());
            Optional<PageId> page = own.stream()
                    .filter(each -> address.length > 4 && each.slug().equals(address[4]))
                    .findFirst()
                    .or(() -> own.stream()
                            .filter(each -> each.kind() == PageKind.CONTENT)
                            .findFirst())
                    .map(Page::id);
            Destination to = page.<Destination>map(Destination.ToPage::new)
                    .orElseGet(() -> new Destination.ToOffer(Optional.empty()));
            String list =
                    lists.find(mail.workspace(), mail.list()).orElseThrow().name();
            String source = Slug.proposedFor(list);
            Tags tags = new Tags(
                    source.isEmpty() ? "list" : source, "email", one.slug(), "", Slug.proposedFor(mail.name()));
            return links.add(
                            mail.workspace(),
                            one.id(),
                            one.host(),
                            links.freeCode(mail.workspace(), one.host(), ""),
                            LinkDetails.of(to, tags))
                    .id();
        });
    }

    /**
     * Where a link of a letter leads over the site.
     *
     * @param host of the list
     */
    public String address(Optional<OwnHost> host, Letter letter, LinkId link) {
        return site.of(host, SiteRoute.MAIL.path(letter.workspace(), letter.open(), link));
    }

    /**
     * A followed link.
     *
     * @param link the tracking link it is; empty if it leads elsewhere than to a promotion's page
     */
    public record Followed(String destination, Optional<LinkId> link, WorkspaceId workspace, SubscriberId subscriber) {}

    @Override
    @Transactional(readOnly = true)
    public Map<SubscriberId, List<Visit.Did>> of(WorkspaceId workspace, Collection<SubscriberId> people) {
        return mails.came(workspace.value(), Id.texts(people)).stream()
                .collect(Collectors.groupingBy(
                        row -> new SubscriberId(row.getSubscriber()),
                        Collectors.mapping(
                                row -> new Visit.Did(new Station.Mail(new MailId(row.getMail())), row.getAt()),
                                Collectors.toList())));
    }

    /**
     * Follows a link of a letter; empty if there is no such letter or link.
     *
     * @param letter what its links name it by
     * @param noted whether it counts as followed
     */
    @Transactional
    public Optional<Followed> follow(
            WorkspaceId workspace, LetterId letter, LinkId link, Outbox outbox, boolean noted) {
        return outbox.opened(workspace, letter.value())
                .flatMap(found -> mails.link(workspace.value(), link.value())
                        .filter(one -> one.getMail().equals(found.mail().value()))
                        .map(one -> {
                            if (noted) {
                                mails.noteClick(
                                        workspace.value(),
                                        ids.next(),
                                        link.value(),
                                        found.id().value(),
                                        clock.instant());
                                events.publishEvent(new Doings.Noted(workspace, found.subscriber()));
                            }
                            return new Followed(
                                    one.getDestination(),
                                    one.getLink().map(LinkId::new),
                                    workspace,
                                    found.subscriber());
                        }));
    }
}
