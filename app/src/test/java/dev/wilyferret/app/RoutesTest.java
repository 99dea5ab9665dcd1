package dev.wilyferret.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.hosts.Hosts;
import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Raw;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.people.Joining;
import dev.wilyferret.app.people.People;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.SiteRoute;
import dev.wilyferret.core.people.EmailAddress;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.BinaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/**
 * Every route of console and site, asked in all the ways nobody means: none fails, and none writes what it must not. Where the program
 * answers 503 on purpose (the database or the log is away, the line is full, a key is missing) nothing of that is so here.
 */
class RoutesTest extends AppTest {

    private static final String LONG = "x".repeat(20 << 10);
    private static final String TWISTED = "?a=%zz&b=%&c=%0a%00&%ff=%c0%af&d[]=1&=&&e=%u1234";
    private static final Pattern VARIABLE = Pattern.compile("\\{(\\w+)(?::([^}|]*)[^}]*)?}");

    /** What stands in the table of a thing that a route's address names after this word. */
    private static final Map<String, String> TABLES = Map.ofEntries(
            Map.entry("promotions", "promotion"),
            Map.entry("pages", "page"),
            Map.entry("unreadable", "page"),
            Map.entry("outside", "page"),
            Map.entry("rotations", "rotation"),
            Map.entry("of", "rotation_variant"),
            Map.entry("variants", "rotation_variant"),
            Map.entry("lists", "mail_list"),
            Map.entry("mails", "mail"),
            Map.entry("persons", "subscriber"),
            Map.entry("import", "import_run"),
            Map.entry("outbox", "outbox"),
            Map.entry("handover", "handed"),
            Map.entry("networks", "network"),
            Map.entry("offers", "offer"),
            Map.entry("pixels", "pixel_account"),
            Map.entry("sources", "traffic_source"),
            Map.entry("elsewhere", "elsewhere_place"),
            Map.entry("links", "link"),
            Map.entry("sales", "sale"),
            Map.entry("postbacks", "postback"),
            Map.entry("clicks", "click"),
            Map.entry("bonuses", "bonus"),
            Map.entry("own-browser", "own_browser"));

    /** What goes on by itself, whoever asks for what. */
    private static final Set<String> BY_THEMSELVES = Set.of(
            "visit",
            "visit_work",
            "visit_aside",
            "day_sheet",
            "figure_progress",
            "figure_generation",
            "page_fold",
            "outbox");

    @Autowired
    @Qualifier("requestMappingHandlerMapping")
    private RequestMappingHandlerMapping mappings;

    @Autowired
    private People people;

    @Autowired
    private Hosts hosts;

    private final List<String> failed = new ArrayList<>();
    private Scenario.Trail own;
    private Scenario.Trail others;

    @BeforeEach
    void begin() {
        own = furnished();
        others = furnished();
        followed();
    }

    /** A workspace with a promotion, a list, somebody on it, a click and a sale. */
    private Scenario.Trail furnished() {
        Scenario.Trail trail = scenario.trail();
        ListId list = scenario.list(trail.workspace(), true);
        people.join(trail.workspace(), list, Joining.plain(new EmailAddress("ines@a.example"), "Ines", ""));
        Guest buyer = guest();
        buyer.get(trail.link().path());
        buyer.get("/postback/" + trail.network().postbackKey() + "?secret="
                + trail.network().secret() + "&order_id=1&commission=1.00&click_id="
                + buyer.cookie("wf_c").orElseThrow().split("\\.")[0]);
        return trail;
    }

    /** All that a workspace holds, by table. */
    private Map<String, String> held(WorkspaceId workspace) {
        Map<String, String> held = new TreeMap<>();
        sql.sql("""
                        select c.table_name from information_schema.columns c
                        join pg_class k on k.relname = c.table_name and k.relkind in ('r', 'p') and not k.relispartition
                        where c.table_schema = 'public' and c.column_name = 'workspace_id'
                        """).query(String.class).list().stream()
                .filter(table -> !BY_THEMSELVES.contains(table))
                .forEach(table -> held.put(
                        table,
                        sql.sql(
                                        "select count(*) || ' ' || coalesce(md5(string_agg(row::text, ' ' order by row::text)), '') from %s row where workspace_id = ?"
                                                .formatted(table))
                                .param(workspace.value())
                                .query(String.class)
                                .single()));
        return held;
    }

    private void asked(Raw.Answer answer, String what) {
        if (answer.status() == 0 || answer.status() >= 500) {
            failed.add(answer.status() + " " + what);
        }
    }

    private record Route(String method, String pattern) {

        /** @param named gives what a part of the address is called, and the word before it, its value */
        String filled(BinaryOperator<String> named) {
            Matcher variable = VARIABLE.matcher(pattern);
            StringBuilder path = new StringBuilder();
            while (variable.find()) {
                String[] before = pattern.substring(0, variable.start()).split("/");
                String value = variable.group(2) == null
                        ? named.apply(variable.group(1), before[before.length - 1])
                        : variable.group(2);
                variable.appendReplacement(path, Matcher.quoteReplacement(value));
            }
            return variable.appendTail(path).toString();
        }
    }

    private List<Route> routes() {
        List<Route> routes = new ArrayList<>();
        mappings.getHandlerMethods()
                .forEach((info, handler) -> info.getPatternValues().forEach(pattern -> {
                    Set<RequestMethod> methods = info.getMethodsCondition().getMethods();
                    (methods.isEmpty() ? Set.of(RequestMethod.GET, RequestMethod.POST) : methods)
                            .forEach(method -> routes.add(new Route(method.name(), pattern)));
                }));
        assertThat(routes).hasSizeGreaterThan(150);
        return routes;
    }

    /** Ids of a workspace by the word before them; what it has none of gets one that nothing has. */
    private BinaryOperator<String> idsOf(Scenario.Trail trail) {
        Map<String, String> ids = new TreeMap<>();
        TABLES.forEach((word, table) -> ids.put(
                word,
                sql.sql("select id::text from %s where workspace_id = ? order by id limit 1".formatted(table))
                        .param(trail.workspace().value())
                        .query(String.class)
                        .optional()
                        .orElse(UUID.randomUUID().toString())));
        return (name, before) -> ids.getOrDefault(before, trail.promotion().id().toString());
    }

    private Raw signedIn(String host) {
        Guest owner = owner(own.stage());
        return new Raw(
                installation.consoleAddress().toString(),
                "Host: " + host,
                "Cookie: ferret_session=" + owner.cookie("ferret_session").orElseThrow());
    }

    private static String token(Raw console) {
        Matcher token = Pattern.compile("name=\"_csrf\"[^>]*value=\"([^\"]+)\"")
                .matcher(console.ask("GET", "/settings", "").whole());
        assertThat(token.find()).isTrue();
        return token.group(1);
    }

    @Test
    void noRouteOfTheConsoleFailsOnOrTellsOfWhatIsSomebodyElses() {
        Raw console = signedIn("localhost");
        String token = token(console);
        Map<String, String> before = held(others.workspace());
        BinaryOperator<String> foreign = idsOf(others);
        BinaryOperator<String> mine = idsOf(own);
        List<BinaryOperator<String>> namings = List.of(
                foreign,
                (name, word) -> word.equals("promotions") ? mine.apply(name, word) : foreign.apply(name, word),
                (name, word) -> UUID.randomUUID().toString(),
                (name, word) -> "nothing-of-ours");
        String fields = "_csrf=" + token + "&name=x&email=x&to=x&number=1&revision=1&text=x";
        for (Route route : routes()) {
            for (BinaryOperator<String> naming : route.pattern.contains("{") ? namings : namings.subList(0, 1)) {
                String path = route.filled(naming);
                Raw.Answer answer = console.ask(route.method, path, route.method.equals("GET") ? "" : fields);
                asked(answer, route.method + " " + path + " of " + route.pattern);
                if (answer.whole().contains(others.promotion().slug())) {
                    failed.add("tells of another workspace: " + route.method + " " + path);
                }
            }
        }
        assertThat(failed).isEmpty();
        assertThat(held(others.workspace())).isEqualTo(before);
    }

    @Test
    void noRouteOfTheConsoleFailsOnTwistedRequestsAndLookingWritesNothing() {
        Raw console = signedIn("localhost");
        Raw elsewhere = signedIn("stranger.example");
        Map<String, String> before = held(own.workspace());
        BinaryOperator<String> mine = idsOf(own);
        for (Route route : routes()) {
            String path = route.filled(mine);
            if (route.method.equals("GET")) {
                Raw.Answer answer = elsewhere.ask("GET", path, "");
                asked(answer, "GET by another host's name " + path);
                if (answer.whole().contains("stranger.example")) {
                    failed.add("tells the host's name that it was asked by: " + path);
                }
                asked(console.ask("GET", path + TWISTED, ""), "GET, twisted, " + path);
                asked(console.ask("HEAD", path, ""), "HEAD " + path);
                asked(console.ask("GET", path, "", "Sec-Purpose: prefetch"), "prefetch " + path);
                asked(console.ask("GET", path + "?a=" + LONG, ""), "GET, long, " + path);
            }
            for (String method : List.of("PUT", "DELETE", "PATCH", "OPTIONS", "TRACE", "BREW")) {
                asked(console.ask(method, path, ""), method + " " + path);
            }
            asked(console.ask("POST", path, "name=x"), "POST without a token " + path);
        }
        assertThat(held(own.workspace())).isEqualTo(before);
        String token = token(console);
        String many = Stream.of(
                        "name",
                        "slug",
                        "text",
                        "to",
                        "value",
                        "address",
                        "email",
                        "order",
                        "amount",
                        "host",
                        "code",
                        "url",
                        "kind",
                        "document",
                        "revision",
                        "id",
                        "at",
                        "from",
                        "until",
                        "zone",
                        "currency",
                        "state")
                .map(name -> name + "=" + LONG.substring(0, 900))
                .reduce("_csrf=" + token, (all, one) -> all + "&" + one);
        for (Route route : routes()) {
            if (route.method.equals("POST") && !route.pattern.contains("password")) {
                String path = route.filled(mine);
                asked(console.ask("POST", path + TWISTED, many), "POST, long, " + path);
                asked(
                        console.ask("POST", path, "_csrf=" + token + "&" + TWISTED.substring(1)),
                        "POST, twisted, " + path);
            }
        }
        assertThat(failed).isEmpty();
    }

    @Test
    void noRouteOfTheSiteFailsAndWhoeverOnlyLooksWritesNothing() {
        OwnHost host = new OwnHost("routes" + System.nanoTime() + ".growbench.localhost");
        hosts.add(others.workspace(), host);
        hosts.look(others.workspace(), host);
        await().atMost(Duration.ofSeconds(20))
                .until(() -> guest().get("/certificate?domain=" + host).statusCode() == 200);
        List<String> behind = List.of(
                ShortId.of(own.bridge().id()),
                own.link().code().text(),
                own.network().postbackKey(),
                ShortId.of(UUID.randomUUID()),
                "a%20%zz",
                LONG.substring(0, 2000));
        List<String> paths = new ArrayList<>(List.of(
                "/",
                own.bridgePath(),
                own.redirectPath(),
                "/" + own.promotion().slug(),
                "//",
                "/%2e%2e/",
                "/a/b/c/d/e/f"));
        for (SiteRoute route : SiteRoute.values()) {
            paths.add(route.path());
            for (String one : behind) {
                paths.add(route.path(one));
                paths.add(route.path(one, own.link().id()));
            }
            paths.add(route.path(own.workspace(), own.bridge().id(), own.link().id()));
        }
        Raw site = new Raw(installation.siteAddress().toString(), "Host: 127.0.0.1", "User-Agent: " + Guest.PERSON);
        Raw foreign = new Raw(installation.siteAddress().toString(), "Host: " + host, "User-Agent: " + Guest.PERSON);
        Raw unknown = new Raw(installation.siteAddress().toString(), "Host: nobody.example", "User-Agent: x");
        Map<String, String> before = held(own.workspace());
        for (String path : paths) {
            asked(site.ask("HEAD", path + TWISTED, ""), "HEAD " + path);
            asked(site.ask("GET", path, "", "Sec-Purpose: prefetch;prerender"), "prefetch " + path);
            asked(site.ask("GET", path + "?a=" + LONG, ""), "GET, long, " + path);
            asked(site.ask("GET", path, "", "Cookie: a=" + LONG), "GET, a long cookie, " + path);
            asked(foreign.ask("GET", path, ""), "GET on another workspace's host " + path);
            asked(foreign.ask("POST", path, "email=a@b.example"), "POST on another workspace's host " + path);
            asked(unknown.ask("GET", path, ""), "GET on no host " + path);
            for (String method : List.of("PUT", "DELETE", "PATCH", "OPTIONS", "TRACE", "BREW")) {
                asked(site.ask(method, path, ""), method + " " + path);
            }
        }
        assertThat(held(own.workspace())).isEqualTo(before);
        for (String path : paths) {
            asked(site.ask("GET", path + TWISTED, ""), "GET, twisted, " + path);
            asked(site.ask("POST", path + TWISTED, "v=%zz&email=" + LONG), "POST, long, " + path);
            asked(site.ask("POST", path, "email=%40%&first_name=%00%0a&consent=%ff"), "POST, twisted, " + path);
        }
        assertThat(failed).isEmpty();
    }
}
