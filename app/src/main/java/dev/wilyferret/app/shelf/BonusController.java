package dev.wilyferret.app.shelf;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.id.BonusId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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
        return show(member, Optional.of(id), blank(member).shown(bonus), model);
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
        Optional<Bonus> bonus = blank(member).read(form, id.orElseGet(bonuses::newId));
        if (bonus.isEmpty()) {
            return show(member, id, form, model);
        }
        bonuses.keep(member.workspace(), bonus.get());
        after.addFlashAttribute("said", "Kept. Bonus lists on pages can take it from the shelf.");
        return "redirect:/shelf/bonuses";
    }

    private BonusForm blank(Member member) {
        return new BonusForm(shelf.of(member.workspace()), lists.of(member.workspace()));
    }
}
