package dev.wilyferret.app.hosts;

import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.text.Refusal;
import java.util.List;
import java.util.Optional;

/**
 * The hosts something can stand on.
 *
 * @param shared the name of the installation's own
 * @param own the workspace's at work, the latest first
 */
public record HostChoice(String shared, List<OwnHost> own) {

    /**
     * A host as it was chosen.
     *
     * @param typed its name
     * @param blank what nothing typed stands for
     * @return empty for the installation's own
     * @throws Refusal if nothing can stand on it
     */
    public Optional<OwnHost> chosen(String typed, Optional<OwnHost> blank) {
        if (typed.isBlank()) {
            return blank;
        }
        if (typed.strip().equals(shared)) {
            return Optional.empty();
        }
        OwnHost name = new OwnHost(typed);
        if (!own.contains(name)) {
            throw new Refusal(
                    "%s is not at work here. Choose another host, or see under Links, Hosts what it waits for."
                            .formatted(name.readable()));
        }
        return Optional.of(name);
    }

    /** Where something new stands unless another host is chosen. */
    public Optional<OwnHost> usual() {
        return own.stream().findFirst();
    }

    /** A host's name as it is chosen by. */
    public String text(Optional<OwnHost> host) {
        return host.map(OwnHost::name).orElse(shared);
    }
}
