package dev.wilyferret.core.link;

import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.ShortId;
import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;

/** The addresses that the public site uses for itself, by their first parts; no promotion can have one as its slug. */
public enum SiteRoute {
    GO("go"),
    OUT("out"),
    /** To a stored address elsewhere: the page one leaves, then the address. */
    AWAY("away"),
    PIXEL("px"),
    MEDIA("media"),
    /** What a page hands out: its page, then its name. */
    FILE("file"),
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
    /** Answers what the program asks a host to see whether its name leads here. */
    LEADS_HERE("leads-here"),
    /** Whether a certificate may be fetched for a host; asked by proxies. */
    CERTIFICATE("certificate"),
    /** The scripts that pages elsewhere carry, by their versions. */
    ASSETS("assets"),
    /** What pages elsewhere tell: the page, then what was done on it. */
    SEEN("seen"),
    ROBOTS_WITHOUT_TYPE("robots"),
    WELL_KNOWN(".well-known");

    private static final Map<String, SiteRoute> BY_FIRST =
            Arrays.stream(values()).collect(Collectors.toMap(SiteRoute::first, Function.identity()));

    private final String first;

    SiteRoute(String first) {
        this.first = first;
    }

    /** The first part of its address. */
    public String first() {
        return first;
    }

    /** Its path with what comes behind, ids in their short form, with slashes between. */
    public String path(Object... behind) {
        return Arrays.stream(behind)
                .map(part -> switch (part) {
                    case Id id -> ShortId.of(id);
                    case UUID id -> ShortId.of(id);
                    default -> part.toString();
                })
                .collect(Collectors.joining("/", "/" + first + (behind.length == 0 ? "" : "/"), ""));
    }

    /** The path of a page of a promotion. */
    public static String page(String promotion, String page) {
        return "/" + promotion + "/" + page;
    }

    public static Optional<SiteRoute> of(String first) {
        return Optional.ofNullable(BY_FIRST.get(first));
    }
}
