package dev.wilyferret.core.people;

/** How a person stands on a list. */
public enum Membership {
    /** Left an address, and has not confirmed it yet: gets nothing but the confirmation. */
    PENDING("pending"),
    CONFIRMED("confirmed"),
    /** Unsubscribed; only their own new opt-in brings them back. */
    LEFT("left"),
    /** What identified the person is gone; the row stays for the sums. */
    ERASED("erased");

    private final String words;

    Membership(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
