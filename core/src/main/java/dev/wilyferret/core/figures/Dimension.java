package dev.wilyferret.core.figures;

/** What visits can be told apart by. A visit has at most one value of each, and none where it is not known. */
public enum Dimension {
    /** The tracking link, by its id. */
    LINK,
    SOURCE,
    MEDIUM,
    CAMPAIGN,
    TERM,
    CONTENT,
    /** The first page of the visit, by its id. */
    ENTRY,
    /** The variant of a rotation, by its id. */
    VARIANT,
    /** As in ISO 3166-1, two capital letters. */
    COUNTRY,
    /** The name of a {@link dev.wilyferret.core.visit.Device}. */
    DEVICE,
    SYSTEM,
    BROWSER
}
