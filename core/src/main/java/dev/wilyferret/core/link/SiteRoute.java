package dev.wilyferret.core.link;

import java.util.Arrays;
import java.util.Optional;

/** The first parts of addresses that the public site uses for itself; no promotion can have one as its slug. */
public enum SiteRoute {
    GO("go"),
    OUT("out"),
    PIXEL("px"),
    MEDIA("media"),
    POSTBACK("postback"),
    OWN("own"),
    PREVIEW("preview"),
    DESIGN("design"),
    TYPE("type"),
    OPT_IN("opt-in"),
    QUIZ("quiz"),
    CALENDAR("calendar"),
    CONFIRM("confirm"),
    LEAVE("leave"),
    MAIL("m"),
    GIFT("gift"),
    MAIL_PREVIEW("mail-preview"),
    PRIVACY("privacy"),
    ROBOTS("robots.txt"),
    /** Reserved for what may come. */
    ASSETS("assets"),
    ROBOTS_WITHOUT_TYPE("robots"),
    WELL_KNOWN(".well-known");

    private final String first;

    SiteRoute(String first) {
        this.first = first;
    }

    /** The first part of its address. */
    public String first() {
        return first;
    }

    public static Optional<SiteRoute> of(String first) {
        return Arrays.stream(values())
                .filter(route -> route.first.equals(first))
                .findFirst();
    }
}
