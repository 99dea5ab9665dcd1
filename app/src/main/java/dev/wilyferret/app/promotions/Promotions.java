package dev.wilyferret.app.promotions;

import dev.wilyferret.app.hosts.HostUse;
import dev.wilyferret.app.hosts.PublicPlaces;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.Slug;
import dev.wilyferret.core.text.Refusal;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The promotions of a workspace. */
@Service
@Order(1)
public class Promotions implements HostUse {

    private final PromotionStore promotions;
    private final PublicPlaces places;
    private final UuidV7 ids;
    private final Clock clock;

    Promotions(PromotionStore promotions, PublicPlaces places, UuidV7 ids, Clock clock) {
        this.promotions = promotions;
        this.places = places;
        this.ids = ids;
        this.clock = clock;
    }

    /** @throws Refusal if the slug is wrong or another promotion has or had it on that host */
    @Transactional(readOnly = true)
    public Slug freeSlug(WorkspaceId workspace, Optional<OwnHost> host, String typed) {
        Slug slug = Slug.ofPromotion(typed);
        if (places.taken(host, path(slug.text()))) {
            throw taken(slug);
        }
        return slug;
    }

    private static Refusal taken(Slug slug) {
        return new Refusal("The slug \"%s\" is taken by another promotion. Choose another.".formatted(slug.text()));
    }

    private static String path(String slug) {
        return "/" + slug;
    }

    /** On the installation's own host. */
    @Transactional
    public Promotion add(WorkspaceId workspace, OfferId offer, String name, Slug slug) {
        return add(workspace, offer, name, Optional.empty(), slug);
    }

    @Transactional
    public Promotion add(WorkspaceId workspace, OfferId offer, String name, Optional<OwnHost> host, Slug slug) {
        return promotions
                .save(new PromotionRow(RowKey.of(workspace, ids.next()), offer.value(), name, clock.instant())
                        .at(host, slug))
                .toPromotion();
    }

    /**
     * Puts a promotion's pages at another address. What was handed out goes on leading to them.
     *
     * @throws Refusal if the slug is wrong, or another promotion has or had it on that host
     */
    @Transactional
    public void move(WorkspaceId workspace, PromotionId id, Optional<OwnHost> host, String typed) {
        Slug slug = Slug.ofPromotion(typed);
        if (!places.takenByOthers(workspace, host, Map.of(path(slug.text()), id))
                .isEmpty()) {
            throw taken(slug);
        }
        promotions.toChange(RowKey.of(workspace, id)).orElseThrow().at(host, slug);
    }

    @Transactional(readOnly = true)
    public Optional<Promotion> find(WorkspaceId workspace, PromotionId id) {
        return promotions.findById(RowKey.of(workspace, id)).map(PromotionRow::toPromotion);
    }

    @Transactional(readOnly = true)
    public List<Promotion> of(WorkspaceId workspace) {
        return promotions.ofWorkspace(workspace.value()).stream()
                .map(PromotionRow::toPromotion)
                .toList();
    }

    @Override
    @Transactional(readOnly = true)
    public List<Standing> on(WorkspaceId workspace, OwnHost host) {
        long standing = promotions.on(workspace.value(), host.name()).size();
        return List.of(HostUse.of(standing, "promotion with its pages", "promotions with their pages", false));
    }

    @Override
    @Transactional
    public void leave(WorkspaceId workspace, OwnHost host) {
        List<PromotionRow> standing = promotions.on(workspace.value(), host.name());
        Set<String> taken = places.takenByOthers(
                workspace,
                Optional.empty(),
                standing.stream()
                        .map(PromotionRow::toPromotion)
                        .collect(Collectors.toMap(one -> path(one.slug()), Promotion::id)));
        if (!taken.isEmpty()) {
            throw new Refusal(
                    "Another promotion of this installation has the address %s already. Give yours another host or slug first, then remove this host."
                            .formatted(String.join(", ", taken)));
        }
        promotions.leave(workspace.value(), host.name());
    }

    @Override
    @Transactional
    public void comeBack(WorkspaceId workspace, OwnHost host) {
        promotions.comeBack(workspace.value(), host.name());
    }
}
