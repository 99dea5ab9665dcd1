package dev.wilyferret.app.hosts;

import dev.wilyferret.app.secrets.Seals;
import dev.wilyferret.app.secrets.Signing;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.WorkspaceId;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import org.springframework.stereotype.Component;

/**
 * That a host which another workspace of the installation had is a workspace's now: whoever has the name in hand says so in a TXT
 * record, with a value that was made for this workspace and host and is good for seven days. That the name leads here shows nothing, since
 * it did for the other one too.
 */
@Component
class HostProofs {

    static final String LABEL = "_wily-ferret.";

    private static final Duration GOOD_FOR = Duration.ofDays(7);
    private static final int DATE = 8;
    private static final int SIGNED = 24;

    private final TxtRecords records;
    private final Workspaces workspaces;
    private final Clock clock;

    HostProofs(TxtRecords records, Workspaces workspaces, Clock clock) {
        this.records = records;
        this.workspaces = workspaces;
        this.clock = clock;
    }

    private LocalDate today() {
        return LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
    }

    /** The last day it is good on, and a signature (HMAC-SHA-256, shortened to 96 bits), as one word. */
    private String value(WorkspaceId workspace, OwnHost host, LocalDate until) {
        return until.format(DateTimeFormatter.BASIC_ISO_DATE)
                + workspaces.sign(workspace, "host " + host + " until " + until).substring(0, SIGNED);
    }

    /**
     * Whether the name says now that its host is this workspace's. Takes seconds at most.
     *
     * @throws Seals.Unreadable if there is no key to check it with
     */
    boolean shown(WorkspaceId workspace, OwnHost host) {
        return records.of(LABEL + host).stream().anyMatch(text -> good(workspace, host, text));
    }

    private boolean good(WorkspaceId workspace, OwnHost host, String text) {
        try {
            LocalDate until =
                    LocalDate.parse(text.substring(0, Math.min(DATE, text.length())), DateTimeFormatter.BASIC_ISO_DATE);
            return !until.isBefore(today()) && Signing.same(value(workspace, host, until), text);
        } catch (DateTimeParseException somethingElse) {
            return false;
        }
    }

    /** What is to be done to show it. */
    String words(WorkspaceId workspace, OwnHost host) {
        LocalDate until = today().plusDays(GOOD_FOR.toDays());
        return "Another workspace of this installation had %1$s. Show that its name is in your hands: where you manage the domain, add a TXT record for %2$s%1$s with the value %3$s, then try again. The value is good until %4$s; once this is done the record may go."
                .formatted(host, LABEL, value(workspace, host, until), until);
    }
}
