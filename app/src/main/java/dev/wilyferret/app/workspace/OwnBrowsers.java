package dev.wilyferret.app.workspace;

import dev.wilyferret.app.secrets.Signing;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.random.RandomGenerator;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The browsers of the workspace's own people. The console hands out a pass; the public site, a different origin, turns
 * it into a cookie whose token only this browser has.
 */
@Service
public class OwnBrowsers {

    private static final Duration PASS_VALID = Duration.ofMinutes(10);

    /** @param releasedAt null while the mark stands */
    public record OwnBrowser(
            UUID id,
            String label,
            Instant markedAt,
            @Nullable Instant releasedAt) {}

    private final OwnBrowserStore browsers;
    private final Workspaces workspaces;
    private final UuidV7 ids;
    private final RandomGenerator random;
    private final Clock clock;

    OwnBrowsers(OwnBrowserStore browsers, Workspaces workspaces, UuidV7 ids, RandomGenerator random, Clock clock) {
        this.browsers = browsers;
        this.workspaces = workspaces;
        this.ids = ids;
        this.random = random;
        this.clock = clock;
    }

    /** A pass that lets one browser be marked within ten minutes. */
    public String pass(WorkspaceId workspace) {
        String claim = workspace + "." + clock.instant().plus(PASS_VALID).getEpochSecond();
        return claim + "." + workspaces.sign(workspace, "own." + claim);
    }

    /** Redeems a pass; what comes back is the token for the browser's cookie. */
    @Transactional
    public Optional<String> redeem(String pass, String label) {
        String[] parts = pass.split("\\.", -1);
        if (parts.length != 3 || !parts[1].matches("\\d{1,12}")) {
            return Optional.empty();
        }
        Optional<WorkspaceId> known = Id.parse(parts[0], WorkspaceId::new).filter(workspaces::exists);
        if (known.isEmpty() || clock.instant().getEpochSecond() > Long.parseLong(parts[1])) {
            return Optional.empty();
        }
        WorkspaceId workspace = known.get();
        if (!Signing.same(workspaces.sign(workspace, "own." + parts[0] + "." + parts[1]), parts[2])) {
            return Optional.empty();
        }
        byte[] token = new byte[16];
        random.nextBytes(token);
        String text = Base64.getUrlEncoder().withoutPadding().encodeToString(token);
        browsers.save(
                new OwnBrowserRow(RowKey.of(workspace, ids.next()), Signing.fingerprint(text), label, clock.instant()));
        return Optional.of(text);
    }

    @Transactional(readOnly = true)
    public List<OwnBrowser> of(WorkspaceId workspace) {
        return browsers.ofWorkspace(workspace.value()).stream()
                .map(row -> new OwnBrowser(row.key.id(), row.label, row.markedAt, row.releasedAt))
                .toList();
    }

    @Transactional
    public void release(WorkspaceId workspace, UUID id) {
        browsers.findById(RowKey.of(workspace, id)).ifPresent(row -> row.releasedAt = clock.instant());
    }

    /** The marks that stand, as {@link #fingerprint}. */
    @Transactional(readOnly = true)
    public Set<String> marks(WorkspaceId workspace) {
        return browsers.ofWorkspace(workspace.value()).stream()
                .filter(row -> row.releasedAt == null)
                .map(row -> HexFormat.of().formatHex(row.tokenHash))
                .collect(Collectors.toUnmodifiableSet());
    }

    /** What is kept of a cookie's token: its SHA-256, in hexadecimal. */
    public static String fingerprint(String token) {
        return HexFormat.of().formatHex(Signing.fingerprint(token));
    }
}
