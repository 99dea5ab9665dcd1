package dev.wilyferret.app.people;

import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.ShortId;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Signed passes in addresses that are mailed: to confirm, to leave, to fetch what is given away. */
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

    /** @param over whether its time is over; it still says who it was for */
    public record Claim(UUID workspace, UUID subscriber, boolean over) {}

    private final Workspaces workspaces;
    private final Clock clock;

    Passes(Workspaces workspaces, Clock clock) {
        this.workspaces = workspaces;
        this.clock = clock;
    }

    public String pass(UUID workspace, UUID subscriber, Purpose purpose) {
        long until =
                purpose == Purpose.FETCH ? clock.instant().plus(FETCH_LASTS).getEpochSecond() : Long.MAX_VALUE;
        String claim = ShortId.of(workspace) + "." + ShortId.of(subscriber) + "." + Long.toString(until, 36);
        return claim + "." + signature(workspace, purpose, claim);
    }

    private String signature(UUID workspace, Purpose purpose, String claim) {
        return workspaces.sign(workspace, purpose + " " + claim).substring(0, 40);
    }

    /** Who a pass is for; empty if it was not issued here for that purpose. */
    public Optional<Claim> read(Purpose purpose, String pass) {
        String[] parts = pass.split("\\.", -1);
        if (parts.length != 4 || !parts[2].matches("[0-9a-z]{1,13}") || !parts[3].matches("[0-9a-f]{40}")) {
            return Optional.empty();
        }
        Optional<UUID> workspace = ShortId.parse(parts[0]).filter(workspaces::exists);
        Optional<UUID> subscriber = ShortId.parse(parts[1]);
        if (workspace.isEmpty() || subscriber.isEmpty()) {
            return Optional.empty();
        }
        String claim = parts[0] + "." + parts[1] + "." + parts[2];
        boolean ours = MessageDigest.isEqual(
                signature(workspace.get(), purpose, claim).getBytes(StandardCharsets.US_ASCII),
                parts[3].getBytes(StandardCharsets.US_ASCII));
        return ours
                ? Optional.of(new Claim(workspace.get(), subscriber.get(), over(Long.parseLong(parts[2], 36))))
                : Optional.empty();
    }

    private boolean over(long until) {
        Instant now = clock.instant();
        return now.getEpochSecond() > until;
    }
}
