package dev.wilyferret.app.kit;

import dev.wilyferret.app.hosts.TxtRecords;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/** What owners of names say in their TXT records, in tests. */
public final class TestNames implements TxtRecords {

    private final Map<String, Set<String>> said = new ConcurrentHashMap<>();

    public void say(String name, String... texts) {
        said.put(name, Set.of(texts));
    }

    @Override
    public Set<String> of(String name) {
        return said.getOrDefault(name, Set.of());
    }
}
