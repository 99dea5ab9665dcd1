package dev.wilyferret.app.elsewhere;

import dev.wilyferret.app.hosts.Hosts;
import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.Elsewhere;
import dev.wilyferret.core.text.Refusal;
import java.net.URI;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The stored addresses elsewhere of a workspace. */
@Service
public class Places {

    private final ElsewhereStore places;
    private final Hosts hosts;
    private final SiteAddress site;
    private final Installation installation;
    private final UuidV7 ids;
    private final Clock clock;

    Places(ElsewhereStore places, Hosts hosts, SiteAddress site, Installation installation, UuidV7 ids, Clock clock) {
        this.places = places;
        this.hosts = hosts;
        this.site = site;
        this.installation = installation;
        this.ids = ids;
        this.clock = clock;
    }

    /** By their names. */
    @Transactional(readOnly = true)
    public List<Place> of(WorkspaceId workspace) {
        return places.ofWorkspace(workspace.value()).stream()
                .map(ElsewhereRow::toPlace)
                .toList();
    }

    /** Those that may be led to: one that has come to be of this program itself could lead visitors in a circle. */
    @Transactional(readOnly = true)
    public Map<ElsewhereId, Elsewhere> leadingAway(WorkspaceId workspace) {
        return of(workspace).stream()
                .filter(place -> !hosts.answered(place.elsewhere().host()))
                .collect(Collectors.toMap(Place::id, Place::elsewhere));
    }

    @Transactional(readOnly = true)
    public Optional<Place> find(WorkspaceId workspace, ElsewhereId id) {
        return places.findById(RowKey.of(workspace, id)).map(ElsewhereRow::toPlace);
    }

    /**
     * An address as typed.
     *
     * @throws Refusal if no visitor can be sent there, or it is the program's own, where a link could lead to itself
     */
    public UriTemplate read(String typed) {
        UriTemplate address = UriTemplate.parseWeb(typed);
        URI sent = URI.create(address.address(Map.of()));
        if (same(sent, URI.create(site.origin()))
                || same(sent, installation.consoleAddress())
                || hosts.answered(sent.getHost())) {
            throw new Refusal(
                    "This address is of this program itself. Choose the page in “Leads to” instead, so that visitors do not go in a circle.");
        }
        return address;
    }

    private static boolean same(URI one, URI other) {
        return one.getHost().equalsIgnoreCase(other.getHost()) && port(one) == port(other);
    }

    private static int port(URI address) {
        return address.getPort() >= 0 ? address.getPort() : address.getScheme().equals("https") ? 443 : 80;
    }

    /** @throws Refusal if another one has its name */
    @Transactional
    public ElsewhereId add(WorkspaceId workspace, Elsewhere elsewhere) {
        ElsewhereRow row = new ElsewhereRow(RowKey.of(workspace, ids.next()), clock.instant());
        keep(workspace, row, elsewhere);
        return new ElsewhereId(row.key.id());
    }

    /** @throws Refusal if another one has its name */
    @Transactional
    public void change(WorkspaceId workspace, ElsewhereId id, Elsewhere elsewhere) {
        keep(workspace, places.toChange(RowKey.of(workspace, id)).orElseThrow(), elsewhere);
    }

    private void keep(WorkspaceId workspace, ElsewhereRow row, Elsewhere elsewhere) {
        places.ofWorkspace(workspace.value()).stream()
                .filter(other -> !other.key.equals(row.key) && other.name.equalsIgnoreCase(elsewhere.name()))
                .findFirst()
                .ifPresent(other -> {
                    throw new Refusal(
                            "There is an address called “%s” already. Choose another name.".formatted(other.name));
                });
        row.name = elsewhere.name();
        row.address = elsewhere.address().toString();
        places.save(row);
    }
}
