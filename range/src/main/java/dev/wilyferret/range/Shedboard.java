package dev.wilyferret.range;

import java.time.Clock;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The stand-in web host: one page about cellars, into which its owner pastes lines of others. */
@Controller
@RequestMapping("/shedboard")
class Shedboard {

    /**
     * What its owner last chose.
     *
     * @param lines HTML at the end of the page, as it stands
     * @param button where the page's button leads
     */
    record Chosen(String time, String lines, String button) {}

    private static final Chosen NOTHING = new Chosen("", "", "/lanternfish/buy/cellar-crop?aff=growbench");

    private final Journal<Chosen> chosen;
    private final String address;
    private final Clock clock;

    Shedboard(RangeSettings settings, Clock clock) {
        this.chosen = new Journal<>(settings.folder(), "shedboard", Chosen.class);
        this.address = settings.address();
        this.clock = clock;
    }

    private Chosen now() {
        return chosen.latestFirst().stream().findFirst().orElse(NOTHING);
    }

    @GetMapping
    String desk(Model model) {
        model.addAttribute("chosen", now());
        return "range/shedboard";
    }

    @PostMapping
    String paste(@RequestParam String lines, @RequestParam(defaultValue = "") String button) {
        chosen.add(new Chosen(clock.instant().toString(), lines, button.isBlank() ? NOTHING.button() : button.strip()));
        return "redirect:/shedboard";
    }

    /** The page as visitors see it. */
    @GetMapping("/cellar")
    String page(Model model) {
        model.addAttribute("chosen", now());
        String button = now().button();
        model.addAttribute("button", button.startsWith("/") ? address + button : button);
        return "range/cellar";
    }
}
