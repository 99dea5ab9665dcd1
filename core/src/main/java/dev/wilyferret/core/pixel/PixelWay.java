package dev.wilyferret.core.pixel;

/** Who tells an ad platform of what happens on a page. */
public enum PixelWay {
    BROWSER("the visitor's browser"),
    SERVER("this program, from its own server"),
    /** Under one event id, by which the platform knows that both are one. */
    BOTH("both, under one event id");

    private final String words;

    PixelWay(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    public boolean byBrowser() {
        return this != SERVER;
    }

    public boolean byServer() {
        return this != BROWSER;
    }
}
