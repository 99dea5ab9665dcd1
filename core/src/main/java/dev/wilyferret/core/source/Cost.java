package dev.wilyferret.core.source;

import dev.wilyferret.core.money.Money;

/** What a source charges. */
public sealed interface Cost {

    record Nothing() implements Cost {}

    record PerClick(Money amount) implements Cost {}

    /** For a thousand times shown. */
    record PerThousand(Money amount) implements Cost {}

    /** Once for all of it. */
    record Fixed(Money amount) implements Cost {}
}
