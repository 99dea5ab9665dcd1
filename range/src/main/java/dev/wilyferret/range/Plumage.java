package dev.wilyferret.range;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Stream;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The stand-in ad platform: takes pixels, lists what they told, and can be made slow or broken for practice. */
@Controller
@RequestMapping("/plumage")
class Plumage {

    private static final byte[] DOT =
            Base64.getDecoder().decode("R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7");
    private static final int SLOWEST_MILLIS = 30_000;
    private static final String TOKEN = "plumage-range";
    private static final String BODY =
            "{\"pixel\":\"{id}\",\"event\":\"{event}\",\"id\":\"{eid}\",\"page\":\"{page}\",\"value\":{value},\"currency\":{currency}}";

    /**
     * What a pixel told.
     *
     * @param value with its currency, of a sale; null in what was told before sales were
     * @param server whether a server told it
     * @param who a mark of the browser that told it; empty of a server, and in what was told before audiences were
     */
    record Told(
            String time,
            String pixel,
            String event,
            String fire,
            String page,
            String referrer,
            String address,
            String value,
            boolean server,
            String who) {}

    /**
     * What the advertiser makes of events: a conversion, or an audience.
     *
     * @param event what it is called; empty for any
     * @param contains a word in the page's address; empty for any
     * @param days how long somebody stays in an audience; 0 for a conversion
     */
    public record Rule(String name, String event, String contains, int days) {

        boolean matches(Told told) {
            return (event.isEmpty() || event.equalsIgnoreCase(text(told.event)))
                    && (contains.isEmpty() || text(told.page).contains(contains));
        }
    }

    /** @param figure conversions, or members */
    public record Outcome(Rule rule, long figure) {}

    /** @param again whether the same event was told before, under the same id: the platform counts it once */
    public record Shown(Told told, boolean again) {}

    /** What a server sends as JSON. */
    record Sent(String pixel, String event, String id, String page, String value, String currency, String token) {}

    /** How the platform behaves. */
    record Mood(int delayMillis, boolean broken) {}

    private final Journal<Told> told;
    private final Journal<Rule> rules;
    private final RangeSettings settings;
    private final Clock clock;
    private final AtomicReference<Mood> mood = new AtomicReference<>(new Mood(60, false));

    Plumage(RangeSettings settings, Clock clock) {
        this.told = new Journal<>(settings.folder(), "plumage", Told.class);
        this.rules = new Journal<>(settings.folder(), "plumage-rules", Rule.class);
        this.settings = settings;
        this.clock = clock;
    }

    @GetMapping
    String screen(Model model) {
        List<Shown> shown = shown();
        model.addAttribute("told", shown.reversed().stream().limit(200).toList());
        model.addAttribute("outcomes", outcomes(shown));
        model.addAttribute("serverAddress", settings.address() + "/plumage/events?token={token}");
        model.addAttribute("serverBody", BODY);
        model.addAttribute("imageAddress", settings.address() + "/plumage/px{?id,event,eid,page}");
        model.addAttribute("mood", mood.get());
        return "range/plumage";
    }

    @GetMapping("/px")
    ResponseEntity<byte[]> pixel(
            @RequestParam(defaultValue = "") String id,
            @RequestParam(defaultValue = "") String event,
            @RequestParam(defaultValue = "") String eid,
            @RequestParam(defaultValue = "") String page,
            HttpServletRequest request)
            throws InterruptedException {
        Mood now = mood.get();
        told.add(new Told(
                clock.instant().toString(),
                id,
                event,
                eid,
                page,
                Optional.ofNullable(request.getHeader("Referer")).orElse(""),
                request.getRemoteAddr(),
                "",
                false,
                who(request)));
        Thread.sleep(now.delayMillis());
        return now.broken()
                ? ResponseEntity.internalServerError().build()
                : ResponseEntity.ok()
                        .contentType(MediaType.IMAGE_GIF)
                        .cacheControl(CacheControl.noStore())
                        .body(DOT);
    }

    /** The first one first. */
    private List<Shown> shown() {
        Set<String> before = new HashSet<>();
        return told.latestFirst().reversed().stream()
                .map(one -> new Shown(
                        one, !one.fire.isEmpty() && !before.add(one.pixel + " " + one.event + " " + one.fire)))
                .toList();
    }

    /** A partner's server tells an event. */
    @PostMapping("/events")
    ResponseEntity<String> server(
            @RequestBody Sent sent, @RequestParam(defaultValue = "") String token, HttpServletRequest request)
            throws InterruptedException {
        Mood now = mood.get();
        Thread.sleep(now.delayMillis());
        if (now.broken()) {
            return ResponseEntity.internalServerError().body("out of order");
        }
        if (!TOKEN.equals(token)) {
            return ResponseEntity.status(401).body("unknown token");
        }
        told.add(new Told(
                clock.instant().toString(),
                text(sent.pixel),
                text(sent.event),
                text(sent.id),
                text(sent.page),
                "",
                request.getRemoteAddr(),
                sent.value == null ? "" : sent.value + " " + text(sent.currency),
                true,
                ""));
        return ResponseEntity.ok("1 event received");
    }

    /** Browsers are told apart by address and name, as far as that goes. */
    private static String who(HttpServletRequest request) {
        return Integer.toHexString(
                Objects.hash(request.getRemoteAddr(), Optional.ofNullable(request.getHeader("User-Agent"))));
    }

    /** Makes a conversion or an audience. */
    @PostMapping("/rules")
    String rule(
            @RequestParam String name,
            @RequestParam(defaultValue = "") String event,
            @RequestParam(defaultValue = "") String contains,
            @RequestParam(defaultValue = "0") int days) {
        if (!name.isBlank() && !(event.isBlank() && contains.isBlank())) {
            rules.add(new Rule(name.strip(), event.strip(), contains.strip(), Math.clamp(days, 0, 540)));
        }
        return "redirect:/plumage";
    }

    private List<Outcome> outcomes(List<Shown> shown) {
        Instant now = clock.instant();
        return rules.latestFirst().reversed().stream()
                .map(rule -> {
                    Stream<Told> matching = shown.stream()
                            .filter(one -> !one.again)
                            .map(Shown::told)
                            .filter(rule::matches);
                    return new Outcome(
                            rule,
                            rule.days == 0
                                    ? matching.count()
                                    : matching.filter(one -> !text(one.who).isEmpty()
                                                    && Instant.parse(one.time)
                                                            .isAfter(now.minus(Duration.ofDays(rule.days))))
                                            .map(Told::who)
                                            .distinct()
                                            .count());
                })
                .toList();
    }

    private static String text(String sent) {
        return Optional.ofNullable(sent).orElse("");
    }

    @PostMapping("/mood")
    String mood(
            @RequestParam(defaultValue = "60") int delayMillis, @RequestParam(defaultValue = "false") boolean broken) {
        mood.set(new Mood(Math.clamp(delayMillis, 0, SLOWEST_MILLIS), broken));
        return "redirect:/plumage";
    }
}
