package dev.wilyferret.app.shelf;

import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.text.Refusal;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The shelf: pictures, videos and files, what they show, and the pages that use them. */
@Controller
class ShelfController {

    private final Shelf shelf;
    private final PagesShowing pages;
    private final Workspaces workspaces;

    ShelfController(Shelf shelf, PagesShowing pages, Workspaces workspaces) {
        this.shelf = shelf;
        this.pages = pages;
        this.workspaces = workspaces;
    }

    /** A file with the pages it stands on, as draft or in public. */
    public record Shelved(MediaFile file, List<PagesShowing.Showing> usedOn) {}

    @GetMapping("/shelf")
    String list(@AuthenticationPrincipal Member member, Model model) {
        Map<String, List<PagesShowing.Showing>> showing = pages.of(member.workspace());
        model.addAttribute("limits", shelf.limits(workspaces.get(member.workspace())));
        model.addAttribute(
                "files",
                shelf.of(member.workspace()).stream()
                        .map(file -> new Shelved(file, showing.getOrDefault(file.name(), List.of())))
                        .toList());
        return "shelf/files";
    }

    @PostMapping("/shelf")
    String put(@AuthenticationPrincipal Member member, @RequestParam MultipartFile file, RedirectAttributes after)
            throws IOException {
        try {
            shelf.put(
                    member.workspace(),
                    Optional.ofNullable(file.getOriginalFilename()).orElse(""),
                    file.getInputStream());
            after.addFlashAttribute("said", "It is on the shelf.");
        } catch (Refusal refusal) {
            after.addFlashAttribute("refused", refusal.getMessage());
        }
        return "redirect:/shelf";
    }

    @PostMapping("/shelf/{name}")
    String describe(
            @AuthenticationPrincipal Member member,
            @PathVariable String name,
            @RequestParam String description,
            RedirectAttributes after) {
        try {
            shelf.describe(member.workspace(), name, description);
            after.addFlashAttribute("said", "Kept. Blocks that show the file from now on begin with these words.");
        } catch (Refusal refusal) {
            after.addFlashAttribute("refused", refusal.getMessage());
        }
        return "redirect:/shelf";
    }
}
