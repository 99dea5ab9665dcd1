package dev.wilyferret.app.pages;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.design.StartingDesign;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.BlockKind;
import dev.wilyferret.core.page.Fold;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.page.Placed.Audience;
import dev.wilyferret.core.page.RichText;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import jakarta.servlet.http.HttpServletResponse;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.random.RandomGenerator;
import org.springframework.http.HttpStatus;
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
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The bench of a page that is read: its copy sheet on one side, the page itself on the other. */
@Controller
@RequestMapping("/promotions/{promotion}/pages")
class PageBench {

    private final BenchDesk desk;
    private final PageEdits edits;
    private final Pages pages;
    private final ClickBook clicks;
    private final Installation installation;
    private final RandomGenerator random;

    PageBench(
            BenchDesk desk,
            PageEdits edits,
            Pages pages,
            ClickBook clicks,
            Installation installation,
            RandomGenerator random) {
        this.desk = desk;
        this.edits = edits;
        this.pages = pages;
        this.clicks = clicks;
        this.installation = installation;
        this.random = random;
    }

    /** The pages of the promotion, and the starting designs for another one. */
    @GetMapping
    String choose(@AuthenticationPrincipal Member member, @PathVariable UUID promotion, Model model) {
        model.addAttribute("promotion", desk.promotion(member, promotion));
        model.addAttribute("siblings", pages.ofPromotion(member.workspace(), promotion));
        model.addAttribute(
                "designs", DesignChoice.of(pages.byDesign(member.workspace()), clicks.ledOn(member.workspace())));
        model.addAttribute("designAddress", installation.siteAddress() + "/design/");
        return "pages/choose";
    }

    @PostMapping
    String make(@AuthenticationPrincipal Member member, @PathVariable UUID promotion, @RequestParam String design) {
        desk.promotion(member, promotion);
        StartingDesign chosen =
                StartingDesign.of(design).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        return address(pages.make(member.workspace(), promotion, chosen));
    }

    /** The page visitors land on, or the designs to make it from. */
    @GetMapping("/landing")
    String landing(@AuthenticationPrincipal Member member, @PathVariable UUID promotion) {
        desk.promotion(member, promotion);
        return pages.first(member.workspace(), promotion, PageKind.CONTENT)
                .map(PageBench::address)
                .orElse("redirect:/promotions/" + promotion + "/pages");
    }

    private static String address(Page page) {
        return "redirect:/promotions/" + page.promotion() + "/pages/" + page.id();
    }

    @GetMapping("/{id}")
    String open(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            @RequestParam(defaultValue = "") String after,
            Model model) {
        Page page = content(member, promotion, id);
        desk.show(member, desk.promotion(member, promotion), page, model);
        edits.open(page, model);
        model.addAttribute("addAfter", after);
        return "pages/bench";
    }

    private Page content(Member member, UUID promotion, UUID id) {
        Page page = desk.page(member, promotion, id);
        if (page.kind() != PageKind.CONTENT) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        return page;
    }

    /** Keeps what is typed in a block's lines. */
    @PostMapping("/{id}/blocks/{block}")
    String write(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            @PathVariable String block,
            @RequestParam int revision,
            @RequestParam MultiValueMap<String, String> typed,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean partly,
            Model model,
            HttpServletResponse response) {
        Page page = content(member, promotion, id);
        Placed placed = placed(page, block);
        Intake form = Intake.of(typed);
        SheetAround around = edits.around(page);
        Optional<Block> read = SheetLines.read(placed.block(), form, around);
        model.addAttribute("written", placed);
        model.addAttribute("form", form);
        model.addAttribute(
                "writtenFields",
                SheetLines.of(placed.block(), around).stream()
                        .map(SheetField::name)
                        .toList());
        if (read.isEmpty()) {
            return notKept(member, page, partly, model);
        }
        return answer(
                page,
                revision,
                "block " + block,
                draft -> draft.blocks(blocks -> blocks.changed(placed.id(), one -> one.with(read.get()))),
                partly,
                false,
                model,
                response);
    }

    private String notKept(Member member, Page page, boolean partly, Model model) {
        if (!partly) {
            desk.show(member, desk.promotion(member, page.promotion()), page, model);
        }
        return edits.notKept(page, partly, model);
    }

    private static Placed placed(Page page, String block) {
        if (!block.matches("[a-z0-9]{1,24}")) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        return ((ContentPage) page.draft())
                .blocks()
                .find(new BlockId(block))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    /**
     * Adds a block: of the kind whose name is typed, else a text with what is typed.
     *
     * @param after the block it follows; empty for the end
     * @param inside the block it goes into; empty for the page itself
     */
    @PostMapping("/{id}/add")
    String add(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            @RequestParam int revision,
            @RequestParam String what,
            @RequestParam(defaultValue = "") String after,
            @RequestParam(defaultValue = "") String inside,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean partly,
            Model model,
            HttpServletResponse response) {
        Page page = content(member, promotion, id);
        try {
            Block block = typed(what);
            Placed added = new Placed(BlockId.random(random), block, false, Audience.EVERYONE, List.of());
            model.addAttribute("focus", added.id().text());
            return answer(
                    page,
                    revision,
                    "add " + added.id(),
                    draft -> draft.blocks(blocks -> inside.isEmpty()
                            ? blocks.after(place(blocks.top(), after), added)
                            : blocks.inside(new BlockId(inside), added)),
                    partly,
                    true,
                    model,
                    response);
        } catch (Refusal refusal) {
            model.addAttribute("addRefused", refusal.getMessage());
            model.addAttribute("addTyped", what);
            return notKept(member, page, partly, model);
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
        if (after.equals("top")) {
            return Optional.empty();
        }
        return after.isEmpty()
                ? top.isEmpty() ? Optional.empty() : Optional.of(top.getLast().id())
                : Optional.of(new BlockId(after));
    }

    /** Moves, copies, hides or drops a block, or says who sees it. */
    @PostMapping("/{id}/blocks/{block}/{act}")
    String act(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            @PathVariable String block,
            @PathVariable String act,
            @RequestParam int revision,
            @RequestParam(defaultValue = "0") int by,
            @RequestParam(defaultValue = "EVERYONE") Audience audience,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean partly,
            Model model,
            HttpServletResponse response) {
        Page page = content(member, promotion, id);
        Placed placed = placed(page, block);
        BlockId at = placed.id();
        model.addAttribute("focus", block);
        return answer(
                page,
                revision,
                act + " " + block + " " + by,
                draft -> draft.blocks(blocks -> switch (act) {
                    case "move" -> blocks.moved(at, Math.clamp(by, -200, 200));
                    case "duplicate" -> blocks.duplicated(at, () -> BlockId.random(random));
                    case "hide" -> blocks.changed(at, one -> one.with(true, one.audience()));
                    case "show" -> blocks.changed(at, one -> one.with(false, one.audience()));
                    case "audience" -> blocks.changed(at, one -> one.with(one.hidden(), audience));
                    case "drop" -> blocks.without(at);
                    default -> throw new ResponseStatusException(HttpStatus.NOT_FOUND);
                }),
                partly,
                true,
                model,
                response);
    }

    @PostMapping("/{id}/settings")
    String settings(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            @RequestParam int revision,
            @RequestParam MultiValueMap<String, String> typed,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean partly,
            Model model,
            HttpServletResponse response) {
        Page page = content(member, promotion, id);
        Intake form = Intake.of(typed);
        var read = SettingsForm.read(form, edits.around(page));
        model.addAttribute("settingsForm", form);
        if (read.isEmpty()) {
            return notKept(member, page, partly, model);
        }
        return answer(
                page,
                revision,
                "settings",
                draft -> draft.with(read.get()).firing(desk.pixels(member, form)),
                partly,
                false,
                model,
                response);
    }

    @PostMapping("/{id}/look")
    String look(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            @RequestParam int revision,
            @RequestParam MultiValueMap<String, String> typed,
            @RequestParam(defaultValue = "false") boolean correct,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean partly,
            Model model,
            HttpServletResponse response) {
        Page page = content(member, promotion, id);
        Intake form = Intake.of(typed);
        var read = LookForm.read(form, ((ContentPage) page.draft()).look());
        model.addAttribute("lookForm", form);
        if (read.isEmpty()) {
            return notKept(member, page, partly, model);
        }
        return answer(
                page,
                revision,
                "look",
                draft -> draft.with(
                        correct ? read.get().with(read.get().palette().corrected()) : read.get()),
                partly,
                true,
                model,
                response);
    }

    @PostMapping("/{id}/undo")
    String undo(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean partly,
            Model model,
            HttpServletResponse response) {
        Page page = content(member, promotion, id);
        pages.undo(page.workspace(), id);
        return edits.answer(page, true, partly, true, model, response);
    }

    @PostMapping("/{id}/redo")
    String redo(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean partly,
            Model model,
            HttpServletResponse response) {
        Page page = content(member, promotion, id);
        pages.redo(page.workspace(), id);
        return edits.answer(page, true, partly, true, model, response);
    }

    /** What the live page measured of itself, at one of the two screens; answers what it means. */
    @PostMapping("/{id}/measured")
    String measured(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            @RequestParam int revision,
            @RequestParam MultiValueMap<String, String> typed,
            Model model) {
        Page page = content(member, promotion, id);
        List<Fold> folds = List.of(Fold.Screen.values()).stream()
                .map(screen -> new Fold(screen, bottoms(typed.getOrDefault(screen.name(), List.of()))))
                .toList();
        pages.measured(page, revision, folds);
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

    @PostMapping("/{id}/publish")
    String publish(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            RedirectAttributes after) {
        Page page = content(member, promotion, id);
        desk.publish(page, after);
        return address(page);
    }

    @PostMapping("/{id}/name")
    String rename(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            @RequestParam MultiValueMap<String, String> typed,
            RedirectAttributes after) {
        Page page = content(member, promotion, id);
        desk.rename(page, Intake.of(typed), after);
        return address(page);
    }

    /** The same page for another promotion's offer. */
    @PostMapping("/{id}/copy")
    String copy(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            @RequestParam UUID to,
            RedirectAttributes after) {
        Page page = content(member, promotion, id);
        Page copy = pages.copyTo(page, desk.promotion(member, to).id());
        after.addFlashAttribute(
                "said", "Here it is, for this promotion's offer. Swap the palette under Match the offer's colours.");
        return address(copy);
    }

    @PostMapping("/{id}/versions/{version}")
    String bringBack(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID promotion,
            @PathVariable UUID id,
            @PathVariable int version,
            RedirectAttributes after) {
        Page page = content(member, promotion, id);
        pages.bringBack(page.workspace(), id, version);
        after.addFlashAttribute("said", "Version %d is the draft again. Publish it, or undo.".formatted(version));
        return address(page);
    }

    private String answer(
            Page page,
            int revision,
            String what,
            java.util.function.UnaryOperator<ContentPage> change,
            boolean partly,
            boolean whole,
            Model model,
            HttpServletResponse response) {
        boolean kept = pages.edit(page.workspace(), page.id(), revision, what, change);
        if (!kept) {
            model.addAttribute("differences", edits.differences(page, change));
        }
        return edits.answer(page, kept, partly, whole, model, response);
    }
}
