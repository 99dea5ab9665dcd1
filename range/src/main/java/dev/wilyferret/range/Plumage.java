package dev.wilyferret.range;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The stand-in ad platform: takes pixels, lists what they told, and can be made slow or broken for practice. */
@Controller
@RequestMapping("/plumage")
class Plumage {

    private static final byte[] DOT =
            Base64.getDecoder().decode("R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7");
    private static final int SLOWEST_MILLIS = 30_000;

    /** What a pixel told. */
    record Told(String time, String pixel, String event, String fire, String page, String referrer, String address) {}

    /** How the platform behaves. */
    record Mood(int delayMillis, boolean broken) {}

    private final Journal<Told> told;
    private final RangeSettings settings;
    private final Clock clock;
    private final AtomicReference<Mood> mood = new AtomicReference<>(new Mood(60, false));

    Plumage(RangeSettings settings, Clock clock) {
        this.told = new Journal<>(settings.folder(), "plumage", Told.class);
        this.settings = settings;
        this.clock = clock;
    }

    @GetMapping
    String screen(Model model) {
        List<Told> all = told.latestFirst();
        model.addAttribute("told", all.stream().limit(200).toList());
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
                request.getRemoteAddr()));
        Thread.sleep(now.delayMillis());
        return now.broken()
                ? ResponseEntity.internalServerError().build()
                : ResponseEntity.ok()
                        .contentType(MediaType.IMAGE_GIF)
                        .cacheControl(CacheControl.noStore())
                        .body(DOT);
    }

    @PostMapping("/mood")
    String mood(
            @RequestParam(defaultValue = "60") int delayMillis, @RequestParam(defaultValue = "false") boolean broken) {
        mood.set(new Mood(Math.clamp(delayMillis, 0, SLOWEST_MILLIS), broken));
        return "redirect:/plumage";
    }
}
