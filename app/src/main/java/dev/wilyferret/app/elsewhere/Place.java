package dev.wilyferret.app.elsewhere;

import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.link.Elsewhere;

/** An address elsewhere as it is kept. */
public record Place(ElsewhereId id, Elsewhere elsewhere) {

    public String name() {
        return elsewhere.name();
    }
}
