package dev.wilyferret.app.workspace;

import dev.wilyferret.app.secrets.Signing;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Supplier;
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
    private static final Duration ONWARD_VALID = Duration.ofMinutes(1);

    /** @param releasedAt null while the mark stands */
    public record OwnBrowser(
            UUID id,
            String label,
            Instant markedAt,
            @Nullable Instant releasedAt) {}

    private final OwnBrowserStore browsers;
    private final Workspaces workspaces;
    private final UuidV7 ids;
    private final Clock clock;

    OwnBrowsers(OwnBrowserStore browsers, Workspaces workspaces, UuidV7 ids, Clock clock) {
        this.browsers = browsers;
        this.workspaces = workspaces;
        this.ids = ids;
        this.clock = clock;
    }

    /** A pass that lets one browser be marked within ten minutes. */
    public String pass(WorkspaceId workspace) {
        return signed(workspace, workspace.toString(), PASS_VALID);
    }

    /** A pass that lets a browser be marked as the same one on another host, good for a minute. */
    public String pass(Marked marked) {
        return signed(marked.workspace, marked.workspace + "." + marked.browser, ONWARD_VALID);
    }

    private String signed(WorkspaceId workspace, String who, Duration valid) {
        String claim = who + "." + clock.instant().plus(valid).getEpochSecond();
        return claim + "." + workspaces.sign(workspace, "own." + claim);
    }

    /**
     * A browser with its mark.
     *
     * @param token for its cookie
     */
    public record Marked(WorkspaceId workspace, UUID browser, String token) {}

    /**
     * Redeems a pass.
     *
     * @param label of a browser that is marked; asked for only then
     */
    @Transactional
    public Optional<Marked> redeem(String pass, Supplier<String> label) {
        int end = pass.lastIndexOf('.');
        String claim = pass.substring(0, Math.max(0, end));
        String[] parts = claim.split("\\.", -1);
        if (parts.length < 2 || parts.length > 3 || !parts[parts.length - 1].matches("\\d{1,12}")) {
            return Optional.empty();
        }
        Optional<WorkspaceId> known = Id.parse(parts[0], WorkspaceId::new).filter(workspaces::exists);
        if (known.isEmpty() || clock.instant().getEpochSecond() > Long.parseLong(parts[parts.length - 1])) {
            return Optional.empty();
        }
        WorkspaceId workspace = known.get();
        if (!Signing.same(workspaces.sign(workspace, "own." + claim), pass.substring(end + 1))) {
            return Optional.empty();
        }
        return parts.length == 3
                ? known(workspace, UUID.fromString(parts[1]))
                : Optional.of(mark(workspace, label.get()));
    }

    private Marked mark(WorkspaceId workspace, String label) {
        UUID browser = ids.next();
        String token = token(workspace, browser);
        browsers.save(
                new OwnBrowserRow(RowKey.of(workspace, browser), Signing.fingerprint(token), label, clock.instant()));
        return new Marked(workspace, browser, token);
    }

    private Optional<Marked> known(WorkspaceId workspace, UUID browser) {
        return browsers.findById(RowKey.of(workspace, browser))
                .filter(row -> row.releasedAt == null)
                .map(row -> new Marked(workspace, browser, token(workspace, browser)));
    }

    /** The same on every host, and nobody can tell it from the browser's id. */
    private String token(WorkspaceId workspace, UUID browser) {
        return workspaces.sign(workspace, "own token " + browser);
    }

    @Transactional(readOnly = true)
    public List<OwnBrowser> of(WorkspaceId workspace) {
        return browsers.ofWorkspace(workspace.value()).stream()
                .map(row -> new OwnBrowser(row.key.id(), row.label, row.markedAt, row.releasedAt))
                .toList();
    }

    @Transactional
    public void release(WorkspaceId workspace, UUID id) {
        browsers.toChange(RowKey.of(workspace, id)).ifPresent(row -> row.releasedAt = clock.instant());
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
