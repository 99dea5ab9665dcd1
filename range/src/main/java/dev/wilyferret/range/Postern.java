package dev.wilyferret.range;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** The stand-in mail service elsewhere: its sign-up form with hidden ids, and an address for webhooks. */
@Controller
@RequestMapping("/postern")
class Postern {

    /** Somebody who was signed up, or a webhook that came. */
    record Came(String time, String how, String email, String name, String note) {}

    private final Journal<Came> came;
    private final RangeSettings settings;
    private final Clock clock;
    private final Set<String> known = ConcurrentHashMap.newKeySet();

    Postern(RangeSettings settings, Clock clock) {
        this.came = new Journal<>(settings.folder(), "postern", Came.class);
        this.settings = settings;
        this.clock = clock;
    }

    @GetMapping
    String screen(Model model) {
        model.addAttribute("came", came.latestFirst().stream().limit(200).toList());
        model.addAttribute("form", formCode());
        model.addAttribute("hook", settings.address() + "/postern/hook");
        return "range/postern";
    }

    private String formCode() {
        return """
                <form action="%s/postern/subscribe" method="post" class="pst-form">
                  <input type="hidden" name="pst_audience" value="a81f-20c7">
                  <input type="hidden" name="pst_form" value="447">
                  <label>Your e-mail <input type="email" name="pst_mail" required></label>
                  <label>Your first name <input type="text" name="pst_given"></label>
                  <div style="position:absolute;left:-5000px"><input type="text" name="pst_trap_9" tabindex="-1" value=""></div>
                  <button type="submit">Sign up</button>
                </form>
                """.formatted(settings.address());
    }

    @PostMapping("/subscribe")
    @ResponseBody
    ResponseEntity<String> subscribe(
            @RequestParam(name = "pst_mail", defaultValue = "") String email,
            @RequestParam(name = "pst_given", defaultValue = "") String name,
            @RequestParam(name = "pst_audience", defaultValue = "") String audience,
            @RequestParam(name = "pst_form", defaultValue = "") String form) {
        if (!audience.equals("a81f-20c7") || !form.equals("447")) {
            return ResponseEntity.status(HttpStatus.BAD_REQUEST).body("The form's ids are missing.");
        }
        if (!email.contains("@")) {
            return ResponseEntity.status(HttpStatus.UNPROCESSABLE_CONTENT).body("That is no e-mail address.");
        }
        came.add(new Came(clock.instant().toString(), "form", email, name, known.add(email) ? "new" : "known already"));
        return ResponseEntity.ok("Thank you, you are signed up.");
    }

    @PostMapping("/hook")
    @ResponseBody
    ResponseEntity<String> hook(@RequestBody String body, HttpServletRequest request) {
        String signature =
                Optional.ofNullable(request.getHeader("X-Ferret-Signature")).orElse("");
        came.add(new Came(clock.instant().toString(), "webhook", "", signature, body));
        return ResponseEntity.ok("taken");
    }
}
