package dev.wilyferret.app.hosts;

import java.util.Set;

/** What the owner of a name says in its TXT records (RFC 1035, 3.3.14). */
public interface TxtRecords {

    /** @return the texts of a name; none where there are none, or nobody answers within seconds */
    Set<String> of(String name);
}
