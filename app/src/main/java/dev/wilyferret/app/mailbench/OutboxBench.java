package dev.wilyferret.app.mailbench;

import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.leads.Leads;
import dev.wilyferret.app.mail.Letter;
import dev.wilyferret.app.mail.Mails;
import dev.wilyferret.app.mail.Outbox;
import dev.wilyferret.app.mail.Written;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.app.postman.Postman;
import dev.wilyferret.app.sales.Sale;
import dev.wilyferret.app.sales.Sales;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.LetterId;
import dev.wilyferret.core.id.MailId;
import dev.wilyferret.core.id.SubscriberId;
import dev.wilyferret.core.people.EmailAddress;
import dev.wilyferret.core.people.Membership;
import dev.wilyferret.core.text.Refusal;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The outbox, and all that is known of one person. */
@Controller
class OutboxBench {

    private final Outbox outbox;
    private final Mails mails;
    private final Postman postman;
    private final People people;
    private final Lists lists;
    private final Leads leads;
    private final Sales sales;

    OutboxBench(Outbox outbox, Mails mails, Postman postman, People people, Lists lists, Leads leads, Sales sales) {
        this.outbox = outbox;
        this.mails = mails;
        this.postman = postman;
        this.people = people;
        this.lists = lists;
        this.leads = leads;
        this.sales = sales;
    }

    /** A letter with what it says and to whom. */
    public record Shown(Letter letter, Written mail, Subscriber to) {}

    @GetMapping("/people/outbox")
    String outbox(@AuthenticationPrincipal Member member, @RequestParam(defaultValue = "") String only, Model model) {
        List<Letter.State> states = List.of(Letter.State.values()).stream()
                .filter(state -> only.isEmpty() || state.name().equals(only))
                .toList();
        model.addAttribute("states", outbox.states(member.workspace()));
        model.addAttribute("all", Letter.State.values());
        model.addAttribute("only", only);
        model.addAttribute("letters", shown(member, outbox.latest(member.workspace(), states)));
        model.addAttribute("trouble", postman.trouble().orElse(null));
        model.addAttribute("hasServer", postman.hasServer());
        return "people/outbox";
    }

    private List<Shown> shown(Member member, List<Letter> letters) {
        Map<MailId, Written> known = new HashMap<>();
        return letters.stream()
                .map(letter -> new Shown(
                        letter,
                        known.computeIfAbsent(letter.mail(), id -> mails.sent(member.workspace(), id)),
                        people.find(member.workspace(), letter.subscriber()).orElseThrow()))
                .toList();
    }

    @PostMapping("/people/outbox/{id}/again")
    String again(@AuthenticationPrincipal Member member, @PathVariable LetterId id) {
        outbox.again(member.workspace(), id);
        return "redirect:/people/outbox";
    }

    @GetMapping("/people/persons/{id}")
    String person(@AuthenticationPrincipal Member member, @PathVariable SubscriberId id, Model model) {
        Subscriber one = person(member, id);
        List<Subscriber> everywhere = people.sameAddress(one);
        List<SubscriberId> ids = everywhere.stream().map(Subscriber::id).toList();
        List<ClickId> clicks = everywhere.stream()
                .flatMap(each -> each.click().stream())
                .distinct()
                .toList();
        List<Sale> bought = Stream.concat(
                        sales.ofClicks(member.workspace(), clicks).stream(),
                        everywhere.stream()
                                .filter(each -> !each.order().isEmpty())
                                .flatMap(each -> sales.ofOrder(member.workspace(), each.order()).stream()))
                .distinct()
                .toList();
        model.addAttribute("one", one);
        model.addAttribute("everywhere", everywhere);
        model.addAttribute("listNames", lists.names(member.workspace()));
        model.addAttribute("letters", shown(member, outbox.ofPeople(member.workspace(), ids)));
        model.addAttribute("followed", outbox.followed(member.workspace(), ids));
        model.addAttribute(
                "leads",
                one.membership() == Membership.ERASED ? List.of() : leads.ofAddress(member.workspace(), one.email()));
        model.addAttribute("clicks", clicks);
        model.addAttribute("sales", bought);
        return "people/person";
    }

    private Subscriber person(Member member, SubscriberId id) {
        return people.find(member.workspace(), id).orElseThrow(NotFound::new);
    }

    @PostMapping("/people/persons/{id}/tags")
    String tag(
            @AuthenticationPrincipal Member member,
            @PathVariable SubscriberId id,
            @RequestParam String tags,
            RedirectAttributes after) {
        person(member, id);
        try {
            people.tag(member.workspace(), id, tags);
        } catch (Refusal refusal) {
            after.addFlashAttribute("refused", refusal.getMessage());
        }
        return "redirect:/people/persons/" + id;
    }

    @PostMapping("/people/persons/{id}/leave")
    String leave(@AuthenticationPrincipal Member member, @PathVariable SubscriberId id, RedirectAttributes after) {
        people.leave(member.workspace(), person(member, id).id());
        after.addFlashAttribute("said", "Taken off. Only their own opt-in brings them back.");
        return "redirect:/people/persons/" + id;
    }

    @PostMapping("/people/persons/{id}/erase")
    String erase(
            @AuthenticationPrincipal Member member,
            @PathVariable SubscriberId id,
            @RequestParam(defaultValue = "") String sure,
            RedirectAttributes after) {
        Subscriber one = person(member, id);
        if (!EmailAddress.asKept(sure.strip()).equalsIgnoreCase(one.email())) {
            after.addFlashAttribute("refused", "Not erased. Type the address exactly, since this cannot be undone.");
            return "redirect:/people/persons/" + id;
        }
        people.erase(member.workspace(), id);
        after.addFlashAttribute("said", "Erased. Address, name, answers and clicks' ties are gone; the sums stay.");
        return "redirect:/people/persons/" + id;
    }
}
