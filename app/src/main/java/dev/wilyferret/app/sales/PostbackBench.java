package dev.wilyferret.app.sales;

import dev.wilyferret.app.forms.Blank;
import dev.wilyferret.app.forms.Blank.Field;
import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.offers.Network;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.address.Query;
import dev.wilyferret.core.id.NetworkId;
import dev.wilyferret.core.money.NumberStyle;
import dev.wilyferret.core.sale.PostbackForm;
import dev.wilyferret.core.sale.PostbackPart;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
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

/** How a network writes its postbacks: noted, and tried with one of them. */
@Controller
@RequestMapping("/sales/networks/{id}")
class PostbackBench {

    private record How(PostbackForm form, Optional<NumberStyle> numbers) {

        static How of(Network network) {
            return new How(network.form(), network.numbers());
        }
    }

    private static final Blank<How> BLANK = new Blank<>();
    private static final Field<How, Map<PostbackPart, String>> NAMES =
            BLANK.text("names", how -> how.form().namesText(), PostbackForm::readNames);
    private static final Field<How, Map<String, String>> WORDS =
            BLANK.text("words", how -> how.form().wordsText(), PostbackForm::readWords);
    private static final Field<How, Boolean> WITHOUT_ORDER =
            BLANK.tick("withoutOrder", how -> how.form().withoutOrder());
    private static final Field<How, Boolean> SIGNED =
            BLANK.text("proof", how -> how.form().signed() ? "signed" : "secret", "signed"::equals);
    private static final Field<How, Optional<NumberStyle>> NUMBERS = BLANK.text(
            "numbers",
            how -> how.numbers().map(NumberStyle::name).orElse(""),
            chosen -> Arrays.stream(NumberStyle.values())
                    .filter(style -> style.name().equals(chosen))
                    .findFirst());

    private final Postbacks postbacks;
    private final Offers offers;
    private final SiteAddress site;

    PostbackBench(Postbacks postbacks, Offers offers, SiteAddress site) {
        this.postbacks = postbacks;
        this.offers = offers;
        this.site = site;
    }

    @GetMapping
    String open(@AuthenticationPrincipal Member member, @PathVariable NetworkId id, Model model) {
        Network network = network(member, id);
        return show(network, BLANK.shown(How.of(network)), model);
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
        Optional<How> how = BLANK.read(
                form,
                read -> new How(
                        new PostbackForm(read.of(NAMES), read.of(WORDS), read.of(WITHOUT_ORDER), read.of(SIGNED)),
                        read.of(NUMBERS)));
        if (how.isEmpty()) {
            return show(network, form, model);
        }
        long recorded = postbacks.reports(
                member.workspace(), id, how.get().form(), how.get().numbers());
        after.addFlashAttribute(
                "said",
                recorded == 0
                        ? "Kept. Its postbacks are read so from now on."
                        : "Kept, and what became nothing before was read again: %d %s recorded."
                                .formatted(recorded, recorded == 1 ? "sale is" : "sales are"));
        return "redirect:/sales/networks/" + id;
    }

    /** What would become of a postback, were it to come now. */
    @PostMapping("/try")
    String attempt(
            @AuthenticationPrincipal Member member,
            @PathVariable NetworkId id,
            @RequestParam(defaultValue = "") String sent,
            Model model) {
        Network network = network(member, id);
        String text = sent.strip();
        String query = text.substring(text.indexOf('?') + 1);
        Map<String, String> parameters = Query.byName(query);
        model.addAttribute("sent", sent);
        if (parameters.isEmpty()) {
            model.addAttribute("trouble", "Paste a postback's address, or what stands behind its question mark.");
            return show(network, BLANK.shown(How.of(network)), model);
        }
        Postback tried = postbacks.tried(network, query);
        Map<String, String> read = new LinkedHashMap<>();
        tried.arrived().said().forEach((part, said) -> read.put(part.words(), said));
        List<String> known =
                Arrays.stream(PostbackPart.values()).map(network.form()::name).toList();
        model.addAttribute("tried", tried);
        model.addAttribute("read", read);
        model.addAttribute(
                "unread",
                parameters.keySet().stream()
                        .filter(name -> !known.contains(name) && !name.equals("secret") && !name.equals("signature"))
                        .collect(Collectors.joining(", ")));
        return show(network, BLANK.shown(How.of(network)), model);
    }

    private String show(Network network, Intake form, Model model) {
        model.addAttribute("network", network);
        model.addAttribute("form", form);
        model.addAttribute("parts", PostbackPart.values());
        model.addAttribute("postback", site.of(network.postbackPath()));
        return "sales/network";
    }

    private Network network(Member member, NetworkId id) {
        return offers.network(member.workspace(), id).orElseThrow(NotFound::new);
    }
}
