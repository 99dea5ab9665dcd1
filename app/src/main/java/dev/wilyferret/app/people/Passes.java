package dev.wilyferret.app.people;

import dev.wilyferret.app.secrets.Seals;
import dev.wilyferret.app.secrets.Signing;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.WorkspaceId;
import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/**
 * Signed passes in addresses that are mailed: to confirm, to leave, to fetch what is given away. A pass names its person by a
 * random id.
 */
@Component
public class Passes {

    /** How long a pass to what is given away lasts. */
    public static final Duration FETCH_LASTS = Duration.ofDays(7);

    /** What a pass is for. */
    public enum Purpose {
        CONFIRM,
        LEAVE,
        FETCH
    }

    /**
     * @param who the person's pass
     * @param over whether its time is over; it still says who it was for
     */
    public record Claim(WorkspaceId workspace, UUID who, boolean over) {}

    private final Workspaces workspaces;
    private final Clock clock;

    Passes(Workspaces workspaces, Clock clock) {
        this.workspaces = workspaces;
        this.clock = clock;
    }

    public String pass(Subscriber one, Purpose purpose) {
        long until =
                purpose == Purpose.FETCH ? clock.instant().plus(FETCH_LASTS).getEpochSecond() : Long.MAX_VALUE;
        String claim = ShortId.of(one.workspace()) + "." + ShortId.of(one.pass()) + "." + Long.toString(until, 36);
        return claim + "." + signature(one.workspace(), purpose, claim);
    }

    /** A pass, unless the key it would be signed with is missing just now. */
    public Optional<String> ifReadable(Subscriber one, Purpose purpose) {
        try {
            return Optional.of(pass(one, purpose));
        } catch (Seals.Unreadable noKey) {
            return Optional.empty();
        }
    }

    private String signature(WorkspaceId workspace, Purpose purpose, String claim) {
        return workspaces.sign(workspace, purpose + " " + claim).substring(0, 40);
    }

    /** Who a pass is for; empty if it was not issued here for that purpose. */
    public Optional<Claim> read(Purpose purpose, String pass) {
        String[] parts = pass.split("\\.", -1);
        if (parts.length != 4 || !parts[2].matches("[0-9a-z]{1,13}") || !parts[3].matches("[0-9a-f]{40}")) {
            return Optional.empty();
        }
        Optional<WorkspaceId> workspace =
                ShortId.parse(parts[0], WorkspaceId::new).filter(workspaces::exists);
        Optional<UUID> who = ShortId.parse(parts[1]);
        if (workspace.isEmpty() || who.isEmpty()) {
            return Optional.empty();
        }
        String claim = parts[0] + "." + parts[1] + "." + parts[2];
        return Signing.same(signature(workspace.get(), purpose, claim), parts[3])
                ? Optional.of(new Claim(workspace.get(), who.get(), over(Long.parseLong(parts[2], 36))))
                : Optional.empty();
    }

    private boolean over(long until) {
        return clock.instant().getEpochSecond() > until;
    }
}
