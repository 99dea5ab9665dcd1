package dev.wilyferret.app.site;

import dev.wilyferret.app.clicks.ClickLog;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.live.SiteSnapshot.LiveLink;
import dev.wilyferret.app.live.SiteSnapshot.LivePage;
import dev.wilyferret.app.live.SnapshotKeeper;
import dev.wilyferret.app.pages.NotTaken;
import dev.wilyferret.app.publicpage.OutsideScript;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.link.Elsewhere;
import dev.wilyferret.core.link.SiteParameter;
import dev.wilyferret.core.offer.AffiliateLink;
import dev.wilyferret.core.page.PageDocument.OutsidePage;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.visit.Parameters;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.TakenStep;
import dev.wilyferret.core.visit.VisitLife;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * What the script of a page on a host of its own tells: that it was seen, steps of its owner's own, ways out. Nothing of it needs a
 * cookie. Whoever writes such requests by hand can tell what they like, as with any page; what is told is bounded and of a page that
 * there is.
 */
@Component
class OutsideRoutes {

    private static final JsonMapper JSON = JsonMapper.shared();

    private static final String OUT = "out";

    /** The smallest picture there is: one clear pixel. */
    private static final byte[] CLEAR = {
        'G',
        'I',
        'F',
        '8',
        '9',
        'a',
        1,
        0,
        1,
        0,
        (byte) 0x80,
        0,
        0,
        0,
        0,
        0,
        0,
        0,
        0,
        '!',
        (byte) 0xf9,
        4,
        1,
        0,
        0,
        0,
        0,
        ',',
        0,
        0,
        0,
        0,
        1,
        0,
        1,
        0,
        0,
        2,
        2,
        'D',
        1,
        0,
        ';'
    };

    private final SnapshotKeeper snapshots;
    private final ClickLog log;
    private final UuidV7 ids;
    private final Arrivals arrivals;
    private final Carried carried;
    private final OpenVisits visits;
    private final OutsideScript scripts;
    private final NotTaken notTaken;
    private final Workspaces workspaces;
    private final SiteAddress site;
    private final Answers answers;
    private final Clock clock;

    OutsideRoutes(
            SnapshotKeeper snapshots,
            ClickLog log,
            UuidV7 ids,
            Arrivals arrivals,
            Carried carried,
            OpenVisits visits,
            OutsideScript scripts,
            NotTaken notTaken,
            Workspaces workspaces,
            SiteAddress site,
            Answers answers,
            Clock clock) {
        this.snapshots = snapshots;
        this.log = log;
        this.ids = ids;
        this.arrivals = arrivals;
        this.carried = carried;
        this.visits = visits;
        this.scripts = scripts;
        this.notTaken = notTaken;
        this.workspaces = workspaces;
        this.site = site;
        this.answers = answers;
        this.clock = clock;
    }

    /**
     * What a script says of how a visitor came to its page.
     *
     * @param query of the page's address
     */
    record Said(String query, String referrer) {}

    /** {@code /assets/{version}}: a script, the same for ever. */
    void script(HttpServletResponse response, String name) throws IOException {
        Optional<byte[]> script = scripts.version(name);
        if (script.isEmpty()) {
            answers.notFound(response);
            return;
        }
        open(response);
        response.setContentType("text/javascript;charset=UTF-8");
        response.setHeader("Cache-Control", "public, max-age=31536000, immutable");
        response.getOutputStream().write(script.get());
    }

    /** Answers of these routes may be read from pages of every host. */
    private static void open(HttpServletResponse response) {
        response.setHeader("Access-Control-Allow-Origin", "*");
        response.setHeader("Cross-Origin-Resource-Policy", "cross-origin");
    }

    /**
     * {@code POST /seen/{page}}: counts the view, and the click where the page was reached without a redirect; says what its links
     * are to carry.
     */
    void seen(HttpServletRequest request, HttpServletResponse response, String pageId) throws IOException {
        Optional<LivePage> found = told(request, response, pageId);
        if (found.isEmpty()) {
            return;
        }
        LivePage page = found.get();
        List<SiteEvent> events = new ArrayList<>(2);
        Optional<Carried.Along> known =
                along(request, page).filter(one -> carried.age(one).compareTo(Visit.VISIT_LASTS) < 0);
        Carried.Along along = known.filter(one -> visits.takes(one.click().click()))
                .orElseGet(() -> {
                    SiteEvent.Click click = came(request, page, known)
                            .click(new ClickId(ids.next()), page.workspace(), page.promotion());
                    events.add(known.isPresent() ? click.goingOn() : click);
                    return new Carried.Along(click.visitor(), Visit.Current.of(click));
                });
        SiteEvent.PageView view = new SiteEvent.PageView(
                new EventId(ids.next()),
                page.workspace(),
                page.promotion(),
                along.click().click(),
                along.visitor(),
                page.id());
        events.add(view);
        log.append(events);
        Map<String, Object> answer = new LinkedHashMap<>();
        answer.put("visit", carried.text(page.workspace(), along).orElse(""));
        answer.put("click", ShortId.of(along.click().click()));
        answer.put("view", view.id().toString());
        answer.put("put", page.document() instanceof OutsidePage outside ? outside.clickParameter() : "");
        answer.put(
                "own",
                Stream.concat(
                                Stream.of(site.origin()),
                                snapshots.now().reachable(page.workspace()).stream()
                                        .map(host -> site.of(Optional.of(host), "")))
                        .toList());
        json(response, answer);
    }

    private Optional<Carried.Along> along(HttpServletRequest request, LivePage page) {
        return carried.read(request, page.workspace())
                .filter(one -> one.click().promotion().equals(page.promotion()));
    }

    /** @param ended the visit that is gone on with; empty where one begins */
    private Came came(HttpServletRequest request, LivePage page, Optional<Carried.Along> ended) {
        String at = parameter(request, "at");
        int asks = at.indexOf('?');
        int part = at.indexOf('#');
        String query =
                asks < 0 || part >= 0 && part < asks ? "" : at.substring(asks + 1, part < 0 ? at.length() : part);
        Visit visit = new Visit(
                ended.map(Carried.Along::visitor).orElseGet(() -> visitor(request, page)),
                false,
                Optional.empty(),
                Optional.empty(),
                false);
        Optional<LiveLink> link = link(page, query)
                .or(() -> ended.flatMap(one -> one.click().link())
                        .map(snapshots.now().linksById()::get));
        return Came.of(arrivals.of(request, visit, link, new Said(query, parameter(request, "referrer"))));
    }

    /**
     * Who it may be, where no cookie says so: the same network address and browser on the same UTC day are taken for the same visitor.
     * Hashed under the workspace's key, so that nothing can be read from it.
     */
    private VisitorId visitor(HttpServletRequest request, LivePage page) {
        String hash = workspaces.sign(
                page.workspace(),
                "visitor " + LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC) + " " + request.getRemoteAddr() + " "
                        + Arrivals.header(request, "User-Agent"));
        return new VisitorId(new UUID(
                Long.parseUnsignedLong(hash.substring(0, 16), 16), Long.parseUnsignedLong(hash.substring(16, 32), 16)));
    }

    /** The link that the page's address belongs to. */
    private Optional<LiveLink> link(LivePage page, String query) {
        return ShortId.parse(new Parameters(query).values().getOrDefault(SiteParameter.LINK, ""), LinkId::new)
                .map(snapshots.now().linksById()::get)
                .filter(link -> link.promotion().equals(page.promotion()) && link.active());
    }

    /** {@code POST /seen/{page}/step} and {@code …/out}: a step of the owner's own, a link that was followed. */
    void told(HttpServletRequest request, HttpServletResponse response, String pageId, String what) throws IOException {
        if (!what.equals(OUT) && !what.equals("step")) {
            answers.notFound(response);
            return;
        }
        Optional<LivePage> found = told(request, response, pageId);
        if (found.isEmpty()) {
            return;
        }
        LivePage page = found.get();
        Optional<Carried.Along> along =
                along(request, page).filter(one -> visits.takes(one.click().click()));
        if (along.isEmpty()) {
            refuse(
                    response,
                    page,
                    "What was told names no visit of the last %d hours, or one that took %d events, which is the most."
                            .formatted(VisitLife.LASTS.toHours(), VisitLife.MOST_EVENTS));
            return;
        }
        try {
            if (what.equals(OUT)) {
                out(page, along.get(), parameter(request, "to")).ifPresent(event -> log.append(List.of(event)));
            } else if (!step(request, page, along.get())) {
                say(
                        response,
                        "The page has no step called “%s”. List it on its bench."
                                .formatted(parameter(request, "name").strip()));
                return;
            }
            json(response, Map.of());
        } catch (Refusal refusal) {
            refuse(response, page, refusal.getMessage());
        }
    }

    /** Keeps a step; false where the page has none of that name, which is noted for its bench. */
    private boolean step(HttpServletRequest request, LivePage page, Carried.Along along) {
        TakenStep step = TakenStep.read(
                parameter(request, "name"),
                parameter(request, "amount"),
                parameter(request, "label"),
                page.around().currency());
        if (!(page.document() instanceof OutsidePage outside && outside.steps().contains(step.name()))) {
            notTaken.unlisted(page.id(), step.name());
            return false;
        }
        log.append(List.of(new SiteEvent.StepTaken(
                new EventId(ids.next()),
                page.workspace(),
                page.promotion(),
                along.click().click(),
                along.visitor(),
                page.id(),
                step)));
        return true;
    }

    /** Where a followed link leads, if that is an offer or an address that the workspace stored; the rest is not kept. */
    private Optional<SiteEvent> out(LivePage page, Carried.Along along, String to) {
        EventId id = new EventId(ids.next());
        ClickId click = along.click().click();
        Optional<OfferId> other = leading(page.otherOffers(), AffiliateLink::template, to);
        if (leads(page.out().template(), to) || other.isPresent()) {
            return Optional.of(new SiteEvent.WentOn(
                    id,
                    page.workspace(),
                    page.promotion(),
                    click,
                    along.visitor(),
                    page.id(),
                    leads(page.out().template(), to) ? Optional.empty() : other));
        }
        return leading(page.elsewhere(), Elsewhere::address, to)
                .map(place -> new SiteEvent.SentElsewhere(
                        id, page.workspace(), page.promotion(), click, along.visitor(), Optional.of(page.id()), place));
    }

    private static <K, V> Optional<K> leading(Map<K, V> all, Function<V, UriTemplate> address, String to) {
        return all.entrySet().stream()
                .filter(one -> leads(address.apply(one.getValue()), to))
                .map(Map.Entry::getKey)
                .findFirst();
    }

    /** Whether an address is that of a template, whatever its query. */
    private static boolean leads(UriTemplate template, String to) {
        return place(template.address(Map.of())).equals(place(to));
    }

    private static String place(String address) {
        return address.split("[?#]", 2)[0];
    }

    /** The page that is told of; where nothing is taken of it, that is answered. */
    private Optional<LivePage> told(HttpServletRequest request, HttpServletResponse response, String pageId)
            throws IOException {
        open(response);
        Optional<LivePage> page = find(request, pageId);
        if (page.isEmpty()) {
            say(response, "There is no such page, or it is not published.");
            return Optional.empty();
        }
        String from = Arrivals.header(request, "Origin");
        if (page.get().document() instanceof OutsidePage outside
                && !from.equals(outside.address().origin())) {
            refuse(
                    response,
                    page.get(),
                    "It was told from %s, and the page stands at %s. Change its address on its bench, if it moved."
                            .formatted(
                                    from.isEmpty() ? "no page" : PlainText.cut(from, 100),
                                    outside.address().origin()));
            return Optional.empty();
        }
        return page;
    }

    private Optional<LivePage> find(HttpServletRequest request, String pageId) {
        return ShortId.parse(pageId, PageId::new)
                .flatMap(id -> snapshots.now().page(Fronts.of(request), id))
                .filter(page -> !page.redirect());
    }

    private void refuse(HttpServletResponse response, LivePage page, String why) throws IOException {
        notTaken.note(page.id(), why);
        say(response, why);
    }

    private void say(HttpServletResponse response, String why) throws IOException {
        answers.plain(response, HttpServletResponse.SC_BAD_REQUEST, why);
    }

    private static void json(HttpServletResponse response, Object answer) throws IOException {
        response.setContentType("application/json");
        response.setHeader("Cache-Control", "no-store");
        response.getOutputStream().write(JSON.writeValueAsBytes(answer));
    }

    private static String parameter(HttpServletRequest request, String name) {
        return Optional.ofNullable(request.getParameter(name)).orElse("");
    }

    /** {@code GET /seen/{page}}: the image of a browser without script; false if there is no such page. */
    boolean image(HttpServletRequest request, HttpServletResponse response, String pageId) throws IOException {
        Optional<LivePage> page = find(request, pageId);
        if (page.isEmpty()) {
            return false;
        }
        boolean elsewhere = page.get().document() instanceof OutsidePage outside
                && !Arrivals.header(request, "Referer").isEmpty()
                && !Arrivals.header(request, "Referer")
                        .startsWith(outside.address().origin());
        if (Came.recorded(request) && !elsewhere && !Came.crawler(request)) {
            log.append(List.of(new SiteEvent.SeenByImage(
                    new EventId(ids.next()),
                    page.get().workspace(),
                    page.get().promotion(),
                    page.get().id())));
        }
        open(response);
        response.setContentType("image/gif");
        response.setHeader("Cache-Control", "no-store");
        response.getOutputStream().write(CLEAR);
        return true;
    }
}
