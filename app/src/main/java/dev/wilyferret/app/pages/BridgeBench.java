package dev.wilyferret.app.pages;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.media.MediaFile;
import dev.wilyferret.app.media.Shelf;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.text.Refusal;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The bench of the bridge page: its copy sheet on one side, the page itself on the other. */
@Controller
@RequestMapping("/promotions/{promotion}/bridge")
class BridgeBench {

    private final BenchDesk desk;
    private final Pages pages;
    private final Offers offers;
    private final Shelf shelf;

    BridgeBench(BenchDesk desk, Pages pages, Offers offers, Shelf shelf) {
        this.desk = desk;
        this.pages = pages;
        this.offers = offers;
        this.shelf = shelf;
    }

    @GetMapping
    String open(@AuthenticationPrincipal Member member, @PathVariable UUID promotion, Model model) {
        Promotion opened = desk.promotion(member, promotion);
        Optional<Page> page = pages.first(member.workspace(), promotion, PageKind.BRIDGE);
        if (page.isEmpty()) {
            model.addAttribute("promotion", opened);
            model.addAttribute("missing", PageKind.BRIDGE);
            return "pages/missing";
        }
        return show(
                member,
                opened,
                page.get(),
                ContentForm.shown((ContentPage) page.get().draft()),
                model);
    }

    private String show(Member member, Promotion promotion, Page page, Intake form, Model model) {
        desk.show(member, promotion, page, form, model);
        model.addAttribute("targets", targets(member, page));
        model.addAttribute("benefits", benefitLines(form));
        model.addAttribute(
                "media", shelf.find(member.workspace(), form.value("media")).orElse(null));
        model.addAttribute("shelf", shelf.of(member.workspace()));
        return "pages/bridge";
    }

    /** Five lines, filled as far as there is something to fill in. */
    private static List<String> benefitLines(Intake form) {
        List<String> lines = new ArrayList<>(form.values("benefit"));
        while (lines.size() < Block.MOST_BENEFITS) {
            lines.add("");
        }
        return lines;
    }

    private List<Page> targets(Member member, Page page) {
        return pages.ofPromotion(member.workspace(), page.promotion()).stream()
                .filter(other -> !other.id().equals(page.id()))
                .toList();
    }

    @PostMapping
    String make(@AuthenticationPrincipal Member member, @PathVariable UUID promotion) {
        Promotion opened = desk.promotion(member, promotion);
        if (pages.first(member.workspace(), promotion, PageKind.BRIDGE).isEmpty()) {
            pages.makeBridge(
                    member.workspace(),
                    promotion,
                    offers.find(member.workspace(), opened.offer())
                            .orElseThrow()
                            .name());
        }
        return "redirect:/promotions/" + promotion + "/bridge";
    }

    @PostMapping("/{id}")
    String keep(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            @RequestParam MultiValueMap<String, String> typed,
            @RequestParam int revision,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean partly,
            Model model,
            HttpServletResponse response) {
        Page page = desk.page(member, promotion, id);
        Intake form = Intake.of(typed);
        Set<UUID> targets =
                targets(member, page).stream().map(Page::id).collect(Collectors.toCollection(LinkedHashSet::new));
        Set<String> names =
                shelf.of(member.workspace()).stream().map(MediaFile::name).collect(Collectors.toSet());
        Optional<ContentPage> document = ContentForm.read(form, targets, desk.pixelIds(member), names);
        boolean kept = document.isPresent() && pages.keepDraft(member.workspace(), id, revision, document.get());
        if (!partly) {
            return kept
                    ? "redirect:/promotions/" + promotion + "/bridge"
                    : show(member, desk.promotion(member, promotion), page, form, model);
        }
        model.addAttribute("form", form);
        model.addAttribute("fields", ContentForm.FIELDS);
        String view = desk.kept(member, page, kept, model, response);
        model.addAttribute("conflict", document.isPresent() && !kept);
        return view;
    }

    @PostMapping("/{id}/media")
    String putMedia(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            @RequestParam MultipartFile file,
            RedirectAttributes after)
            throws IOException {
        Page page = desk.page(member, promotion, id);
        try {
            String name = Optional.ofNullable(file.getOriginalFilename()).orElse("");
            MediaFile put = shelf.put(member.workspace(), name, file.getInputStream());
            place(page, put.name());
            after.addFlashAttribute("said", "It is on the page. Say in a few words what it shows.");
        } catch (Refusal refusal) {
            after.addFlashAttribute("mediaRefused", refusal.getMessage());
        }
        return "redirect:/promotions/" + promotion + "/bridge";
    }

    @PostMapping("/{id}/media/none")
    String dropMedia(@AuthenticationPrincipal Member member, @PathVariable UUID promotion, @PathVariable UUID id) {
        place(desk.page(member, promotion, id), "");
        return "redirect:/promotions/" + promotion + "/bridge";
    }

    /** Puts a file of the shelf in the page's place for one; the empty name clears the place. */
    private void place(Page page, String name) {
        ContentPage old = (ContentPage) page.draft();
        List<Block> blocks = new ArrayList<>(old.blocks().stream()
                .filter(block -> !(block instanceof Block.Media))
                .toList());
        if (!name.isEmpty()) {
            String description = old.first(Block.Media.class)
                    .filter(media -> media.media().equals(name))
                    .map(Block.Media::description)
                    .orElse("");
            blocks.add(Math.min(2, blocks.size()), new Block.Media(name, description));
        }
        pages.keepDraft(
                page.workspace(), page.id(), page.revision(), new ContentPage(old.title(), blocks, old.pixels()));
    }

    @PostMapping("/{id}/publish")
    String publish(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            RedirectAttributes after) {
        desk.publish(desk.page(member, promotion, id), after);
        return "redirect:/promotions/" + promotion + "/bridge";
    }

    @PostMapping("/{id}/name")
    String rename(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            @RequestParam MultiValueMap<String, String> typed,
            RedirectAttributes after) {
        desk.rename(desk.page(member, promotion, id), Intake.of(typed), after);
        return "redirect:/promotions/" + promotion + "/bridge";
    }
}
