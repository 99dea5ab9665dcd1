package dev.wilyferret.app.handover;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.people.MailList;
import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.id.HandoverId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.text.Refusal;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.random.RandomGenerator;
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

/** Where a list's subscribers are handed on to: the form code is pasted, read, tried, then kept. */
@Controller
@RequestMapping("/people/lists/{id}/handover")
class HandoverBench {

    private final Handovers handovers;
    private final Lists lists;
    private final People people;
    private final RandomGenerator random;

    HandoverBench(Handovers handovers, Lists lists, People people, RandomGenerator random) {
        this.handovers = handovers;
        this.lists = lists;
        this.people = people;
        this.random = random;
    }

    /** Somebody who was handed on, by address. */
    public record Shown(Handovers.Handed handed, String email) {}

    @GetMapping
    String open(@AuthenticationPrincipal Member member, @PathVariable ListId id, Model model) {
        return show(member, id, Intake.showing(Map.of()), model);
    }

    private String show(Member member, ListId id, Intake form, Model model) {
        MailList list = list(member, id);
        model.addAttribute("list", list);
        model.addAttribute("bench", "handover");
        model.addAttribute("form", form);
        model.addAttribute("handovers", handovers.of(member.workspace(), id));
        model.addAttribute("parts", FormCode.Part.values());
        model.addAttribute(
                "handed",
                handovers.handed(member.workspace(), id).stream()
                        .map(one -> new Shown(
                                one,
                                people.find(member.workspace(), one.subscriber())
                                        .map(Subscriber::email)
                                        .orElse("")))
                        .toList());
        return "people/handover";
    }

    private MailList list(Member member, ListId id) {
        return lists.find(member.workspace(), id).orElseThrow(NotFound::new);
    }

    /** Reads a pasted form code and proposes what fills its fields. */
    @PostMapping("/form")
    String read(
            @AuthenticationPrincipal Member member,
            @PathVariable ListId id,
            @RequestParam MultiValueMap<String, String> typed,
            Model model) {
        Intake form = Intake.of(typed);
        form.take("code", FormCode::read).ifPresent(code -> {
            model.addAttribute("code", code);
            Map<String, FormCode.Part> chosen = code.proposed();
            code.inputs()
                    .keySet()
                    .forEach(name -> part(form.value("fill-" + name)).ifPresent(part -> chosen.put(name, part)));
            model.addAttribute("chosen", chosen);
            if (form.ticked("try") || form.ticked("keep")) {
                Handover handover = handover(member, id, code, chosen);
                if (!chosen.containsValue(FormCode.Part.EMAIL)) {
                    form.refuse("code", "No field gets the e-mail address yet. Choose one below.");
                } else if (form.ticked("try")) {
                    model.addAttribute(
                            "answer",
                            handovers.send(handover, Subscriber.sample(member.workspace(), id, member.email())));
                } else {
                    handovers.keep(handover);
                    model.addAttribute("said", "Kept. Whoever confirms from now on is handed on there.");
                    model.addAttribute("code", null);
                }
            }
        });
        return show(member, id, form, model);
    }

    private static Optional<FormCode.Part> part(String name) {
        return List.of(FormCode.Part.values()).stream()
                .filter(part -> part.name().equals(name))
                .findFirst();
    }

    private Handover handover(Member member, ListId list, FormCode code, Map<String, FormCode.Part> chosen) {
        Map<String, String> filled = new LinkedHashMap<>();
        chosen.forEach((name, part) -> filled.put(name, part.name()));
        return new Handover(
                member.workspace(),
                handovers.newId(),
                list,
                Handover.Kind.FORM,
                code.action(),
                "",
                code.hidden(),
                filled,
                code.get(),
                true);
    }

    @PostMapping("/webhook")
    String webhook(
            @AuthenticationPrincipal Member member,
            @PathVariable ListId id,
            @RequestParam String address,
            RedirectAttributes after) {
        list(member, id);
        try {
            byte[] secret = new byte[24];
            random.nextBytes(secret);
            handovers.keep(new Handover(
                    member.workspace(),
                    handovers.newId(),
                    id,
                    Handover.Kind.WEBHOOK,
                    new WebAddress(address.strip()).text(),
                    HexFormat.of().formatHex(secret),
                    Map.of(),
                    Map.of(),
                    false,
                    true));
        } catch (Refusal refusal) {
            after.addFlashAttribute("refused", refusal.getMessage());
            after.addFlashAttribute("typedAddress", address);
        }
        return "redirect:/people/lists/" + id + "/handover";
    }

    @PostMapping("/{handover}/try")
    String again(
            @AuthenticationPrincipal Member member,
            @PathVariable ListId id,
            @PathVariable HandoverId handover,
            RedirectAttributes after) {
        handovers.of(member.workspace(), id).stream()
                .filter(one -> one.id().equals(handover))
                .findFirst()
                .ifPresent(one -> after.addFlashAttribute(
                        "answer", handovers.send(one, Subscriber.sample(member.workspace(), id, member.email()))));
        return "redirect:/people/lists/" + id + "/handover";
    }

    @PostMapping("/{handover}/drop")
    String drop(@AuthenticationPrincipal Member member, @PathVariable ListId id, @PathVariable HandoverId handover) {
        list(member, id);
        handovers.drop(member.workspace(), handover);
        return "redirect:/people/lists/" + id + "/handover";
    }
}
