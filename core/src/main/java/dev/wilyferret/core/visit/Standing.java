package dev.wilyferret.core.visit;

/** How a click stands in the figures. */
public enum Standing {
    /** In the figures. */
    COUNTED,
    /** By the workspace's own people; shown apart. */
    OWN,
    /** Its verdict was other than counted. */
    FILTERED,
    /** Taken out by hand. */
    TAKEN_OUT
}
