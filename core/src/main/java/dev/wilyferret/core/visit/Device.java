package dev.wilyferret.core.visit;

import java.util.List;
import java.util.Locale;

/** What kind of device a browser runs on, by words it uses of itself. */
public enum Device {
    PHONE("Phone"),
    TABLET("Tablet"),
    COMPUTER("Computer"),
    TELEVISION("Television"),
    /** It does not say, or says what nobody knows yet. */
    UNKNOWN("Not known");

    private static final List<String> TELEVISIONS =
            List.of("smart-tv", "smarttv", "googletv", "apple tv", "hbbtv", "tizen", "web0s", "netcast", "bravia");
    private static final List<String> COMPUTERS = List.of("windows nt", "macintosh", "x11;", "cros ", "linux x86_64");

    private final String words;

    Device(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    /**
     * By the first that fits: a television's names; a tablet's, among them an Android that does not call itself mobile; what the
     * client hint says of a phone; a phone's names; a computer's. Each is looked for once, so it takes time in proportion.
     */
    public static Device of(Headers headers) {
        String agent = headers.userAgent().toLowerCase(Locale.ROOT);
        if (TELEVISIONS.stream().anyMatch(agent::contains)) {
            return TELEVISION;
        }
        boolean android = agent.contains("android");
        boolean mobile = agent.contains("mobile");
        if (agent.contains("ipad") || agent.contains("tablet") || android && !mobile) {
            return TABLET;
        }
        if (headers.hints().mobile().equals("?1") || android || mobile || agent.contains("iphone")) {
            return PHONE;
        }
        return COMPUTERS.stream().anyMatch(agent::contains) ? COMPUTER : UNKNOWN;
    }
}
