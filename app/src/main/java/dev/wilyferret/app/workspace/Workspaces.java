package dev.wilyferret.app.workspace;

import dev.wilyferret.app.secrets.Seals;
import dev.wilyferret.app.secrets.Signing;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import java.time.Clock;
import java.time.ZoneId;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.random.RandomGenerator;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Workspaces: making them, their details, and what is signed in their name. */
@Service
public class Workspaces {

    private final WorkspaceStore workspaces;
    private final AccountStore accounts;
    private final PasswordEncoder passwords;
    private final Seals seals;
    private final UuidV7 ids;
    private final RandomGenerator random;
    private final Clock clock;
    /** They never change. */
    private final Map<WorkspaceId, byte[]> signingKeys = new ConcurrentHashMap<>();

    private final Map<WorkspaceId, byte[]> erasureKeys = new ConcurrentHashMap<>();

    Workspaces(
            WorkspaceStore workspaces,
            AccountStore accounts,
            PasswordEncoder passwords,
            Seals seals,
            UuidV7 ids,
            RandomGenerator random,
            Clock clock) {
        this.workspaces = workspaces;
        this.accounts = accounts;
        this.passwords = passwords;
        this.seals = seals;
        this.ids = ids;
        this.random = random;
        this.clock = clock;
    }

    public boolean none() {
        return workspaces.count() == 0;
    }

    /**
     * Makes a workspace with its first account.
     *
     * @param oneTime whether the password must be replaced at the first sign-in
     */
    @Transactional
    public Workspace found(
            String name, Currency currency, ZoneId zone, String email, String password, boolean oneTime) {
        WorkspaceRow row = workspaces.save(new WorkspaceRow(
                ids.next(), name, currency.getCurrencyCode(), zone.getId(), seals.seal(key()), seals.seal(key())));
        accounts.save(new AccountRow(
                new RowKey(row.id, ids.next()), email, passwords.encode(password), oneTime, clock.instant()));
        return row.toWorkspace();
    }

    @Transactional(readOnly = true)
    public boolean exists(WorkspaceId id) {
        return workspaces.existsById(id.value());
    }

    @Transactional(readOnly = true)
    public Workspace get(WorkspaceId id) {
        return row(id).toWorkspace();
    }

    /** All there are, whether they can be read or not. */
    @Transactional(readOnly = true)
    public List<WorkspaceId> ids() {
        return workspaces.ids().stream().map(WorkspaceId::new).toList();
    }

    @Transactional
    public void describe(Workspace workspace) {
        WorkspaceRow row = workspaces.toChange(workspace.id().value()).orElseThrow();
        Workspace.Legal legal = workspace.legal();
        row.name = workspace.name();
        row.currency = workspace.currency().getCurrencyCode();
        row.zone = workspace.zone().getId();
        row.legalName = legal.name();
        row.postalAddress = legal.postalAddress();
        row.contact = legal.contact();
        row.privacy = legal.privacy();
        row.disclaimer = legal.disclaimer();
        row.mostPictureMb = workspace.files().picture();
        row.mostFileMb = workspace.files().other();
    }

    private byte[] key() {
        byte[] key = new byte[32];
        random.nextBytes(key);
        return key;
    }

    /**
     * A signature (HMAC-SHA-256, hexadecimal) over a text in the workspace's name.
     *
     * @throws Seals.Unreadable if the key file is missing
     */
    public String sign(WorkspaceId id, String text) {
        return Signing.of(signingKeys.computeIfAbsent(id, known -> seals.open(row(known).signingKey)), text);
    }

    /** What is kept of an erased address: a hash (HMAC-SHA-256, hexadecimal) under a key for nothing else. */
    public String erasureHash(WorkspaceId id, String addressKey) {
        return Signing.of(erasureKeys.computeIfAbsent(id, known -> seals.open(row(known).erasureKey)), addressKey);
    }

    private WorkspaceRow row(WorkspaceId id) {
        return workspaces.findById(id.value()).orElseThrow();
    }
}
