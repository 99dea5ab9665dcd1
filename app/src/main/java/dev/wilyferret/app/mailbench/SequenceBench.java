package dev.wilyferret.app.mailbench;

import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.mail.Mails;
import dev.wilyferret.app.mail.Outbox;
import dev.wilyferret.app.mail.Written;
import dev.wilyferret.app.people.ListDesk;
import dev.wilyferret.app.people.MailList;
import dev.wilyferret.app.postman.MailPreviews;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.MailId;
import dev.wilyferret.core.mail.MailText;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.time.Duration;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The mails a list sends by itself: their order, their times, on or off; and its broadcasts. */
@Controller
class SequenceBench {

    /** The longest delay, in units of {@link #UNITS}. */
    private static final int MOST_MINUTES = 90 * 1440;

    private final ListDesk desk;
    private final Mails mails;
    private final Outbox outbox;
    private final MailPreviews previews;

    SequenceBench(ListDesk desk, Mails mails, Outbox outbox, MailPreviews previews) {
        this.desk = desk;
        this.mails = mails;
        this.outbox = outbox;
        this.previews = previews;
    }

    @GetMapping("/people/lists/{id}/sequence")
    String sequence(@AuthenticationPrincipal Member member, @PathVariable ListId id, Model model) {
        MailList list = desk.list(member, id, "sequence", model);
        model.addAttribute("confirm", mails.of(member.workspace(), list.id(), Written.Kind.CONFIRM));
        model.addAttribute("mails", mails.of(member.workspace(), list.id(), Written.Kind.SEQUENCE));
        model.addAttribute("before", outbox.stillBefore(member.workspace(), list.id()));
        progress(member, id, model);
        return "people/sequence";
    }

    private void progress(Member member, ListId id, Model model) {
        model.addAttribute("progress", outbox.progress(member.workspace(), id));
        model.addAttribute("none", Outbox.Progress.NONE);
        model.addAttribute("previews", previews);
    }

    @GetMapping("/people/lists/{id}/broadcasts")
    String broadcasts(@AuthenticationPrincipal Member member, @PathVariable ListId id, Model model) {
        MailList list = desk.list(member, id, "broadcasts", model);
        model.addAttribute(
                "mails",
                mails.of(member.workspace(), list.id(), Written.Kind.BROADCAST).reversed());
        progress(member, id, model);
        return "people/broadcasts";
    }

    @PostMapping("/people/lists/{id}/sequence")
    String addToSequence(@AuthenticationPrincipal Member member, @PathVariable ListId id, Model model) {
        desk.list(member, id, "sequence", model);
        boolean first = mails.of(member.workspace(), id, Written.Kind.SEQUENCE).isEmpty();
        Written made =
                mails.addToSequence(member.workspace(), id, first ? Duration.ZERO : Duration.ofDays(1), MailText.EMPTY);
        return "redirect:/people/mails/" + made.id();
    }

    @PostMapping("/people/lists/{id}/broadcasts")
    String addBroadcast(@AuthenticationPrincipal Member member, @PathVariable ListId id, Model model) {
        desk.list(member, id, "broadcasts", model);
        int number = mails.of(member.workspace(), id, Written.Kind.BROADCAST).size() + 1;
        Written made = mails.add(member.workspace(), id, Written.Kind.BROADCAST, "broadcast-" + number, MailText.EMPTY);
        return "redirect:/people/mails/" + made.id();
    }

    /** A new broadcast with the words of one that has gone out. */
    @PostMapping("/people/mails/{id}/copy")
    String copy(@AuthenticationPrincipal Member member, @PathVariable MailId id) {
        Written old = mail(member, id);
        Written made = mails.add(member.workspace(), old.list(), Written.Kind.BROADCAST, old.name(), old.text());
        return "redirect:/people/mails/" + made.id();
    }

    @PostMapping("/people/mails/{id}/time")
    String time(
            @AuthenticationPrincipal Member member,
            @PathVariable MailId id,
            @RequestParam(defaultValue = "0") String delay,
            @RequestParam(defaultValue = "1440") int unit,
            @RequestParam(defaultValue = "false") boolean afterOptIn,
            @RequestParam(defaultValue = "false") boolean live,
            RedirectAttributes after) {
        Written mail = mail(member, id);
        try {
            mails.time(member.workspace(), id, delay(delay, unit), afterOptIn, live);
        } catch (Refusal refusal) {
            after.addFlashAttribute("refused", refusal.getMessage());
        }
        return "redirect:/people/lists/" + mail.list() + "/sequence";
    }

    private static Duration delay(String typed, int unit) {
        if (!typed.strip().matches("\\d{1,5}")
                || (unit != 1 && unit != 60 && unit != 1440)
                || Integer.parseInt(typed.strip()) * (long) unit > MOST_MINUTES) {
            throw new Refusal(
                    "\"%s\" is not a delay. Write a whole number, up to 90 days.".formatted(PlainText.cut(typed, 20)));
        }
        return Duration.ofMinutes(Integer.parseInt(typed.strip()) * (long) unit);
    }

    @PostMapping("/people/mails/{id}/move")
    String move(@AuthenticationPrincipal Member member, @PathVariable MailId id, @RequestParam int by) {
        Written mail = mail(member, id);
        mails.move(member.workspace(), id, by);
        return "redirect:/people/lists/" + mail.list() + "/sequence";
    }

    @PostMapping("/people/mails/{id}/remove")
    String remove(@AuthenticationPrincipal Member member, @PathVariable MailId id, RedirectAttributes after) {
        Written mail = mail(member, id);
        mails.remove(member.workspace(), id);
        after.addFlashAttribute("removed", mail);
        return home(mail);
    }

    @PostMapping("/people/mails/{id}/put-back")
    String putBack(@AuthenticationPrincipal Member member, @PathVariable MailId id) {
        mails.putBack(member.workspace(), id);
        return home(mail(member, id));
    }

    private static String home(Written mail) {
        return "redirect:/people/lists/" + mail.list()
                + (mail.kind() == Written.Kind.BROADCAST ? "/broadcasts" : "/sequence");
    }

    private Written mail(Member member, MailId id) {
        return mails.find(member.workspace(), id).orElseThrow(NotFound::new);
    }
}
