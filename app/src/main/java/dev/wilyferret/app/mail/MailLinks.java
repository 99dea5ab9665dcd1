package dev.wilyferret.app.mail;

import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.links.Links;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.PageKind;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.link.SiteRoute;
import dev.wilyferret.core.link.Slug;
import java.time.Clock;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The links of mails as they are sent: each leads over the site, which notes who followed it. One to a page of a promotion
 * is a tracking link with tags of its own: source is the list, medium {@code email}, campaign the promotion, content the
 * mail.
 */
@Service
public class MailLinks {

    private final MailStore mails;
    private final Lists lists;
    private final Links links;
    private final Promotions promotions;
    private final Pages pages;
    private final SiteAddress site;
    private final UuidV7 ids;
    private final Clock clock;

    MailLinks(
            MailStore mails,
            Lists lists,
            Links links,
            Promotions promotions,
            Pages pages,
            SiteAddress site,
            UuidV7 ids,
            Clock clock) {
        this.mails = mails;
        this.lists = lists;
        this.links = links;
        this.promotions = promotions;
        this.pages = pages;
        this.site = site;
        this.ids = ids;
        this.clock = clock;
    }

    /** The id of each destination of a mail, named for good. */
    @Transactional
    public Map<String, UUID> named(Written mail) {
        Map<String, UUID> known = new HashMap<>();
        mails.links(mail.workspace(), mail.id()).forEach(link -> known.put(link.getDestination(), link.getId()));
        for (String destination : mail.text().destinations()) {
            if (!known.containsKey(destination)) {
                UUID id = ids.next();
                if (mails.nameLink(mail.workspace(), id, mail.id(), destination) == 1) {
                    tracked(mail, destination).ifPresent(link -> mails.tie(mail.workspace(), id, link));
                }
                mails.links(mail.workspace(), mail.id())
                        .forEach(link -> known.put(link.getDestination(), link.getId()));
            }
        }
        return known;
    }

    /** The tracking link of a destination that is a page of a promotion. */
    private Optional<UUID> tracked(Written mail, String destination) {
        if (!destination.startsWith(site.of("/"))) {
            return Optional.empty();
        }
        String[] path =
                destination.substring(site.of("/").length()).split("[?#]", 2)[0].split("/", -1);
        Optional<Promotion> promotion = promotions.of(mail.workspace()).stream()
                .filter(one -> one.slug().equals(path[0]))
                .findFirst();
        return promotion.map(one -> {
            List<Page> own = pages.ofPromotion(mail.workspace(), one.id());
            Optional<UUID> page = own.stream()
                    .filter(each -> path.length > 1 && each.slug().equals(path[1]))
                    .findFirst()
                    .or(() -> own.stream()
                            .filter(each -> each.kind() == PageKind.CONTENT)
                            .findFirst())
                    .map(Page::id);
            String list =
                    lists.find(mail.workspace(), mail.list()).orElseThrow().name();
            String source = Slug.proposedFor(list);
            Tags tags = new Tags(
                    source.isEmpty() ? "list" : source, "email", one.slug(), "", Slug.proposedFor(mail.name()));
            return links.add(mail.workspace(), one.id(), links.freeCode(""), page, tags)
                    .id();
        });
    }

    /** Where a link of a letter leads over the site. */
    public String address(Letter letter, UUID link) {
        return site.of(SiteRoute.MAIL.path(letter.workspace(), letter.open(), link));
    }

    /**
     * A followed link.
     *
     * @param link the tracking link it is; empty if it leads elsewhere than to a promotion's page
     */
    public record Followed(String destination, Optional<UUID> link, UUID workspace, UUID subscriber) {}

    /**
     * Follows a link of a letter; empty if there is no such letter or link.
     *
     * @param letter what its links name it by
     * @param noted whether it counts as followed
     */
    @Transactional
    public Optional<Followed> follow(UUID workspace, UUID letter, UUID link, Outbox outbox, boolean noted) {
        return outbox.opened(workspace, letter)
                .flatMap(found -> mails.link(workspace, link)
                        .filter(one -> one.getMail().equals(found.mail()))
                        .map(one -> {
                            if (noted) {
                                mails.noteClick(workspace, ids.next(), link, found.id(), clock.instant());
                            }
                            return new Followed(one.getDestination(), one.getLink(), workspace, found.subscriber());
                        }));
    }
}
