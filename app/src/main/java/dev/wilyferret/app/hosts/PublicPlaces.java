package dev.wilyferret.app.hosts;

import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Which public addresses are taken. Whatever once stood at an address keeps it for good, so that nothing handed out ever leads
 * to somebody else, whoever has the host.
 */
@Service
public class PublicPlaces {

    private final PublicPlaceStore places;

    PublicPlaces(PublicPlaceStore places) {
        this.places = places;
    }

    /**
     * Where a promotion or a link stands or stood.
     *
     * @param host empty for the installation's own
     * @param path a promotion's slug or a link's path, from the slash on
     */
    public record Place(Optional<OwnHost> host, String path, Optional<PromotionId> promotion, Optional<LinkId> link) {}

    @Transactional(readOnly = true)
    public List<Place> of(WorkspaceId workspace) {
        return of(workspace, false);
    }

    /** Where something of a workspace would stand, had another not handed the address out first. */
    @Transactional(readOnly = true)
    public List<Place> lost(WorkspaceId workspace) {
        return of(workspace, true);
    }

    private List<Place> of(WorkspaceId workspace, boolean lost) {
        return places.ofWorkspace(workspace.value(), lost).stream()
                .map(row -> new Place(
                        row.key.host().isEmpty() ? Optional.empty() : Optional.of(new OwnHost(row.key.host())),
                        row.key.path(),
                        Optional.ofNullable(row.promotion).map(PromotionId::new),
                        Optional.ofNullable(row.link).map(LinkId::new)))
                .toList();
    }

    /** Whether something has or had this address. */
    @Transactional(readOnly = true)
    public boolean taken(Optional<OwnHost> host, String path) {
        return !taken(host, List.of(path)).isEmpty();
    }

    /** Those of some paths that something has or had on a host. */
    @Transactional(readOnly = true)
    public Set<String> taken(Optional<OwnHost> host, Collection<String> paths) {
        return rows(host, paths).map(row -> row.key.path()).collect(Collectors.toCollection(TreeSet::new));
    }

    /**
     * Those of some paths that something else has or had on a host.
     *
     * @param wanted promotions or links by the path they would have
     */
    @Transactional(readOnly = true)
    public Set<String> takenByOthers(WorkspaceId workspace, Optional<OwnHost> host, Map<String, ? extends Id> wanted) {
        return rows(host, wanted.keySet())
                .filter(row -> !row.isOf(workspace, wanted.get(row.key.path())))
                .map(row -> row.key.path())
                .collect(Collectors.toCollection(TreeSet::new));
    }

    private Stream<PublicPlaceRow> rows(Optional<OwnHost> host, Collection<String> paths) {
        return places.on(host.map(OwnHost::name).orElse(""), paths).stream();
    }
}
