package dev.wilyferret.app.elsewhere;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.link.Elsewhere;
import dev.wilyferret.core.text.PlainText;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
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

/** Listing, keeping and changing addresses elsewhere. */
@Controller
@RequestMapping("/links/elsewhere")
class ElsewhereBench {

    private final Places places;

    ElsewhereBench(Places places) {
        this.places = places;
    }

    @GetMapping
    String list(@AuthenticationPrincipal Member member, Model model) {
        return show(member, Optional.empty(), Intake.showing(Map.of()), model);
    }

    @GetMapping("/{id}")
    String open(@AuthenticationPrincipal Member member, @PathVariable ElsewhereId id, Model model) {
        Place place = place(member, id);
        Intake form = Intake.showing(Map.of(
                "name", place.name(), "address", place.elsewhere().address().toString()));
        return show(member, Optional.of(place), form, model);
    }

    @PostMapping
    String add(
            @AuthenticationPrincipal Member member,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        return kept(
                member, Optional.empty(), Intake.of(typed), one -> places.add(member.workspace(), one), model, after);
    }

    @PostMapping("/{id}")
    String change(
            @AuthenticationPrincipal Member member,
            @PathVariable ElsewhereId id,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        Place place = place(member, id);
        return kept(
                member,
                Optional.of(place),
                Intake.of(typed),
                one -> places.change(member.workspace(), id, one),
                model,
                after);
    }

    private String kept(
            Member member,
            Optional<Place> before,
            Intake form,
            Consumer<Elsewhere> keep,
            Model model,
            RedirectAttributes after) {
        Optional<String> name = form.take("name", text -> PlainText.line("name", text, 120));
        Optional<Elsewhere> read = form.take("address", text -> {
            UriTemplate address = places.read(text);
            return new Elsewhere(name.orElse("unnamed"), address);
        });
        if (!form.keep("name", () -> keep.accept(read.orElseThrow()))) {
            return show(member, before, form, model);
        }
        after.addFlashAttribute("said", "Kept. Links and pages can lead there now.");
        return "redirect:/links/elsewhere";
    }

    private String show(Member member, Optional<Place> place, Intake form, Model model) {
        model.addAttribute("place", place.orElse(null));
        model.addAttribute("form", form);
        model.addAttribute("places", places.of(member.workspace()));
        return "elsewhere/list";
    }

    private Place place(Member member, ElsewhereId id) {
        return places.find(member.workspace(), id).orElseThrow(NotFound::new);
    }
}
