package dev.wilyferret.app.offers;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.id.NetworkId;
import dev.wilyferret.core.offer.NetworkMemory;
import dev.wilyferret.core.offer.SlotLimit;
import dev.wilyferret.core.offer.SubIdFill;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.text.TimeZones;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What is known of a network, looked at and changed. */
@Controller
@RequestMapping("/offers/networks/{id}")
class NetworkBench {

    private final Offers offers;
    private final SiteAddress site;

    NetworkBench(Offers offers, SiteAddress site) {
        this.offers = offers;
        this.site = site;
    }

    @GetMapping
    String open(@AuthenticationPrincipal Member member, @PathVariable NetworkId id, Model model) {
        Network network = network(member, id);
        Map<String, String> values = new LinkedHashMap<>();
        values.put("name", network.name());
        values.put(
                "most",
                network.limit().most() == 0
                        ? ""
                        : String.valueOf(network.limit().most()));
        values.put("signs", network.limit().signs().name());
        values.put("zone", network.zone().getId());
        return show(member, network, Intake.showing(values), model);
    }

    @PostMapping
    String change(
            @AuthenticationPrincipal Member member,
            @PathVariable NetworkId id,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        Network network = network(member, id);
        Intake form = Intake.of(typed);
        Optional<String> name = form.take("name", text -> PlainText.line("network's name", text, 120));
        Optional<SlotLimit> limit = form.take("most", text -> new SlotLimit(most(text), signs(form.value("signs"))));
        Optional<ZoneId> zone = form.take("zone", TimeZones::read);
        if (!form.keep(
                "name",
                () -> offers.describe(
                        member.workspace(), id, name.orElseThrow(), limit.orElseThrow(), zone.orElseThrow()))) {
            return show(member, network, form, model);
        }
        after.addFlashAttribute("said", "Kept. Sub IDs are sent so, and days begin so, from now on.");
        return "redirect:/offers/networks/" + id;
    }

    private static int most(String typed) {
        String digits = typed.strip();
        if (!digits.isEmpty() && !digits.matches("[0-9]{1,4}")) {
            throw new Refusal(
                    "\"%s\" is no number of characters. Type a whole number, or nothing if you know of no limit."
                            .formatted(PlainText.cut(digits, 20)));
        }
        return digits.isEmpty() ? 0 : Integer.parseInt(digits);
    }

    private static SlotLimit.Signs signs(String chosen) {
        return Arrays.stream(SlotLimit.Signs.values())
                .filter(signs -> signs.name().equals(chosen))
                .findFirst()
                .orElse(SlotLimit.Signs.ANY);
    }

    private String show(Member member, Network network, Intake form, Model model) {
        NetworkMemory memory = offers.memories(member.workspace()).stream()
                .filter(one -> one.network().equals(network.name()))
                .findFirst()
                .orElseThrow();
        Map<String, String> fillWords = new LinkedHashMap<>();
        memory.fills().forEach((place, fill) -> fillWords.put(place, words(fill)));
        model.addAttribute("network", network);
        model.addAttribute("form", form);
        model.addAttribute("memory", memory);
        model.addAttribute("fillWords", fillWords);
        model.addAttribute("signs", SlotLimit.Signs.values());
        model.addAttribute("postback", site.of(network.postbackPath()));
        return "offers/network";
    }

    private static String words(SubIdFill fill) {
        return switch (fill) {
            case SubIdFill.ClickId() -> "the click id";
            case SubIdFill.Fixed(String text) -> "always “" + text + "”";
            case SubIdFill.FromTag(SubIdFill.Tag tag) -> tag.name().toLowerCase(Locale.ROOT) + " tag";
            case SubIdFill.LinkCode() -> "short code of the link";
            case SubIdFill.FromPage() -> "name of the page they leave";
            case SubIdFill.Nothing() -> "nothing";
        };
    }

    private Network network(Member member, NetworkId id) {
        return offers.network(member.workspace(), id).orElseThrow(NotFound::new);
    }
}
