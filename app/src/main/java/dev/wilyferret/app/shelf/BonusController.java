package dev.wilyferret.app.shelf;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.people.MailList;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.id.BonusId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.HashMap;
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
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The bonuses on the shelf: listed, written, and how often each was fetched. */
@Controller
class BonusController {

    private final Bonuses bonuses;
    private final Shelf shelf;
    private final Lists lists;

    BonusController(Bonuses bonuses, Shelf shelf, Lists lists) {
        this.bonuses = bonuses;
        this.lists = lists;
        this.shelf = shelf;
    }

    @GetMapping("/shelf/bonuses")
    String list(@AuthenticationPrincipal Member member, Model model) {
        model.addAttribute("bonuses", bonuses.of(member.workspace()));
        model.addAttribute("fetched", bonuses.fetched(member.workspace()));
        model.addAttribute("never", Bonuses.Fetched.NEVER);
        return "shelf/bonuses";
    }

    @GetMapping("/shelf/bonuses/new")
    String blank(@AuthenticationPrincipal Member member, Model model) {
        return show(member, Optional.empty(), Intake.showing(Map.of()), model);
    }

    @GetMapping("/shelf/bonuses/{id}")
    String open(@AuthenticationPrincipal Member member, @PathVariable BonusId id, Model model) {
        Bonus bonus = bonuses.find(member.workspace(), id).orElseThrow(NotFound::new);
        Map<String, String> values = new HashMap<>();
        values.put("name", bonus.name());
        values.put("about", bonus.about());
        values.put("picture", bonus.picture());
        values.put("worth", bonus.worth());
        values.put("file", bonus.file());
        values.put("link", bonus.link());
        values.put("terms", bonus.terms());
        Intake form = Intake.showing(values);
        form.put("list", bonus.lists().stream().map(ListId::toString).toList());
        return show(member, Optional.of(id), form, model);
    }

    private String show(Member member, Optional<BonusId> id, Intake form, Model model) {
        List<MediaFile> files = shelf.of(member.workspace());
        model.addAttribute("id", id.orElse(null));
        model.addAttribute("lists", lists.of(member.workspace()));
        model.addAttribute("form", form);
        model.addAttribute("pictures", files.stream().filter(MediaFile::picture).toList());
        model.addAttribute("files", files);
        return "shelf/bonus";
    }

    @PostMapping({"/shelf/bonuses", "/shelf/bonuses/{id}"})
    String keep(
            @AuthenticationPrincipal Member member,
            @PathVariable Optional<BonusId> id,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        id.ifPresent(known -> bonuses.find(member.workspace(), known).orElseThrow(NotFound::new));
        Intake form = Intake.of(typed);
        form.take("name", text -> PlainText.line("name of the bonus", text, 120));
        form.take("about", text -> PlainText.optionalLine("description of the bonus", text, 300));
        form.take("worth", Bonus::worth);
        form.take("terms", text -> PlainText.lines("terms", text, 2000));
        form.take("link", Bonus::link);
        form.take("file", name -> {
            if (!name.isEmpty() && !form.value("link").isBlank()) {
                throw new Refusal("Choose one: a file of the shelf, or a link.");
            }
            return known(member, name);
        });
        if (!form.clean()) {
            return show(member, id, form, model);
        }
        bonuses.keep(
                member.workspace(),
                new Bonus(
                        id.orElseGet(bonuses::newId),
                        form.value("name"),
                        form.value("about"),
                        known(member, form.value("picture")),
                        form.value("worth"),
                        known(member, form.value("file")),
                        form.value("link"),
                        form.value("terms"),
                        lists.of(member.workspace()).stream()
                                .map(MailList::id)
                                .filter(list -> form.chosen("list", list.toString()))
                                .collect(Collectors.toSet())));
        after.addFlashAttribute("said", "Kept. Bonus lists on pages can take it from the shelf.");
        return "redirect:/shelf/bonuses";
    }

    private String known(Member member, String file) {
        return shelf.find(member.workspace(), file).map(MediaFile::name).orElse("");
    }
}
