package dev.wilyferret.app.pages;

import dev.wilyferret.app.media.MediaFile;
import dev.wilyferret.app.media.PictureSample;
import dev.wilyferret.app.media.Shelf;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.color.PictureColours;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.Blocks;
import dev.wilyferret.core.page.HeadlineIdeas;
import dev.wilyferret.core.page.MessageMatch;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import java.util.UUID;
import java.util.random.RandomGenerator;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** What helps at the page bench: colours of the offer, headline ideas, the ad's words, files, export. */
@Controller
@RequestMapping("/promotions/{promotion}/pages/{id}")
class PageTools {

    private final BenchDesk desk;
    private final PageEdits edits;
    private final Pages pages;
    private final Shelf shelf;
    private final PageExport export;
    private final RandomGenerator random;

    PageTools(BenchDesk desk, PageEdits edits, Pages pages, Shelf shelf, PageExport export, RandomGenerator random) {
        this.desk = desk;
        this.edits = edits;
        this.pages = pages;
        this.shelf = shelf;
        this.export = export;
        this.random = random;
    }

    /** Palettes taken from a picture of the offer's page. */
    @PostMapping("/match")
    String match(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            @RequestParam MultipartFile file,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean partly,
            Model model)
            throws IOException {
        Page page = desk.page(member, promotion, id);
        try {
            model.addAttribute("palettes", PictureColours.palettes(PictureSample.pixels(file.getInputStream())));
        } catch (Refusal refusal) {
            model.addAttribute("matchRefused", refusal.getMessage());
        }
        return tools(member, page, partly, "proposals", model);
    }

    @PostMapping("/ideas")
    String ideas(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            @RequestParam String wish,
            @RequestParam String fear,
            @RequestParam String thing,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean partly,
            Model model) {
        Page page = desk.page(member, promotion, id);
        try {
            model.addAttribute("ideas", HeadlineIdeas.from(wish, fear, thing));
        } catch (Refusal refusal) {
            model.addAttribute("ideasRefused", refusal.getMessage());
        }
        return tools(member, page, partly, "ideas", model);
    }

    @PostMapping("/ad")
    String ad(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            @RequestParam String ad,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean partly,
            Model model) {
        Page page = desk.page(member, promotion, id);
        String words = ad.length() > 2000 ? ad.substring(0, 2000) : ad;
        if (!words.isBlank()) {
            model.addAttribute("carried", MessageMatch.of(words, ((ContentPage) page.draft()).blocks()));
        }
        return tools(member, page, partly, "carried", model);
    }

    private String tools(Member member, Page page, boolean partly, String fragment, Model model) {
        model.addAttribute("page", page);
        if (partly) {
            return "pages/tools :: " + fragment;
        }
        desk.show(member, desk.promotion(member, page.promotion()), page, model);
        edits.open(page, model);
        return "pages/bench";
    }

    /** Puts a headline in the page's first one, or adds one at the top. */
    @PostMapping("/headline")
    String headline(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            @RequestParam int revision,
            @RequestParam String text,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean partly,
            Model model,
            HttpServletResponse response) {
        Page page = desk.page(member, promotion, id);
        Block.Headline headline = new Block.Headline(PlainText.line("headline", text, 200));
        boolean kept = pages.edit(
                page.workspace(), id, revision, "idea", draft -> draft.blocks(blocks -> placed(blocks, headline)));
        return edits.answer(page, kept, partly, true, model, response);
    }

    private Blocks placed(Blocks blocks, Block.Headline headline) {
        Optional<Placed> first = blocks.all()
                .filter(placed -> placed.block() instanceof Block.Headline)
                .findFirst();
        return first.map(old -> blocks.changed(old.id(), placed -> placed.with(headline)))
                .orElseGet(() -> blocks.after(
                        Optional.empty(), Placed.of(BlockId.random(random).text(), headline)));
    }

    /** Puts a file on the shelf and in a block's place for one. */
    @PostMapping("/blocks/{block}/file")
    String file(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            @PathVariable BlockId block,
            @RequestParam int revision,
            @RequestParam String field,
            @RequestParam MultipartFile file,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean partly,
            Model model,
            HttpServletResponse response)
            throws IOException {
        Page page = desk.page(member, promotion, id);
        try {
            MediaFile put = shelf.put(
                    member.workspace(),
                    Optional.ofNullable(file.getOriginalFilename()).orElse(""),
                    file.getInputStream());
            fits(page, block, field, put);
            boolean kept = pages.edit(
                    page.workspace(),
                    id,
                    revision,
                    "file",
                    draft -> draft.blocks(blocks -> blocks.changed(
                            block,
                            placed -> placed.with(placed.block().showing(field, put.name(), put.description())))));
            model.addAttribute("focus", block.text());
            return edits.answer(page, kept, partly, true, model, response);
        } catch (Refusal refusal) {
            model.addAttribute("addRefused", refusal.getMessage());
            desk.show(member, desk.promotion(member, promotion), page, model);
            return edits.notKept(page, partly, model);
        }
    }

    /** @throws Refusal if the block's place takes another kind of file */
    private static void fits(Page page, BlockId block, String field, MediaFile file) {
        boolean wantsVideo = !field.equals("still")
                && ((ContentPage) page.draft())
                        .blocks()
                        .find(block)
                        .filter(placed -> placed.block() instanceof Block.Video)
                        .isPresent();
        if (wantsVideo ? !file.video() : !file.picture()) {
            throw new Refusal("That file is %s, and this place takes a %s. It is on the shelf now; choose another here."
                    .formatted(file.contentType(), wantsVideo ? "video" : "picture"));
        }
    }

    @GetMapping("/compare")
    String compare(
            @AuthenticationPrincipal Member member, @PathVariable UUID promotion, @PathVariable UUID id, Model model) {
        Page page = desk.page(member, promotion, id);
        desk.show(member, desk.promotion(member, promotion), page, model);
        return "pages/compare";
    }

    /** The draft as a ZIP of plain files. */
    @GetMapping("/export")
    void export(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            HttpServletResponse response)
            throws IOException {
        Page page = desk.page(member, promotion, id);
        response.setContentType("application/zip");
        response.setHeader("Content-Disposition", "attachment; filename=\"" + page.slug() + ".zip\"");
        export.write(page, response.getOutputStream());
    }
}
