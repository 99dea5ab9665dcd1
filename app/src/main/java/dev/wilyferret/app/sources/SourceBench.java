package dev.wilyferret.app.sources;

import dev.wilyferret.app.console.Show;
import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.SourceId;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.source.Cost;
import dev.wilyferret.core.source.Source;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
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

/** Listing, noting and changing sources. */
@Controller
@RequestMapping("/links/sources")
class SourceBench {

    private static final String SAMPLE_LINK = "/go/x7Kq2Pm";

    private final Sources sources;
    private final SourceUse use;
    private final Workspaces workspaces;
    private final SiteAddress site;
    private final Show show;

    SourceBench(Sources sources, SourceUse use, Workspaces workspaces, SiteAddress site, Show show) {
        this.sources = sources;
        this.use = use;
        this.workspaces = workspaces;
        this.site = site;
        this.show = show;
    }

    @GetMapping
    String list(@AuthenticationPrincipal Member member, Model model) {
        List<Profile> all = sources.of(member.workspace());
        Map<SourceId, Long> links = use.links(member.workspace());
        model.addAttribute("sources", all);
        model.addAttribute(
                "costs",
                all.stream()
                        .collect(Collectors.toMap(
                                Profile::id, one -> words(one.source().cost()))));
        model.addAttribute(
                "used", all.stream().collect(Collectors.toMap(Profile::id, one -> links.getOrDefault(one.id(), 0L))));
        return "sources/list";
    }

    private String words(Cost cost) {
        return switch (cost) {
            case Cost.Nothing() -> "not noted";
            case Cost.PerClick(Money amount) -> show.money(amount) + " a click";
            case Cost.PerThousand(Money amount) -> show.money(amount) + " for a thousand shown";
            case Cost.Fixed(Money amount) -> show.money(amount) + " for all of it";
        };
    }

    @GetMapping("/new")
    String blank(Model model) {
        return form(Optional.empty(), Intake.showing(Map.of()), model);
    }

    @GetMapping("/{id}")
    String open(@AuthenticationPrincipal Member member, @PathVariable SourceId id, Model model) {
        Profile source = source(member, id);
        Intake form = Intake.showing(SourceForm.shown(source.source()));
        model.addAttribute("shown", source.source());
        return form(Optional.of(source), form, model);
    }

    @PostMapping("/new")
    String add(
            @AuthenticationPrincipal Member member,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        return kept(
                member, Optional.empty(), Intake.of(typed), one -> sources.add(member.workspace(), one), model, after);
    }

    @PostMapping("/{id}")
    String change(
            @AuthenticationPrincipal Member member,
            @PathVariable SourceId id,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        Profile source = source(member, id);
        return kept(
                member,
                Optional.of(source),
                Intake.of(typed),
                one -> sources.change(member.workspace(), id, one),
                model,
                after);
    }

    /** What links to a source look like, while it is being typed. */
    @PostMapping("/sample")
    String sample(
            @AuthenticationPrincipal Member member, @RequestParam MultiValueMap<String, String> typed, Model model) {
        model.addAttribute(
                "shown",
                SourceForm.read(
                                Intake.of(typed),
                                workspaces.get(member.workspace()).currency())
                        .orElse(null));
        model.addAttribute("sampleLink", site.of(SAMPLE_LINK));
        return "sources/source :: sample";
    }

    private String kept(
            Member member,
            Optional<Profile> before,
            Intake form,
            Consumer<Source> keep,
            Model model,
            RedirectAttributes after) {
        Optional<Source> read =
                SourceForm.read(form, workspaces.get(member.workspace()).currency());
        if (!form.keep("tag", () -> keep.accept(read.orElseThrow()))) {
            return form(before, form, model);
        }
        after.addFlashAttribute("said", "Kept. Pick it on a link bench, and it fills the link.");
        return "redirect:/links/sources";
    }

    private String form(Optional<Profile> source, Intake form, Model model) {
        model.addAttribute("source", source.orElse(null));
        model.addAttribute("form", form);
        model.addAttribute("kinds", SourceForm.KINDS);
        model.addAttribute("sampleLink", site.of(SAMPLE_LINK));
        return "sources/source";
    }

    private Profile source(Member member, SourceId id) {
        return sources.find(member.workspace(), id).orElseThrow(NotFound::new);
    }
}
