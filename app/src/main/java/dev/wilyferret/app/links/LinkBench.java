package dev.wilyferret.app.links;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.link.LinkCode;
import dev.wilyferret.core.link.SiteRoute;
import dev.wilyferret.core.text.NearDouble;
import dev.wilyferret.core.text.Refusal;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The bench of a promotion's tracking links: making them, one by one or many, taking one apart, and what each brought. */
@Controller
@RequestMapping("/promotions/{promotion}/links")
class LinkBench {

    /** What the values of each tag were so far, by the field of the form. */
    private static final Map<String, Function<Tags, String>> USED = used();

    private final Links links;
    private final LinkLists lists;
    private final Promotions promotions;
    private final Workspaces workspaces;
    private final SiteAddress site;

    LinkBench(Links links, LinkLists lists, Promotions promotions, Workspaces workspaces, SiteAddress site) {
        this.links = links;
        this.lists = lists;
        this.promotions = promotions;
        this.workspaces = workspaces;
        this.site = site;
    }

    private static Map<String, Function<Tags, String>> used() {
        Map<String, Function<Tags, String>> used = new LinkedHashMap<>();
        used.put("source", Tags::source);
        used.put("medium", Tags::medium);
        used.put("campaign", Tags::campaign);
        used.put("term", Tags::term);
        used.put("content", Tags::content);
        return used;
    }

    @GetMapping
    String open(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @RequestParam(defaultValue = "") String words,
            @RequestParam(name = "from", defaultValue = "") String source,
            @RequestParam(defaultValue = "") String standing,
            @RequestParam(defaultValue = "1") int page,
            Model model) {
        Promotion opened = promotion(member, promotion);
        model.addAttribute("list", lists.of(opened, new LinkList.Asked(words, source, standing), page));
        return show(opened, Optional.empty(), Intake.showing(Map.of()), model);
    }

    @GetMapping("/{id}")
    String one(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @PathVariable LinkId id,
            Model model) {
        Promotion opened = promotion(member, promotion);
        TrackingLink link = link(opened, id);
        LinkChoices choices = lists.choices(opened);
        Map<String, String> shown = form(choices).shown(link.details());
        shown.put("host", choices.hosts().text(link.host()));
        Intake form = Intake.showing(shown);
        return show(opened, Optional.of(link), form, model);
    }

    @PostMapping
    String add(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        Promotion opened = promotion(member, promotion);
        Intake form = Intake.of(typed);
        LinkForm reader = form(opened);
        Optional<LinkDetails> details = reader.read(form);
        Optional<Optional<OwnHost>> host = form.take("host", reader::host);
        Optional<LinkCode> code =
                host.flatMap(on -> form.take("code", typedCode -> links.freeCode(member.workspace(), on, typedCode)));
        if (!form.clean()) {
            model.addAttribute("list", lists.of(opened, LinkList.Asked.ANY, 1));
            return show(opened, Optional.empty(), form, model);
        }
        TrackingLink made =
                links.add(member.workspace(), promotion, host.orElseThrow(), code.orElseThrow(), details.orElseThrow());
        after.addFlashAttribute("made", made.id());
        return "redirect:" + home(promotion);
    }

    @PostMapping("/{id}")
    String change(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @PathVariable LinkId id,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        Promotion opened = promotion(member, promotion);
        TrackingLink link = link(opened, id);
        Intake form = Intake.of(typed);
        LinkForm reader = form(opened);
        Optional<LinkDetails> details = reader.read(form);
        Optional<Optional<OwnHost>> host = form.take("host", text -> text.isBlank() ? link.host() : reader.host(text));
        if (!form.keep("host", () -> links.move(member.workspace(), id, host.orElseThrow()))) {
            return show(opened, Optional.of(link), form, model);
        }
        links.change(member.workspace(), id, details.orElseThrow());
        after.addFlashAttribute("said", "Kept. Clicks from now on carry this; earlier ones stay as they came.");
        after.addFlashAttribute("made", id);
        return "redirect:" + home(promotion);
    }

    /** The link taken apart, while it is being typed. */
    @PostMapping("/apart")
    String apart(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @RequestParam MultiValueMap<String, String> typed,
            Model model) {
        Promotion opened = promotion(member, promotion);
        Intake form = Intake.of(typed);
        Optional<TrackingLink> link = Id.parse(form.value("link"), LinkId::new).map(id -> link(opened, id));
        showApart(lists.choices(opened), link, form, model);
        return "links/bench :: apart";
    }

    @PostMapping("/{id}/state")
    String put(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @PathVariable LinkId id,
            @RequestParam TrackingLink.State state,
            RedirectAttributes after) {
        link(promotion(member, promotion), id);
        links.put(member.workspace(), id, state);
        after.addFlashAttribute(
                "said",
                switch (state) {
                    case ACTIVE -> "The link is at work again.";
                    case PAUSED -> "Paused: visitors now get a plain “not found”. Resume it at any time.";
                    case ARCHIVED ->
                        "Archived: visitors get a plain “not found”, and it is out of sight. Look for archived ones to bring it back.";
                });
        return "redirect:" + home(promotion);
    }

    @GetMapping("/table")
    String table(@AuthenticationPrincipal Member member, @PathVariable PromotionId promotion, Model model) {
        return showTable(promotion(member, promotion), Intake.showing(Map.of()), null, model);
    }

    /** All of a table's links, or none. */
    @PostMapping("/table")
    String addAll(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @RequestParam MultiValueMap<String, String> typed,
            @RequestParam(name = "file", required = false) @Nullable MultipartFile file,
            Model model,
            RedirectAttributes after)
            throws IOException {
        Promotion opened = promotion(member, promotion);
        Intake form = Intake.of(typed);
        byte[] content =
                file == null || file.isEmpty() ? form.value("rows").getBytes(StandardCharsets.UTF_8) : file.getBytes();
        Optional<LinkTable> table = form.take(
                "rows",
                text -> LinkTable.read(
                        content, form(opened), (host, code) -> links.freeCode(member.workspace(), host, code)));
        if (table.isEmpty() || !table.get().wrong().isEmpty()) {
            if (file != null && !file.isEmpty() && table.isPresent()) {
                form.put("rows", List.of(new String(content, StandardCharsets.UTF_8)));
            }
            return showTable(opened, form, table.orElse(null), model);
        }
        int made = links.addAll(member.workspace(), promotion, table.get().rows());
        after.addFlashAttribute("said", "%,d links are made.".formatted(made));
        return "redirect:" + home(promotion);
    }

    private String show(Promotion promotion, Optional<TrackingLink> link, Intake form, Model model) {
        LinkChoices choices = lists.choices(promotion);
        if (form.value("host").isEmpty()) {
            form.put("host", List.of(choices.hosts().text(promotion.host())));
        }
        model.addAttribute("link", link.orElse(null));
        model.addAttribute("variants", link.map(lists::variants).orElse(0));
        model.addAttribute("form", form);
        model.addAttribute("choices", choices);
        model.addAttribute("usual", choices.usual().text());
        showApart(choices, link, form, model);
        return "links/bench";
    }

    private void showApart(LinkChoices choices, Optional<TrackingLink> link, Intake typed, Model model) {
        Promotion promotion = choices.promotion();
        Optional<OwnHost> host = host(choices, link, typed.value("host"));
        Optional<String> path = link.map(TrackingLink::path)
                .or(() -> chosenCode(typed.value("code")).map(SiteRoute.GO::path));
        Map<String, Set<String>> used = valuesUsed(promotion);
        Map<String, String> near = new LinkedHashMap<>();
        USED.keySet()
                .forEach(field -> NearDouble.of(typed.value(field).strip(), used.get(field))
                        .ifPresent(before -> near.put(field, before)));
        model.addAttribute("promotion", promotion);
        model.addAttribute("used", used);
        model.addAttribute("near", near);
        // Of a copy, so that looking at a half-typed link leaves no messages in the form.
        model.addAttribute(
                "apart",
                form(choices)
                        .read(typed.copy())
                        .map(details -> LinkApart.of(choices, host, path, details, site))
                        .orElse(null));
    }

    /** The host as it stands in the form, or as it was where that cannot be had. */
    private static Optional<OwnHost> host(LinkChoices choices, Optional<TrackingLink> link, String typed) {
        Optional<OwnHost> before =
                link.map(TrackingLink::host).orElse(choices.promotion().host());
        try {
            return choices.hosts().chosen(typed, before);
        } catch (Refusal notToBeHad) {
            return before;
        }
    }

    private static Optional<String> chosenCode(String typed) {
        try {
            return typed.isBlank() ? Optional.empty() : Optional.of(new LinkCode(typed).text());
        } catch (Refusal notYetOne) {
            return Optional.empty();
        }
    }

    /** What the workspace's links carry so far. */
    private Map<String, Set<String>> valuesUsed(Promotion promotion) {
        List<TrackingLink> all = links.of(promotion.workspace());
        return USED.entrySet().stream()
                .collect(Collectors.toMap(
                        Map.Entry::getKey,
                        field -> all.stream()
                                .map(link -> field.getValue().apply(link.tags()))
                                .filter(value -> !value.isEmpty())
                                .collect(Collectors.toCollection(TreeSet::new))));
    }

    private String showTable(Promotion promotion, Intake form, @Nullable LinkTable table, Model model) {
        model.addAttribute("promotion", promotion);
        model.addAttribute("form", form);
        model.addAttribute("table", table);
        model.addAttribute("columns", LinkTable.COLUMNS);
        model.addAttribute("choices", lists.choices(promotion));
        return "links/table";
    }

    private LinkForm form(Promotion promotion) {
        return form(lists.choices(promotion));
    }

    private LinkForm form(LinkChoices choices) {
        return new LinkForm(
                choices, workspaces.get(choices.promotion().workspace()).zone());
    }

    private static String home(PromotionId promotion) {
        return "/promotions/" + promotion + "/links";
    }

    private TrackingLink link(Promotion promotion, LinkId id) {
        return links.find(promotion.workspace(), id)
                .filter(link -> link.promotion().equals(promotion.id()))
                .orElseThrow(NotFound::new);
    }

    private Promotion promotion(Member member, PromotionId id) {
        return promotions.find(member.workspace(), id).orElseThrow(NotFound::new);
    }
}
