package dev.wilyferret.app.hosts;

import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.text.Refusal;
import java.util.List;

/** Answered by rooms with things that stand on hosts, or were sent out with addresses on them. */
public interface HostUse {

    /**
     * @param what in words, for one and for several: {@code 1 link}, {@code 3 links}
     * @param dies whether it is out in the world and stops working when the host goes
     * @param warning what else is to be thought of before; empty for nothing
     */
    record Standing(long count, String what, boolean dies, String warning) {

        public Standing warning(String words) {
            return new Standing(count, what, dies, words);
        }
    }

    /** What stands on a host, and what was sent out with it; what there is none of may be left out. */
    List<Standing> on(WorkspaceId workspace, OwnHost host);

    /**
     * A host goes: what stands on it moves to the installation's own, and remembers where it was.
     *
     * @throws Refusal if an address there is taken
     */
    default void leave(WorkspaceId workspace, OwnHost host) {}

    /** A host is back: what stood on it when it went stands there again, unless it was put elsewhere since. */
    default void comeBack(WorkspaceId workspace, OwnHost host) {}

    /** So many of something, in words. */
    static Standing of(long count, String one, String several, boolean dies) {
        return new Standing(count, "%,d %s".formatted(count, count == 1 ? one : several), dies, "");
    }
}
