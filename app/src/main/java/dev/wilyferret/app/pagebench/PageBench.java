package dev.wilyferret.app.pagebench;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.BlockKind;
import dev.wilyferret.core.page.Firing;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.page.Placed.Audience;
import dev.wilyferret.core.page.RichText;
import dev.wilyferret.core.pixel.PixelEvent;
import dev.wilyferret.core.readiness.Fold;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.random.RandomGenerator;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The bench of a page that is read: its copy sheet on one side, the page itself on the other. */
@Controller
@RequestMapping("/promotions/{promotion}/pages/{id}")
class PageBench {

    private final BenchDesk desk;
    private final PageEdits edits;
    private final Pages pages;
    private final RandomGenerator random;

    PageBench(BenchDesk desk, PageEdits edits, Pages pages, RandomGenerator random) {
        this.desk = desk;
        this.edits = edits;
        this.pages = pages;
        this.random = random;
    }

    @GetMapping
    String open(BenchRequest asked, @RequestParam(defaultValue = "") String after, Model model) {
        Page page = asked.page();
        desk.show(asked.member(), asked.promotion(), page, model);
        edits.open(page, model);
        model.addAttribute("addAfter", after);
        return "pages/bench";
    }

    /** Keeps what is typed in a block's lines. */
    @PostMapping("/blocks/{block}")
    String write(
            BenchRequest asked,
            @PathVariable String block,
            @RequestParam MultiValueMap<String, String> typed,
            Model model) {
        Page page = asked.page();
        Placed placed = placed(page, block);
        Intake form = Intake.of(typed);
        SheetChoices choices = edits.choices(page);
        Optional<Block> read = SheetLines.read(placed.block(), form, choices);
        model.addAttribute("written", placed);
        model.addAttribute("form", form);
        model.addAttribute(
                "writtenFields",
                SheetLines.of(placed.block(), choices).stream()
                        .map(SheetField::name)
                        .toList());
        if (read.isEmpty()) {
            return edits.notKept(asked, model);
        }
        return edits.answer(
                asked,
                "block " + block,
                draft -> draft.blocks(blocks -> blocks.changed(placed.id(), one -> one.with(read.get()))),
                filledAnew(placed.block(), read.get()),
                model);
    }

    /** Whether the lines now say something else than what was typed: another bonus of the shelf fills them. */
    private static boolean filledAnew(Block old, Block now) {
        return old instanceof Block.Bonus was
                && now instanceof Block.Bonus is
                && is.from().isPresent()
                && !is.from().equals(was.from());
    }

    private static Placed placed(Page page, String block) {
        if (!block.matches("[a-z0-9]{1,24}")) {
            throw new NotFound();
        }
        return ((ContentPage) page.draft()).blocks().find(new BlockId(block)).orElseThrow(NotFound::new);
    }

    /**
     * Adds a block: of the kind whose name is typed, else a text with what is typed.
     *
     * @param after the block it follows; empty for the end
     * @param inside the block it goes into; empty for the page itself
     */
    @PostMapping("/add")
    String add(
            BenchRequest asked,
            @RequestParam String what,
            @RequestParam(defaultValue = "") String after,
            @RequestParam(defaultValue = "") String inside,
            Model model) {
        try {
            Block block = typed(what);
            Placed added = new Placed(BlockId.random(random), block, false, Audience.EVERYONE, List.of());
            model.addAttribute("focus", added.id().text());
            return edits.answer(
                    asked,
                    "add " + added.id(),
                    draft -> draft.blocks(blocks -> inside.isEmpty()
                            ? blocks.after(place(blocks.top(), after), added)
                            : blocks.inside(new BlockId(inside), added)),
                    true,
                    model);
        } catch (Refusal refusal) {
            model.addAttribute("addRefused", refusal.getMessage());
            model.addAttribute("addTyped", what);
            return edits.notKept(asked, model);
        }
    }

    private static Block typed(String what) {
        String words = what.strip();
        String lower = words.toLowerCase(Locale.ROOT);
        return List.of(BlockKind.values()).stream()
                .filter(kind -> kind.key().equals(lower)
                        || kind.words().toLowerCase(Locale.ROOT).equals(lower))
                .findFirst()
                .map(BlockKind::empty)
                .orElseGet(() -> new Block.Text(new RichText(PlainText.lines("text", words, 8000))));
    }

    private static Optional<BlockId> place(List<Placed> top, String after) {
        return after.isEmpty()
                ? top.isEmpty() ? Optional.empty() : Optional.of(top.getLast().id())
                : Optional.of(new BlockId(after));
    }

    /** Moves, copies, hides or drops a block, or says who sees it. */
    @PostMapping("/blocks/{block}/{act}")
    String act(
            BenchRequest asked,
            @PathVariable String block,
            @PathVariable String act,
            @RequestParam(defaultValue = "0") int by,
            @RequestParam(defaultValue = "EVERYONE") Audience audience,
            Model model) {
        Placed placed = placed(asked.page(), block);
        BlockId at = placed.id();
        model.addAttribute("focus", block);
        return edits.answer(
                asked,
                act + " " + block + " " + by,
                draft -> draft.blocks(blocks -> switch (act) {
                    case "move" -> blocks.moved(at, Math.clamp(by, -200, 200));
                    case "duplicate" -> blocks.duplicated(at, () -> BlockId.random(random));
                    case "hide" -> blocks.changed(at, one -> one.with(true, one.audience()));
                    case "show" -> blocks.changed(at, one -> one.with(false, one.audience()));
                    case "audience" -> blocks.changed(at, one -> one.with(one.hidden(), audience));
                    case "drop" -> blocks.without(at);
                    default -> throw new NotFound();
                }),
                true,
                model);
    }

    @PostMapping("/settings")
    String settings(BenchRequest asked, @RequestParam MultiValueMap<String, String> typed, Model model) {
        Intake form = Intake.of(typed);
        var read = SettingsForm.read((ContentPage) asked.page().draft(), form, edits.choices(asked.page()));
        List<Firing> pixels = desk.pixels(asked.member(), form, PixelEvent.PAGE_VIEW);
        model.addAttribute("settingsForm", form);
        if (read.isEmpty() || !form.clean()) {
            return edits.notKept(asked, model);
        }
        return edits.answer(asked, "settings", draft -> draft.with(read.get()).firing(pixels), false, model);
    }

    @PostMapping("/look")
    String look(
            BenchRequest asked,
            @RequestParam MultiValueMap<String, String> typed,
            @RequestParam(defaultValue = "false") boolean correct,
            Model model) {
        Intake form = Intake.of(typed);
        var read = LookForm.read(form, ((ContentPage) asked.page().draft()).look());
        model.addAttribute("lookForm", form);
        if (read.isEmpty()) {
            return edits.notKept(asked, model);
        }
        return edits.answer(
                asked,
                "look",
                draft -> draft.with(
                        correct ? read.get().with(read.get().palette().corrected()) : read.get()),
                true,
                model);
    }

    @PostMapping("/undo")
    String undo(BenchRequest asked, Model model) {
        Page page = asked.page();
        pages.undo(page.workspace(), page.id());
        return edits.answer(asked, true, true, model);
    }

    @PostMapping("/redo")
    String redo(BenchRequest asked, Model model) {
        Page page = asked.page();
        pages.redo(page.workspace(), page.id());
        return edits.answer(asked, true, true, model);
    }

    /** What the live page measured of itself, at one of the two screens; answers what it means. */
    @PostMapping("/measured")
    String measured(BenchRequest asked, @RequestParam MultiValueMap<String, String> typed, Model model) {
        Page page = asked.page();
        List<Fold> folds = List.of(Fold.Screen.values()).stream()
                .map(screen -> new Fold(screen, bottoms(typed.getOrDefault(screen.name(), List.of()))))
                .toList();
        pages.measured(page, asked.revision(), folds);
        edits.show(page, model);
        return "pages/bench :: judged";
    }

    /** @param facts each {@code block:bottom} */
    private static Map<BlockId, Integer> bottoms(List<String> facts) {
        Map<BlockId, Integer> bottoms = new HashMap<>();
        facts.stream()
                .filter(fact -> fact.matches("[a-z0-9]{1,24}:\\d{1,6}"))
                .map(fact -> fact.split(":"))
                .forEach(parts -> bottoms.put(new BlockId(parts[0]), Integer.parseInt(parts[1])));
        return bottoms;
    }

    @PostMapping("/publish")
    String publish(BenchRequest asked, RedirectAttributes after) {
        desk.publish(asked.page(), after);
        return asked.toBench();
    }

    @PostMapping("/name")
    String rename(BenchRequest asked, @RequestParam MultiValueMap<String, String> typed, RedirectAttributes after) {
        desk.rename(asked.page(), Intake.of(typed), after);
        return asked.toBench();
    }

    /** The same page for another promotion's offer. */
    @PostMapping("/copy")
    String copy(BenchRequest asked, @RequestParam PromotionId to, RedirectAttributes after) {
        Page copy =
                pages.copyTo(asked.page(), desk.promotion(asked.member(), to).id());
        after.addFlashAttribute(
                "said", "Here it is, for this promotion's offer. Swap the palette under Match the offer's colours.");
        return BenchRequest.toBench(copy);
    }

    @PostMapping("/versions/{version}")
    String bringBack(BenchRequest asked, @PathVariable int version, RedirectAttributes after) {
        Page page = asked.page();
        pages.bringBack(page.workspace(), page.id(), version);
        after.addFlashAttribute("said", "Version %d is the draft again. Publish it, or undo.".formatted(version));
        return asked.toBench();
    }
}
