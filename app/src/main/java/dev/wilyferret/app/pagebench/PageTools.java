package dev.wilyferret.app.pagebench;

import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.publicpage.PageExport;
import dev.wilyferret.app.shelf.MediaFile;
import dev.wilyferret.app.shelf.Shelf;
import dev.wilyferret.core.color.PictureColours;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.Blocks;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.wording.HeadlineIdeas;
import dev.wilyferret.core.wording.MessageMatch;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import java.util.random.RandomGenerator;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** What helps at the page bench: colours of the offer, headline ideas, the ad's words, files, export. */
@Controller
@RequestMapping("/promotions/{promotion}/pages/{id}")
class PageTools {

    private final BenchDesk desk;
    private final PageEdits edits;
    private final Shelf shelf;
    private final PageExport export;
    private final RandomGenerator random;

    PageTools(BenchDesk desk, PageEdits edits, Shelf shelf, PageExport export, RandomGenerator random) {
        this.desk = desk;
        this.edits = edits;
        this.shelf = shelf;
        this.export = export;
        this.random = random;
    }

    /** Palettes taken from a picture of the offer's page. */
    @PostMapping("/match")
    String match(BenchRequest asked, @RequestParam MultipartFile file, Model model) throws IOException {
        try {
            model.addAttribute("palettes", PictureColours.palettes(shelf.sample(file.getInputStream())));
        } catch (Refusal refusal) {
            model.addAttribute("matchRefused", refusal.getMessage());
        }
        return tools(asked, "proposals", model);
    }

    @PostMapping("/ideas")
    String ideas(
            BenchRequest asked,
            @RequestParam String wish,
            @RequestParam String fear,
            @RequestParam String thing,
            Model model) {
        try {
            model.addAttribute("ideas", HeadlineIdeas.from(wish, fear, thing));
        } catch (Refusal refusal) {
            model.addAttribute("ideasRefused", refusal.getMessage());
        }
        return tools(asked, "ideas", model);
    }

    @PostMapping("/ad")
    String ad(BenchRequest asked, @RequestParam String ad, Model model) {
        try {
            if (!ad.isBlank()) {
                ContentPage page = (ContentPage) asked.page().draft();
                model.addAttribute(
                        "carried",
                        MessageMatch.of(ad, page.blocks(), page.settings().language()));
            }
        } catch (Refusal refusal) {
            model.addAttribute("adRefused", refusal.getMessage());
        }
        return tools(asked, "carried", model);
    }

    private String tools(BenchRequest asked, String fragment, Model model) {
        model.addAttribute("page", asked.page());
        if (asked.partly()) {
            return "pages/tools :: " + fragment;
        }
        desk.show(asked.member(), asked.promotion(), asked.page(), model);
        edits.open(asked.page(), model);
        return "pages/bench";
    }

    /** Puts a headline in the page's first one, or adds one at the top. */
    @PostMapping("/headline")
    String headline(BenchRequest asked, @RequestParam String text, Model model) {
        try {
            Block.Headline headline = new Block.Headline(PlainText.line("headline", text, 200));
            return edits.answer(asked, "idea", draft -> draft.blocks(blocks -> placed(blocks, headline)), true, model);
        } catch (Refusal refusal) {
            model.addAttribute("addRefused", refusal.getMessage());
            return edits.notKept(asked, model);
        }
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
            BenchRequest asked,
            @PathVariable BlockId block,
            @RequestParam String field,
            @RequestParam MultipartFile file,
            Model model)
            throws IOException {
        try {
            MediaFile put = shelf.put(
                    asked.member().workspace(),
                    Optional.ofNullable(file.getOriginalFilename()).orElse(""),
                    file.getInputStream());
            fits(asked.page(), block, field, put);
            model.addAttribute("focus", block.text());
            return edits.answer(
                    asked,
                    "file",
                    draft -> draft.blocks(blocks -> blocks.changed(
                            block,
                            placed -> placed.with(placed.block().showing(field, put.name(), put.description())))),
                    true,
                    model);
        } catch (Refusal refusal) {
            model.addAttribute("addRefused", refusal.getMessage());
            return edits.notKept(asked, model);
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
    String compare(BenchRequest asked, Model model) {
        desk.show(asked.member(), asked.promotion(), asked.page(), model);
        return "pages/compare";
    }

    /** The draft as a ZIP of plain files. */
    @GetMapping("/export")
    void export(BenchRequest asked, HttpServletResponse response) throws IOException {
        Page page = asked.page();
        response.setContentType("application/zip");
        response.setHeader("Content-Disposition", "attachment; filename=\"" + page.slug() + ".zip\"");
        export.write(page, response.getOutputStream());
    }
}
