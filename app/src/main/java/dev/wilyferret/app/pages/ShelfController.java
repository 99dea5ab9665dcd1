package dev.wilyferret.app.pages;

import dev.wilyferret.app.media.MediaFile;
import dev.wilyferret.app.media.Shelf;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.text.Refusal;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
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
    private final Pages pages;
    private final Workspaces workspaces;

    ShelfController(Shelf shelf, Pages pages, Workspaces workspaces) {
        this.shelf = shelf;
        this.pages = pages;
        this.workspaces = workspaces;
    }

    /** A file with the pages it stands on, as draft or in public. */
    public record Shelved(MediaFile file, List<Page> usedOn) {}

    @GetMapping("/shelf")
    String list(@AuthenticationPrincipal Member member, Model model) {
        List<Page> all = pages.of(member.workspace());
        model.addAttribute("limits", shelf.limits(workspaces.get(member.workspace())));
        model.addAttribute(
                "files",
                shelf.of(member.workspace()).stream()
                        .map(file -> new Shelved(
                                file,
                                all.stream()
                                        .filter(page -> uses(page, file.name()))
                                        .toList()))
                        .toList());
        return "pages/shelf";
    }

    private static boolean uses(Page page, String name) {
        return Stream.concat(Stream.of(page.draft()), page.published().stream())
                .flatMap(ShelfController::files)
                .anyMatch(name::equals);
    }

    private static Stream<String> files(PageDocument document) {
        return document instanceof ContentPage page
                ? Stream.concat(
                        Stream.of(
                                page.settings().sharePicture(), page.settings().icon()),
                        page.blocks().all().flatMap(placed -> placed.block().files().stream()))
                : Stream.empty();
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
