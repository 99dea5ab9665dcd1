package dev.wilyferret.app.rotations;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.rotation.Behind;
import java.nio.charset.StandardCharsets;
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
import org.springframework.web.util.UriUtils;

/** The form that begins a rotation, and the ways to one that is there. */
@Controller
@RequestMapping("/promotions/{promotion}")
class RotationBegin {

    private final RotationDesk desk;
    private final Rotations rotations;

    RotationBegin(RotationDesk desk, Rotations rotations) {
        this.desk = desk;
        this.rotations = rotations;
    }

    /** As links have it since before there were others. */
    @GetMapping("/links/{link}/rotation")
    String ofLink(
            @AuthenticationPrincipal Member member, @PathVariable PromotionId promotion, @PathVariable LinkId link) {
        return way(member, promotion, new Behind.OfLink(link));
    }

    @GetMapping("/rotations/of/{variant}")
    String ofVariant(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @PathVariable VariantId variant) {
        return rotations
                .with(member.workspace(), variant)
                .map(rotating -> "redirect:" + rotating.address())
                .orElseThrow(NotFound::new);
    }

    private String way(Member member, PromotionId promotion, Behind behind) {
        return "redirect:"
                + rotations
                        .behind(member.workspace(), behind)
                        .map(Rotating::address)
                        .orElseGet(() -> "/promotions/" + promotion + "/rotations/new?behind="
                                + UriUtils.encode(behind.text(), StandardCharsets.UTF_8));
    }

    @GetMapping("/rotations/new")
    String open(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @RequestParam String behind,
            Model model) {
        Behind what = Behind.read(behind).orElseThrow(NotFound::new);
        Asked asked = desk.asked(member.workspace(), promotion, what);
        return rotations.behind(member.workspace(), what).isPresent()
                ? way(member, promotion, what)
                : show(asked, Intake.showing(Map.of("first", asked.instead())), model);
    }

    @PostMapping("/rotations/new")
    String begin(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        Intake form = Intake.of(typed);
        Behind what = Behind.read(form.value("behind")).orElseThrow(NotFound::new);
        Asked asked = desk.asked(member.workspace(), promotion, what);
        Optional<String> first = RotationDesk.first(form);
        Optional<String> name = RotationDesk.name(form);
        if (!form.keep("name", () -> desk.begin(asked, first.orElseThrow(), name.orElseThrow(), form))) {
            return show(asked, form, model);
        }
        after.addFlashAttribute(
                "said", "“%s” is in the rotation, and draws its share from now on.".formatted(name.get()));
        return way(member, promotion, what);
    }

    private static String show(Asked asked, Intake form, Model model) {
        model.addAttribute("promotion", asked.promotion());
        model.addAttribute("asked", asked);
        model.addAttribute("form", form);
        return "rotations/begin";
    }
}
