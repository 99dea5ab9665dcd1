package dev.wilyferret.app.rotations;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.figures.Dimension;
import dev.wilyferret.core.id.BranchId;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.rotation.Circumstance;
import dev.wilyferret.core.rotation.Rotation;
import dev.wilyferret.core.rotation.Variant;
import dev.wilyferret.core.rotation.Weights;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The bench of a rotation: its variants, how they share new visitors, how they stand, and what follows from it. */
@Controller
@RequestMapping("/promotions/{promotion}/rotations/{rotation}")
class RotationBench {

    private static final String OPENED = "behind";

    /** How a circumstance begins to be written, and how that reads. */
    private static final Map<String, String> KINDS = kinds();

    private static Map<String, String> kinds() {
        Map<String, String> kinds = new LinkedHashMap<>();
        kinds.put("from", "come from (AT, DE)");
        kinds.put("on", "read on a (phone, tablet, computer, television)");
        kinds.put("speaking", "read (de, pt-br)");
        for (Circumstance.Tagged.Tag tag : Circumstance.Tagged.Tag.values()) {
            kinds.put("tagged " + tag, "come by a link with the " + tag.name().toLowerCase(Locale.ROOT));
        }
        kinds.put("at", "come between (18 24, or 9 17 saturday,sunday)");
        kinds.put("returning true", "were here before");
        kinds.put("returning false", "are here for the first time");
        return kinds;
    }

    private static final List<Dimension> SLICES = List.of(Dimension.SOURCE, Dimension.DEVICE, Dimension.COUNTRY);

    private final Rotations rotations;
    private final Branches branches;
    private final RotationDesk desk;
    private final RoundBook rounds;
    private final Workspaces workspaces;

    RotationBench(Rotations rotations, Branches branches, RotationDesk desk, RoundBook rounds, Workspaces workspaces) {
        this.rotations = rotations;
        this.branches = branches;
        this.desk = desk;
        this.rounds = rounds;
        this.workspaces = workspaces;
    }

    /** What of a rotation is looked at. */
    private record Looked(
            Optional<Goal> goal, int round, int stretch, Optional<Dimension> by, Optional<BranchId> branch) {
        static final Looked USUAL = new Looked(Optional.empty(), 0, -1, Optional.empty(), Optional.empty());
    }

    private static Optional<Dimension> slicing(String by) {
        return SLICES.stream().filter(one -> one.name().equals(by)).findFirst();
    }

    /** The rotation that every address here is about. */
    @ModelAttribute(OPENED)
    Rotating opened(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @PathVariable RotationId rotation) {
        return rotations.find(member.workspace(), promotion, rotation).orElseThrow(NotFound::new);
    }

    /** @param round 0 for the present one, @param stretch below 0 for the latest */
    @GetMapping
    String open(
            @ModelAttribute(name = OPENED, binding = false) Rotating rotating,
            @RequestParam(defaultValue = "") String goal,
            @RequestParam(defaultValue = "0") int round,
            @RequestParam(defaultValue = "-1") int stretch,
            @RequestParam(defaultValue = "") String by,
            @RequestParam(defaultValue = "") String branch,
            Model model) {
        return show(
                rotating,
                new Looked(Goal.named(goal), round, stretch, slicing(by), Id.parse(branch, BranchId::new)),
                Intake.showing(Map.of()),
                model);
    }

    @PostMapping("/variants")
    String add(
            @ModelAttribute(name = OPENED, binding = false) Rotating rotating,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        Intake form = Intake.of(typed);
        Optional<String> name = RotationDesk.name(form);
        Asked asked = desk.asked(rotating.workspace(), rotating.promotion(), rotating.behind());
        return form.keep("name", () -> desk.add(asked, rotating.rotation().id(), name.orElseThrow(), form))
                ? done(
                        rotating,
                        after,
                        "“%s” is in the rotation, and draws its share from now on.".formatted(name.get()))
                : show(rotating, Looked.USUAL, form, model);
    }

    @PostMapping
    String change(
            @ModelAttribute(name = OPENED, binding = false) Rotating rotating,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        Intake form = Intake.of(typed);
        List<Optional<Variant>> read = rotating.rotation().variants().stream()
                .map(variant -> read(form, variant))
                .toList();
        return form.keep(
                        "all",
                        () -> rotations.change(
                                rotating.workspace(),
                                rotating.rotation().id(),
                                read.stream().map(Optional::orElseThrow).toList(),
                                form.ticked("inTurn")))
                ? done(
                        rotating,
                        after,
                        "Kept. New visitors are shared out so from now on; who came before stays where they were.")
                : show(rotating, Looked.USUAL, form, model);
    }

    private static Optional<Variant> read(Intake form, Variant variant) {
        String id = variant.id().toString();
        Optional<String> name = form.take("name-" + id, text -> PlainText.line("variant's name", text, 60));
        Optional<Integer> weight = form.take("weight-" + id, Weights::read);
        Optional<String> note = form.take("note-" + id, text -> PlainText.lines("note", text, 500));
        Variant.State state = Arrays.stream(Variant.State.values())
                .filter(one -> one.name().equals(form.value("state-" + id)))
                .findFirst()
                .orElse(variant.state());
        Optional<BranchId> branch = form.values("branch-" + id).isEmpty()
                ? variant.branch()
                : Id.parse(form.value("branch-" + id), BranchId::new);
        return name.isPresent() && weight.isPresent() && note.isPresent()
                ? Optional.of(
                        new Variant(variant.id(), name.get(), note.get(), variant.to(), weight.get(), state, branch))
                : Optional.empty();
    }

    /** The same weight for all. */
    @PostMapping("/even")
    String even(@ModelAttribute(name = OPENED, binding = false) Rotating rotating, RedirectAttributes after) {
        rotations.change(
                rotating.workspace(),
                rotating.rotation().id(),
                rotating.rotation().variants().stream()
                        .map(one -> one.weighing(1))
                        .toList(),
                rotating.rotation().inTurn());
        return done(rotating, after, "All variants at work get the same share of new visitors.");
    }

    @PostMapping("/aim")
    String aim(
            @ModelAttribute(name = OPENED, binding = false) Rotating rotating,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        Intake form = Intake.of(typed);
        Goal goal = Goal.named(form.value("goal")).orElse(rotating.goal());
        Optional<Integer> worth = form.take("worth", text -> percent("difference", text, 1, 100));
        return form.keep(
                        "worth",
                        () -> rotations.aim(
                                rotating.workspace(), rotating.rotation().id(), goal, worth.orElseThrow()))
                ? done(rotating, after, "Kept. The standings go by that now.")
                : show(rotating, Looked.USUAL, form, model);
    }

    /** Who decides on the shares, and which variant leads. */
    @PostMapping("/sharing")
    String share(
            @ModelAttribute(name = OPENED, binding = false) Rotating rotating,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        Intake form = Intake.of(typed);
        Rotation.Sharing sharing = Arrays.stream(Rotation.Sharing.values())
                .filter(one -> one.name().equals(form.value("sharing")))
                .findFirst()
                .orElse(rotating.rotation().sharing());
        Optional<VariantId> leader = Id.parse(form.value("leader"), VariantId::new)
                .filter(id -> rotating.rotation().variant(id).isPresent());
        Optional<Integer> floor = form.take("floor", text -> percent("floor", text, 1, 50));
        return form.keep(
                        "sharing",
                        () -> rotations.share(
                                rotating.workspace(), rotating.rotation().id(), sharing, leader, floor.orElseThrow()))
                ? done(rotating, after, "Kept. Shares are " + sharing.words() + ".")
                : show(rotating, Looked.USUAL, form, model);
    }

    private static int percent(String what, String typed, int least, int most) {
        String text = typed.strip().replaceFirst("\\s*%$", "");
        if (!text.matches("\\d{1,3}") || Integer.parseInt(text) < least || Integer.parseInt(text) > most) {
            throw new Refusal("“%s” is no %s. Write a whole number of percent from %d to %d, for example 10."
                    .formatted(PlainText.cut(typed, 40), what, least, most));
        }
        return Integer.parseInt(text);
    }

    /** A branch before the rest. */
    @PostMapping("/branches")
    String branch(
            @ModelAttribute(name = OPENED, binding = false) Rotating rotating,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        Intake form = Intake.of(typed);
        Optional<Circumstance> when =
                form.take("values", values -> Circumstance.read(form.value("kind") + " " + values));
        Optional<BranchId> into = Id.parse(form.value("into"), BranchId::new);
        if (into.isPresent()) {
            return form.keep(
                            "values",
                            () -> branches.narrow(
                                    rotating.workspace(), rotating.rotation().id(), into.get(), when.orElseThrow()))
                    ? done(
                            rotating,
                            after,
                            "Kept. The branch is for those alone who %s too."
                                    .formatted(when.get().said()))
                    : show(rotating, Looked.USUAL, form, model);
        }
        return form.keep(
                        "values",
                        () -> branches.branch(
                                rotating.workspace(), rotating.rotation().id(), when.orElseThrow()))
                ? done(
                        rotating,
                        after,
                        "There is a branch for those who %s. Add a variant for it; until then they go where the others go."
                                .formatted(when.get().said()))
                : show(rotating, Looked.USUAL, form, model);
    }

    @PostMapping("/branches/{branch}/up")
    String moveUp(
            @ModelAttribute(name = OPENED, binding = false) Rotating rotating,
            @PathVariable BranchId branch,
            Model model,
            RedirectAttributes after) {
        Intake form = Intake.showing(Map.of());
        return form.keep(
                        "values",
                        () -> branches.moveUp(
                                rotating.workspace(), rotating.rotation().id(), branch))
                ? done(rotating, after, "The branch is read before the other.")
                : show(rotating, Looked.USUAL, form, model);
    }

    @PostMapping("/branches/{branch}/out")
    String unbranch(
            @ModelAttribute(name = OPENED, binding = false) Rotating rotating,
            @PathVariable BranchId branch,
            RedirectAttributes after) {
        branches.unbranch(rotating.workspace(), rotating.rotation().id(), branch);
        return done(rotating, after, "The branch is out; its variants are paused, and keep their figures.");
    }

    @PostMapping("/rounds")
    String startAnew(@ModelAttribute(name = OPENED, binding = false) Rotating rotating, RedirectAttributes after) {
        rotations.startAnew(rotating.workspace(), rotating.rotation().id());
        return done(rotating, after, "Counting begins anew. Earlier rounds stay below, and can be brought back.");
    }

    @PostMapping("/rounds/{round}")
    String bringBack(
            @ModelAttribute(name = OPENED, binding = false) Rotating rotating,
            @PathVariable int round,
            Model model,
            RedirectAttributes after) {
        Intake form = Intake.showing(Map.of());
        return form.keep(
                        "rounds",
                        () -> rotations.bringBack(
                                rotating.workspace(), rotating.rotation().id(), round))
                ? done(rotating, after, "Round %d goes on.".formatted(round))
                : show(rotating, Looked.USUAL, form, model);
    }

    private static String done(Rotating rotating, RedirectAttributes after, String said) {
        after.addFlashAttribute("said", said);
        return "redirect:" + rotating.address();
    }

    private String show(Rotating rotating, Looked looked, Intake form, Model model) {
        Workspace workspace = workspaces.get(rotating.workspace());
        Asked asked = desk.asked(rotating.workspace(), rotating.promotion(), rotating.behind());
        Goal goal = looked.goal.orElse(rotating.goal());
        int last = rotations.lastRound(rotating.workspace(), rotating.rotation().id());
        int round = looked.round >= 1 && looked.round <= last
                ? looked.round
                : rotating.rotation().round();
        Optional<BranchId> branch = looked.branch.filter(id ->
                rotating.rotation().branches().stream().anyMatch(one -> one.id().equals(id)));
        Rotating part = rotating.within(branch);
        RoundBook.Read read = rounds.read(part, round, goal, looked.stretch);
        BenchView view = new BenchView(part, asked, goal, read, workspace.currency());
        model.addAttribute("promotion", asked.promotion());
        model.addAttribute("asked", asked);
        model.addAttribute("rotation", rotating.rotation());
        model.addAttribute("address", rotating.address());
        model.addAttribute("form", form);
        model.addAttribute("goal", goal);
        model.addAttribute("goals", Goal.values());
        model.addAttribute("kinds", KINDS);
        model.addAttribute("states", Variant.State.values());
        model.addAttribute("sharings", Rotation.Sharing.values());
        model.addAttribute("lastRound", last);
        model.addAttribute("read", read);
        model.addAttribute("view", view);
        model.addAttribute("branch", branch.orElse(null));
        model.addAttribute("slicesBy", SLICES);
        model.addAttribute("by", looked.by.orElse(null));
        looked.by.ifPresent(by ->
                model.addAttribute("slices", view.sliced(by, rounds.slices(part, read.shown(), goal, by))));
        return "rotations/bench";
    }
}
