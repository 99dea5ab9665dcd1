package dev.wilyferret.app.rotations;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.links.LinkChoices;
import dev.wilyferret.app.links.LinkLists;
import dev.wilyferret.app.links.Links;
import dev.wilyferret.app.links.TrackingLink;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.results.Figures;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.evidence.Observed;
import dev.wilyferret.core.figures.Dimension;
import dev.wilyferret.core.figures.Period;
import dev.wilyferret.core.figures.Tally;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.rotation.Variant;
import dev.wilyferret.core.rotation.Weights;
import dev.wilyferret.core.text.PlainText;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.LinkedHashMap;
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
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The bench of the rotation behind a tracking link: its variants, how they share new visitors, and what each brought. */
@Controller
@RequestMapping("/promotions/{promotion}/links/{link}/rotation")
class RotationBench {

    private final Rotations rotations;
    private final Links links;
    private final LinkLists lists;
    private final Promotions promotions;
    private final Workspaces workspaces;
    private final Figures figures;
    private final Clock clock;

    RotationBench(
            Rotations rotations,
            Links links,
            LinkLists lists,
            Promotions promotions,
            Workspaces workspaces,
            Figures figures,
            Clock clock) {
        this.rotations = rotations;
        this.links = links;
        this.lists = lists;
        this.promotions = promotions;
        this.workspaces = workspaces;
        this.figures = figures;
        this.clock = clock;
    }

    /** The link whose rotation it is. */
    private record Asked(Promotion promotion, TrackingLink link, LinkChoices choices, Optional<LinkRotation> behind) {

        String address() {
            return "/promotions/" + promotion.id() + "/links/" + link.id() + "/rotation";
        }
    }

    private Asked asked(Member member, PromotionId promotion, LinkId id) {
        Promotion opened = promotions.find(member.workspace(), promotion).orElseThrow(NotFound::new);
        TrackingLink link = links.find(member.workspace(), id)
                .filter(one -> one.promotion().equals(promotion))
                .orElseThrow(NotFound::new);
        return new Asked(opened, link, lists.choices(opened), rotations.behind(member.workspace(), id));
    }

    @GetMapping
    String open(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @PathVariable LinkId link,
            @RequestParam(defaultValue = "") String goal,
            Model model) {
        Asked asked = asked(member, promotion, link);
        return show(asked, Goal.of(goal), Intake.showing(begun(asked)), model);
    }

    private static Map<String, String> begun(Asked asked) {
        return Map.of(
                "first",
                asked.choices
                        .of(asked.link.details().to())
                        .map(LinkChoices.To::name)
                        .orElse("As it was"));
    }

    /** Another variant; the first one makes the rotation. */
    @PostMapping("/variants")
    String add(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @PathVariable LinkId link,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        Asked asked = asked(member, promotion, link);
        Intake form = Intake.of(typed);
        Optional<String> name = form.take("name", text -> PlainText.line("variant's name", text, 60));
        Optional<Destination> to = form.take("to", asked.choices::chosen);
        Optional<String> first = asked.behind.isPresent()
                ? Optional.of("")
                : form.take("first", text -> PlainText.line("variant's name", text, 60));
        boolean kept = form.keep("name", () -> {
            if (asked.behind.isEmpty()) {
                rotations.begin(asked.link, first.orElseThrow(), name.orElseThrow(), to.orElseThrow());
            } else {
                rotations.add(
                        member.workspace(), asked.behind.get().rotation().id(), name.orElseThrow(), to.orElseThrow());
            }
        });
        if (!kept) {
            return show(asked, Goal.OFFER, form, model);
        }
        after.addFlashAttribute(
                "said", "“%s” is in the rotation, and draws its share from now on.".formatted(name.get()));
        return "redirect:" + asked.address();
    }

    @PostMapping
    String change(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @PathVariable LinkId link,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        Asked asked = asked(member, promotion, link);
        LinkRotation behind = asked.behind.orElseThrow(NotFound::new);
        Intake form = Intake.of(typed);
        List<Optional<Variant>> read = behind.rotation().variants().stream()
                .map(variant -> read(form, variant))
                .toList();
        if (!form.keep(
                "all",
                () -> rotations.change(
                        member.workspace(),
                        behind.rotation().id(),
                        read.stream().map(Optional::orElseThrow).toList(),
                        form.ticked("inTurn")))) {
            return show(asked, Goal.OFFER, form, model);
        }
        after.addFlashAttribute(
                "said", "Kept. New visitors are shared out so from now on; who came before stays where they were.");
        return "redirect:" + asked.address();
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
        return name.isPresent() && weight.isPresent() && note.isPresent()
                ? Optional.of(new Variant(variant.id(), name.get(), note.get(), variant.to(), weight.get(), state))
                : Optional.empty();
    }

    private String show(Asked asked, Goal goal, Intake form, Model model) {
        model.addAttribute("promotion", asked.promotion);
        model.addAttribute("link", asked.link);
        model.addAttribute("address", asked.address());
        model.addAttribute("choices", asked.choices);
        model.addAttribute("behind", asked.behind.orElse(null));
        model.addAttribute("form", form);
        model.addAttribute("goal", goal);
        model.addAttribute("goals", Goal.values());
        model.addAttribute("states", Variant.State.values());
        asked.behind.ifPresent(behind -> {
            List<Shown> variants = shown(asked, behind, goal);
            model.addAttribute("variants", variants);
            model.addAttribute("shares", ShareBar.of(variants));
            model.addAttribute(
                    "instead",
                    variants.stream().anyMatch(one -> one.share() > 0)
                            ? ""
                            : asked.choices
                                    .of(asked.link.details().to())
                                    .map(LinkChoices.To::name)
                                    .orElse("nowhere"));
        });
        return "links/rotation";
    }

    private List<Shown> shown(Asked asked, LinkRotation behind, Goal goal) {
        ZoneId zone = workspaces.get(behind.workspace()).zone();
        Map<List<String>, Tally> byVariant = figures.of(
                behind.workspace(),
                behind.promotion(),
                new Period(
                        LocalDate.ofInstant(behind.createdAt(), zone),
                        LocalDate.ofInstant(clock.instant(), zone),
                        zone),
                List.of(Dimension.VARIANT));
        Map<Variant, Boolean> reachable = new LinkedHashMap<>();
        behind.rotation().variants().forEach(variant -> reachable.put(variant, reachable(asked.choices, variant)));
        int drawn = reachable.entrySet().stream()
                .filter(one -> one.getValue() && one.getKey().draws())
                .mapToInt(one -> one.getKey().weight())
                .sum();
        return behind.rotation().variants().stream()
                .map(variant -> {
                    Tally tally = byVariant.getOrDefault(List.of(variant.id().toString()), Tally.NONE);
                    long visitors = tally.clicks().unique();
                    boolean draws = variant.draws() && reachable.getOrDefault(variant, false);
                    return new Shown(
                            variant,
                            asked.choices
                                    .of(variant.to())
                                    .map(LinkChoices.To::name)
                                    .orElse("gone"),
                            draws ? 100.0 * variant.weight() / drawn : 0,
                            reachable.getOrDefault(variant, false),
                            new Observed(visitors, Math.min(visitors, tally.visitors(goal.reached()))));
                })
                .toList();
    }

    private static boolean reachable(LinkChoices choices, Variant variant) {
        if (variant.to() instanceof Destination.ToPage(PageId id)) {
            return choices.pages().stream()
                    .filter(page -> page.id().equals(id))
                    .map(Page::published)
                    .anyMatch(Optional::isPresent);
        }
        return choices.of(variant.to()).isPresent();
    }
}
