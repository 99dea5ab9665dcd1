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
 * Signed passes in addresses: to confirm, to leave, to fetch what is given away. A pass names its person on one list by a
 * random id; one that was mailed shows that its bearer reads what comes to the address, one that a form gave shows nothing.
 */
@Component
public class Passes {

    /** How long a pass to what is given away lasts. */
    public static final Duration FETCH_LASTS = Duration.ofDays(7);

    /** What a pass is for. */
    public enum Purpose {
        CONFIRM,
        LEAVE,
        /** To fetch what is given away; it was mailed. */
        FETCH,
        /** To fetch what is given away; whoever sent a form has it, whatever address they typed. */
        FETCH_UNPROVED;

        private boolean endless() {
            return this == CONFIRM || this == LEAVE;
        }
    }

    /**
     * @param who the person's pass
     * @param over whether its time is over; it still says who it was for
     */
    public record Claim(WorkspaceId workspace, UUID who, Purpose purpose, boolean over) {}

    private final Workspaces workspaces;
    private final Clock clock;

    Passes(Workspaces workspaces, Clock clock) {
        this.workspaces = workspaces;
        this.clock = clock;
    }

    public String pass(Subscriber one, Purpose purpose) {
        long until = purpose.endless()
                ? Long.MAX_VALUE
                : clock.instant().plus(FETCH_LASTS).getEpochSecond();
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
                ? Optional.of(new Claim(workspace.get(), who.get(), purpose, over(Long.parseLong(parts[2], 36))))
                : Optional.empty();
    }

    private boolean over(long until) {
        return clock.instant().getEpochSecond() > until;
    }
}
