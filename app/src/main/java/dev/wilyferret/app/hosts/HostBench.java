package dev.wilyferret.app.hosts;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.text.Refusal;
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

/** Adding hosts of one's own, seeing what they still wait for, what they show, removing and bringing back. */
@Controller
@RequestMapping("/links/hosts")
class HostBench {

    private static final String HOME = "/links/hosts";

    private final Hosts hosts;
    private final HostMoves moves;
    private final HostPages pages;
    private final PublicPlaces places;
    private final SiteAddress site;

    HostBench(Hosts hosts, HostMoves moves, HostPages pages, PublicPlaces places, SiteAddress site) {
        this.hosts = hosts;
        this.moves = moves;
        this.pages = pages;
        this.places = places;
        this.site = site;
    }

    /** A host with what stands on it, in words. */
    record Line(Host host, List<HostUse.Standing> standing) {}

    @GetMapping
    String list(@AuthenticationPrincipal Member member, Model model) {
        return showAll(member, Intake.showing(Map.of()), model);
    }

    /** Adds a host, and looks at once whether its name leads here already. */
    @PostMapping
    String add(
            @AuthenticationPrincipal Member member,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        Intake form = Intake.of(typed);
        Optional<OwnHost> name = form.take("name", OwnHost::new);
        if (!form.keep("name", () -> hosts.add(member.workspace(), name.orElseThrow()))) {
            return showAll(member, form, model);
        }
        return look(member, name.orElseThrow().name(), after);
    }

    @GetMapping("/{name}")
    String open(@AuthenticationPrincipal Member member, @PathVariable String name, Model model) {
        return show(member, host(member, name), model);
    }

    /** What is known of the host just now, for a screen that waits. */
    @GetMapping("/{name}/state")
    String state(@AuthenticationPrincipal Member member, @PathVariable String name, Model model) {
        show(member, host(member, name), model);
        return "hosts/host :: state";
    }

    @PostMapping("/{name}/look")
    String look(@AuthenticationPrincipal Member member, @PathVariable String name, RedirectAttributes after) {
        Host before = host(member, name);
        try {
            hosts.look(member.workspace(), before.name());
        } catch (Refusal refusal) {
            after.addFlashAttribute("refused", refusal.getMessage());
        }
        Host now = host(member, name);
        if (now.state() == Host.State.AT_WORK) {
            after.addFlashAttribute(
                    "said",
                    before.atWork()
                            ? "%s leads here.".formatted(now.name().readable())
                            : "%s leads here and is at work: pages and links can stand on it now."
                                    .formatted(now.name().readable()));
        }
        return home(now);
    }

    @PostMapping("/{name}/pages")
    String pages(
            @AuthenticationPrincipal Member member,
            @PathVariable String name,
            @RequestParam(defaultValue = "") String root,
            @RequestParam(defaultValue = "") String missing,
            RedirectAttributes after) {
        Host host = host(member, name);
        hosts.show(member.workspace(), host.name(), page(member, root), page(member, missing));
        after.addFlashAttribute("said", "Kept. Visitors see it already.");
        return home(host);
    }

    /** A page of the workspace; anything else is none. */
    private Optional<PageId> page(Member member, String chosen) {
        return pages.choices(member.workspace()).stream()
                .map(HostPages.Choice::id)
                .filter(id -> id.toString().equals(chosen))
                .findFirst();
    }

    /** Says what would stop working. */
    @GetMapping("/{name}/remove")
    String askToRemove(@AuthenticationPrincipal Member member, @PathVariable String name, Model model) {
        Host host = host(member, name);
        model.addAttribute("host", host);
        model.addAttribute("standing", moves.on(member.workspace(), host.name()));
        model.addAttribute("siteHost", site.host());
        return "hosts/remove";
    }

    @PostMapping("/{name}/remove")
    String remove(@AuthenticationPrincipal Member member, @PathVariable String name, RedirectAttributes after) {
        Host host = host(member, name);
        try {
            moves.remove(member.workspace(), host.name());
        } catch (Refusal refusal) {
            after.addFlashAttribute("refused", refusal.getMessage());
            return home(host) + "/remove";
        }
        after.addFlashAttribute("gone", host.name());
        return "redirect:" + HOME;
    }

    @PostMapping("/{name}/back")
    String bringBack(@AuthenticationPrincipal Member member, @PathVariable String name, RedirectAttributes after) {
        Host host = host(member, name);
        try {
            moves.bringBack(member.workspace(), host.name());
        } catch (Refusal refusal) {
            after.addFlashAttribute("refused", refusal.getMessage());
            return "redirect:" + HOME;
        }
        after.addFlashAttribute(
                "said",
                "%s is back, and what stood on it.".formatted(host.name().readable()));
        return home(host);
    }

    private String showAll(Member member, Intake form, Model model) {
        model.addAttribute("form", form);
        model.addAttribute(
                "lines",
                hosts.of(member.workspace()).stream()
                        .map(host -> new Line(host, moves.on(member.workspace(), host.name())))
                        .toList());
        model.addAttribute("siteHost", site.host());
        return "hosts/list";
    }

    private String show(Member member, Host host, Model model) {
        model.addAttribute("host", host);
        model.addAttribute("standing", moves.on(member.workspace(), host.name()));
        model.addAttribute(
                "lost",
                places.lost(member.workspace()).stream()
                        .filter(place -> place.host().equals(Optional.of(host.name())))
                        .map(PublicPlaces.Place::path)
                        .sorted()
                        .toList());
        model.addAttribute("choices", pages.choices(member.workspace()));
        model.addAttribute("address", site.of(Optional.of(host.name()), "/"));
        return "hosts/host";
    }

    private static String home(Host host) {
        return "redirect:" + HOME + "/" + host.name();
    }

    private Host host(Member member, String name) {
        try {
            return hosts.find(member.workspace(), new OwnHost(name)).orElseThrow(NotFound::new);
        } catch (Refusal noName) {
            throw new NotFound();
        }
    }
}
