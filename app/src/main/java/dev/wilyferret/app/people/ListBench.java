package dev.wilyferret.app.people;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.hosts.HostChoice;
import dev.wilyferret.app.hosts.Hosts;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.ListId;
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
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The lists, their settings, and who is on them. */
@Controller
class ListBench {

    private static final int A_PAGE = 50;

    private final ListDesk desk;
    private final Lists lists;
    private final People people;
    private final ListPages pages;
    private final Hosts hosts;
    private final Workspaces workspaces;

    ListBench(ListDesk desk, Lists lists, People people, ListPages pages, Hosts hosts, Workspaces workspaces) {
        this.desk = desk;
        this.lists = lists;
        this.people = people;
        this.pages = pages;
        this.hosts = hosts;
        this.workspaces = workspaces;
    }

    @GetMapping("/people")
    String all(@AuthenticationPrincipal Member member, Model model) {
        model.addAttribute("lists", lists.of(member.workspace()));
        model.addAttribute("members", lists.members(member.workspace()));
        model.addAttribute("none", Map.of());
        return "people/lists";
    }

    @GetMapping("/people/lists/new")
    String blank(@AuthenticationPrincipal Member member, Model model) {
        Workspace workspace = workspaces.get(member.workspace());
        HostChoice choice = hosts.choice(member.workspace());
        return form(
                member,
                Optional.empty(),
                Intake.showing(Map.of(
                        "senderName",
                        workspace.legal().name(),
                        "senderAddress",
                        workspace.legal().contact().contains("@")
                                ? workspace.legal().contact()
                                : "",
                        "doubleOptIn",
                        "on",
                        "host",
                        choice.text(choice.usual()))),
                model);
    }

    @GetMapping("/people/lists/{id}/settings")
    String settings(@AuthenticationPrincipal Member member, @PathVariable ListId id, Model model) {
        MailList list = desk.list(member, id, "settings", model);
        return form(member, Optional.of(id), blank(member).shown(list), model);
    }

    private String form(Member member, Optional<ListId> id, Intake form, Model model) {
        model.addAttribute("id", id.orElse(null));
        model.addAttribute("form", form);
        model.addAttribute("pages", pages.of(member.workspace()));
        model.addAttribute("hosts", hosts.choice(member.workspace()));
        return "people/settings";
    }

    @PostMapping({"/people/lists", "/people/lists/{id}/settings"})
    String keep(
            @AuthenticationPrincipal Member member,
            @PathVariable("id") Optional<ListId> known,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        known.ifPresent(list -> desk.list(member, list, "settings", model));
        ListId id = known.orElseGet(lists::newId);
        Intake form = Intake.of(typed);
        blank(member)
                .read(form, id)
                .ifPresent(list -> form.take("name", name -> {
                    lists.keep(member.workspace(), list);
                    return list;
                }));
        if (!form.clean()) {
            return form(member, known, form, model);
        }
        after.addFlashAttribute("said", "Kept.");
        return "redirect:/people/lists/" + id;
    }

    private ListForm blank(Member member) {
        return new ListForm(pages.of(member.workspace()), hosts.choice(member.workspace()));
    }

    @GetMapping("/people/lists/{id}")
    String people(
            @AuthenticationPrincipal Member member,
            @PathVariable ListId id,
            @RequestParam MultiValueMap<String, String> asked,
            @RequestParam(defaultValue = "0") int skip,
            Model model) {
        MailList list = desk.list(member, id, "people", model);
        Workspace workspace = workspaces.get(member.workspace());
        Intake form = Intake.of(asked);
        Audience who = ListDesk.audience(form, workspace);
        int from = Math.clamp(skip, 0, 1_000_000);
        List<Subscriber> shown = people.meant(member.workspace(), list.id(), who, A_PAGE + 1, from);
        model.addAttribute("form", form);
        model.addAttribute("count", people.count(member.workspace(), list.id(), who));
        model.addAttribute("members", lists.members(member.workspace()).getOrDefault(id, Map.of()));
        model.addAttribute("shown", shown.stream().limit(A_PAGE).toList());
        model.addAttribute("next", shown.size() > A_PAGE ? from + A_PAGE : null);
        model.addAttribute("back", from == 0 ? null : Math.max(0, from - A_PAGE));
        model.addAttribute("query", query(asked));
        desk.choices(member, id, model);
        return "people/list";
    }

    private static String query(MultiValueMap<String, String> asked) {
        var address = org.springframework.web.util.UriComponentsBuilder.newInstance();
        asked.forEach((name, values) -> {
            if (!name.equals("skip")) {
                address.queryParam(name, values.toArray());
            }
        });
        String query = address.encode().build().getQuery();
        return query == null ? "" : query + "&";
    }
}
