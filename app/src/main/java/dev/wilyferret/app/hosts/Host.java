package dev.wilyferret.app.hosts;

import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.WorkspaceId;
import java.time.Instant;
import java.util.Optional;

/**
 * A host of a workspace's own.
 *
 * @param activeAt when its name was first seen to lead here; empty while that is waited for
 * @param checkedAt when it was last looked at
 * @param finding what was wrong then; empty if its name led here
 * @param failingSince since when a host at work has not led here any more
 * @param root the page shown at its root
 * @param missing the page shown where there is nothing
 */
public record Host(
        WorkspaceId workspace,
        OwnHost name,
        Instant addedAt,
        Optional<Instant> activeAt,
        Optional<Instant> removedAt,
        Optional<Instant> checkedAt,
        String finding,
        Optional<Instant> failingSince,
        Optional<PageId> root,
        Optional<PageId> missing) {

    public enum State {
        WAITING("waiting"),
        AT_WORK("at work"),
        /** At work as far as this program goes, but visitors do not get here by it. */
        FAILING("its name no longer leads here"),
        REMOVED("removed");

        private final String words;

        State(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    public State state() {
        if (removedAt.isPresent()) {
            return State.REMOVED;
        }
        return activeAt.isEmpty() ? State.WAITING : failingSince.isPresent() ? State.FAILING : State.AT_WORK;
    }

    /** Whether visitors are answered on it. */
    public boolean atWork() {
        return activeAt.isPresent() && removedAt.isEmpty();
    }

    public boolean removed() {
        return removedAt.isPresent();
    }
}
