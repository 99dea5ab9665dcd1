package dev.wilyferret.core.page;

/** What a redirect page tells the next one of where the visitor came from (Referrer Policy, W3C, 3). */
public enum ReferrerRule {
    ORIGIN("only your host", "strict-origin-when-cross-origin"),
    NOTHING("nothing", "no-referrer"),
    WHOLE("the whole address of the redirect page", "no-referrer-when-downgrade");

    private final String words;
    private final String header;

    ReferrerRule(String words, String header) {
        this.words = words;
        this.header = header;
    }

    public String words() {
        return words;
    }

    /** As a Referrer-Policy header has it. */
    public String header() {
        return header;
    }
}
