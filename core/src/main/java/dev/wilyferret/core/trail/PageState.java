package dev.wilyferret.core.trail;

/** How far a page of a promotion has come. */
public enum PageState {
    /** There is no such page yet. */
    MISSING,
    /** Written, never published. */
    DRAFT,
    /** Public, and the draft says the same. */
    PUBLISHED,
    /** Public, while the draft has moved on. */
    CHANGED;

    public boolean isPublic() {
        return this == PUBLISHED || this == CHANGED;
    }
}
