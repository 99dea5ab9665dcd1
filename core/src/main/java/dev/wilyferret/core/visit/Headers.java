package dev.wilyferret.core.visit;

/**
 * What a request says of the program that sent it. What it does not say is empty: older browsers send no client hints, none
 * sends them at the first request, and the browser's HTTP version is known only where a proxy tells it.
 *
 * @param userAgent at most 512 characters
 * @param referrer without what names a person, at most 500 characters
 * @param language as in {@code Accept-Language}, at most 200 characters
 * @param httpVersion the browser's own, such as {@code 2} or {@code HTTP/2.0}, as a configured proxy names it
 */
public record Headers(
        String userAgent, String referrer, String language, Hints hints, Fetch fetch, String httpVersion) {

    public static final Headers NONE = new Headers("", "", "", Hints.NONE, Fetch.NONE, "");

    public Headers {
        userAgent = Bounded.cut(userAgent, 512);
        referrer = Bounded.cut(Kept.address(referrer), 500);
        language = Bounded.cut(language, 200);
        httpVersion = Bounded.cut(httpVersion, 20);
    }

    /** Only with a user agent, as programs and tests speak of it. */
    public static Headers of(String userAgent) {
        return new Headers(userAgent, "", "", Hints.NONE, Fetch.NONE, "");
    }

    /**
     * Client hints (W3C User-Agent Client Hints), as they were sent.
     *
     * @param brands {@code Sec-CH-UA}
     * @param mobile {@code Sec-CH-UA-Mobile}: {@code ?1} or {@code ?0}
     * @param platform {@code Sec-CH-UA-Platform}
     */
    public record Hints(String brands, String mobile, String platform) {

        public static final Hints NONE = new Hints("", "", "");

        public Hints {
            brands = Bounded.cut(brands, 300);
            mobile = Bounded.cut(mobile, 10);
            platform = Bounded.cut(platform, 100);
        }
    }

    /** Fetch metadata (W3C Fetch Metadata): {@code Sec-Fetch-Site}, {@code -Mode}, {@code -Dest} and {@code -User}. */
    public record Fetch(String site, String mode, String destination, String user) {

        public static final Fetch NONE = new Fetch("", "", "", "");

        public Fetch {
            site = Bounded.cut(site, 40);
            mode = Bounded.cut(mode, 40);
            destination = Bounded.cut(destination, 40);
            user = Bounded.cut(user, 10);
        }
    }
}
