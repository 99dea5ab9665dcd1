package dev.wilyferret.app.hosts;

import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.app.secrets.Seals;
import dev.wilyferret.app.storage.EachByItself;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.text.Refusal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** The hosts of a workspace's own. */
@Service
public class Hosts {

    /** How often a host at work is looked at. */
    private static final Duration LOOK = Duration.ofHours(1);
    /** How often one that waits is. */
    private static final Duration LOOK_WAITING = Duration.ofMinutes(1);
    /** For how long one that waits is looked at without being asked to. */
    private static final Duration PATIENCE = Duration.ofDays(7);

    private static final int AT_ONCE = 10;

    private final HostStore hosts;
    private final LeadsHere leadsHere;
    private final HostProofs proofs;
    private final Installation installation;
    private final TransactionTemplate transaction;
    private final Clock clock;

    Hosts(
            HostStore hosts,
            LeadsHere leadsHere,
            HostProofs proofs,
            Installation installation,
            TransactionTemplate transaction,
            Clock clock) {
        this.hosts = hosts;
        this.leadsHere = leadsHere;
        this.proofs = proofs;
        this.installation = installation;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** In the order they were added. */
    @Transactional(readOnly = true)
    public List<Host> of(WorkspaceId workspace) {
        return hosts.ofWorkspace(workspace.value()).stream()
                .map(HostRow::toHost)
                .toList();
    }

    @Transactional(readOnly = true)
    public Optional<Host> find(WorkspaceId workspace, OwnHost name) {
        return hosts.findById(HostKey.of(workspace, name)).map(HostRow::toHost);
    }

    /** A host by its name as a request says it, which may be no name at all. */
    @Transactional(readOnly = true)
    public Optional<Host> named(WorkspaceId workspace, String name) {
        return hosts.findById(new HostKey(workspace.value(), name)).map(HostRow::toHost);
    }

    /** What something can stand on. */
    @Transactional(readOnly = true)
    public HostChoice choice(WorkspaceId workspace) {
        return new HostChoice(
                installation.siteAddress().getHost(),
                of(workspace).stream()
                        .filter(Host::atWork)
                        .sorted(Comparator.comparing(
                                        (Host host) -> host.activeAt().orElseThrow())
                                .reversed())
                        .map(Host::name)
                        .toList());
    }

    /** Whether a name is one that this program answers to, whoever's it is. */
    @Transactional(readOnly = true)
    public boolean answered(String name) {
        return hosts.atWork(name).isPresent();
    }

    /**
     * Adds a host, which then waits for its name to lead here.
     *
     * @throws Refusal if it is the program's own, another workspace's, or here already; or if another workspace had it, and nothing shows
     *     that it is this one's now
     */
    public void add(WorkspaceId workspace, OwnHost name) {
        refuseTheProgramsOwn(name);
        refuseOthers(workspace, name);
        boolean proven = proven(workspace, name);
        transaction.executeWithoutResult(status -> add(workspace, name, proven));
    }

    private void add(WorkspaceId workspace, OwnHost name, boolean proven) {
        refuseOthers(workspace, name);
        Optional<HostRow> known = hosts.toChange(HostKey.of(workspace, name));
        if (known.isPresent()) {
            throw new Refusal(
                    known.get().removedAt == null
                            ? "%s is here already.".formatted(name.readable())
                            : "%s was here before and was removed. Bring it back below: what stood on it then comes back too."
                                    .formatted(name.readable()));
        }
        HostRow row = new HostRow(HostKey.of(workspace, name), clock.instant());
        row.provenAt = proven ? clock.instant() : null;
        hosts.saveAndFlush(row);
    }

    /** Whether another workspace had a host since this one did. */
    private boolean anothersSince(WorkspaceId workspace, OwnHost name) {
        List<HostRow> all = hosts.named(name.name());
        Instant had = all.stream()
                .filter(row -> row.key.workspace().equals(workspace.value()))
                .map(HostRow::had)
                .findFirst()
                .orElse(Instant.MIN);
        return all.stream()
                .filter(row -> !row.key.workspace().equals(workspace.value()) && row.activeAt != null)
                .anyMatch(row -> row.had().isAfter(had));
    }

    /**
     * Asks for the proof that is needed, if one is.
     *
     * @return whether it was, and is there
     * @throws Refusal saying how to give it
     */
    private boolean proven(WorkspaceId workspace, OwnHost name) {
        if (!anothersSince(workspace, name)) {
            return false;
        }
        try {
            if (!proofs.shown(workspace, name)) {
                throw new Refusal(proofs.words(workspace, name));
            }
            return true;
        } catch (Seals.Unreadable noKey) {
            throw new Refusal("The key file is missing, so nothing can be proven. Put it back from a backup.");
        }
    }

    private void refuseTheProgramsOwn(OwnHost name) {
        if (name.name().equals(installation.consoleAddress().getHost())) {
            throw new Refusal(
                    "%s is where you sign in to this program. Visitors need another host.".formatted(name.readable()));
        }
        if (name.name().equals(installation.siteAddress().getHost())) {
            throw new Refusal(
                    "%s is this installation's own host: everything stands on it anyway unless you choose another."
                            .formatted(name.readable()));
        }
    }

    private void refuseOthers(WorkspaceId workspace, OwnHost name) {
        hosts.atWork(name.name())
                .filter(row -> !row.key.workspace().equals(workspace.value()))
                .ifPresent(row -> {
                    throw new Refusal(
                            "%s is at work for another workspace of this installation. It has to be removed there first."
                                    .formatted(name.readable()));
                });
    }

    /**
     * Looks whether a host's name leads here; if so, it is at work from now on.
     *
     * @throws Refusal if another workspace has it by now
     */
    public void look(WorkspaceId workspace, OwnHost name) {
        Look look = seen(workspace, name);
        try {
            transaction.executeWithoutResult(status -> hosts.toChange(HostKey.of(workspace, name))
                    .filter(row -> row.removedAt == null)
                    .ifPresent(row -> {
                        if (row.activeAt == null && look.finding.isEmpty()) {
                            refuseOthers(workspace, name);
                        }
                        row.provenAt = look.proven ? clock.instant() : row.provenAt;
                        note(row, look.finding);
                    }));
        } catch (DataIntegrityViolationException atOnce) {
            refuseOthers(workspace, name);
            throw atOnce;
        }
    }

    /**
     * What a look at a host saw.
     *
     * @param finding what is wrong; empty if nothing is
     * @param proven whether a proof was needed, and there
     */
    private record Look(String finding, boolean proven) {}

    private Look seen(WorkspaceId workspace, OwnHost name) {
        boolean waits = find(workspace, name).filter(host -> !host.atWork()).isPresent();
        if (waits) {
            refuseOthers(workspace, name);
        }
        try {
            boolean proven = waits && proven(workspace, name);
            return new Look(leadsHere.finding(workspace, name), proven);
        } catch (Refusal noProof) {
            return new Look(noProof.getMessage(), false);
        }
    }

    private void note(HostRow row, String finding) {
        Instant now = clock.instant();
        row.checkedAt = now;
        row.finding = finding;
        if (finding.isEmpty()) {
            row.activeAt = row.activeAt == null ? now : row.activeAt;
            row.failingSince = null;
        } else if (row.activeAt != null && row.failingSince == null) {
            row.failingSince = now;
        }
    }

    /** Those that were not looked at for long enough. */
    @Transactional(readOnly = true)
    List<Host> due() {
        Instant now = clock.instant();
        return EachByItself.readable(
                hosts.due(now.minus(LOOK), now.minus(LOOK_WAITING), now.minus(PATIENCE), Limit.of(AT_ONCE)).stream(),
                row -> "The host %s".formatted(row.key),
                HostRow::toHost);
    }

    /** @param root shown at its root; empty for the plain word that there is nothing, as {@code missing} */
    @Transactional
    public void show(WorkspaceId workspace, OwnHost name, Optional<PageId> root, Optional<PageId> missing) {
        HostRow row = row(workspace, name);
        row.rootPage = root.map(PageId::value).orElse(null);
        row.missingPage = missing.map(PageId::value).orElse(null);
    }

    @Transactional
    void remove(WorkspaceId workspace, OwnHost name) {
        row(workspace, name).removedAt = clock.instant();
    }

    /**
     * Brings a removed host back as it was.
     *
     * @throws Refusal if another workspace has it by now; or if another had it since, and nothing shows that it is this one's again
     */
    @Transactional
    void bringBack(WorkspaceId workspace, OwnHost name) {
        refuseTheProgramsOwn(name);
        refuseOthers(workspace, name);
        boolean proven = proven(workspace, name);
        HostRow row = row(workspace, name);
        row.provenAt = proven ? clock.instant() : row.provenAt;
        row.removedAt = null;
        hosts.saveAndFlush(row);
    }

    private HostRow row(WorkspaceId workspace, OwnHost name) {
        return hosts.toChange(HostKey.of(workspace, name)).orElseThrow();
    }
}
