package dev.wilyferret.app.mailbench;

import dev.wilyferret.app.forms.Blank;
import dev.wilyferret.app.forms.Blank.Field;
import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.forms.TypedMoment;
import dev.wilyferret.app.mail.Broadcasts;
import dev.wilyferret.app.mail.Mails;
import dev.wilyferret.app.mail.Outbox;
import dev.wilyferret.app.mail.Written;
import dev.wilyferret.app.people.Audience;
import dev.wilyferret.app.people.ListDesk;
import dev.wilyferret.app.people.ListPages;
import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.app.postman.MailPreviews;
import dev.wilyferret.app.postman.Postman;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.MailId;
import dev.wilyferret.core.mail.MailText;
import dev.wilyferret.core.page.RichText;
import dev.wilyferret.core.people.Membership;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.Map;
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
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The bench of a mail: its words on one side, the mail itself and how it reads to a filter on the other. */
@Controller
@RequestMapping("/people/mails/{id}")
class MailBench {

    private record Words(String name, MailText text) {}

    private static final Blank<Words> WORDS = new Blank<>();
    private static final Field<Words, String> NAME =
            WORDS.text("name", Words::name, typed -> PlainText.line("name of the mail", typed, 60));
    private static final Field<Words, String> SUBJECT = WORDS.text(
            "subject", words -> words.text.subject(), typed -> new MailText(typed, "", new RichText("")).subject());
    private static final Field<Words, String> PREVIEW = WORDS.text(
            "preview", words -> words.text.preview(), typed -> new MailText("", typed, new RichText("")).preview());
    private static final Field<Words, RichText> BODY =
            WORDS.text("body", words -> words.text.body().source(), RichText::new);

    private final ListDesk desk;
    private final Mails mails;
    private final Broadcasts broadcasts;
    private final Outbox outbox;
    private final MailPreviews previews;
    private final Postman postman;
    private final People people;
    private final ListPages names;
    private final Workspaces workspaces;

    MailBench(
            ListDesk desk,
            Mails mails,
            Broadcasts broadcasts,
            Outbox outbox,
            MailPreviews previews,
            Postman postman,
            People people,
            ListPages names,
            Workspaces workspaces) {
        this.desk = desk;
        this.mails = mails;
        this.broadcasts = broadcasts;
        this.outbox = outbox;
        this.previews = previews;
        this.postman = postman;
        this.people = people;
        this.names = names;
        this.workspaces = workspaces;
    }

    private Written mail(Member member, MailId id) {
        return mails.find(member.workspace(), id).orElseThrow(NotFound::new);
    }

    @GetMapping
    String open(
            @AuthenticationPrincipal Member member,
            @PathVariable MailId id,
            @RequestParam MultiValueMap<String, String> asked,
            @RequestParam(defaultValue = "") String as,
            Model model) {
        Written mail = mail(member, id);
        if (!model.containsAttribute("form")) {
            model.addAttribute("form", WORDS.shown(new Words(mail.name(), mail.text())));
        }
        return show(member, mail, as, Intake.of(asked), model);
    }

    private String show(Member member, Written mail, String as, Intake asked, Model model) {
        desk.list(member, mail.list(), mail.kind() == Written.Kind.BROADCAST ? "broadcasts" : "sequence", model);
        Workspace workspace = workspaces.get(member.workspace());
        beside(mail, as, model);
        model.addAttribute(
                "people",
                people.meant(
                        member.workspace(), mail.list(), Audience.EVERYBODY.membership(Membership.CONFIRMED), 50, 0));
        model.addAttribute("targets", names.of(member.workspace()));
        model.addAttribute("me", member);
        if (mail.kind() == Written.Kind.BROADCAST) {
            desk.choices(member, mail.list(), model);
            Audience who = mail.audience().orElseGet(() -> ListDesk.audience(asked, workspace));
            model.addAttribute("who", asked);
            model.addAttribute(
                    "reached", people.count(member.workspace(), mail.list(), who.membership(Membership.CONFIRMED)));
            model.addAttribute("progress", outbox.progress(mail));
            model.addAttribute("sendAt", TypedMoment.shown(mail.sendAt(), workspace.zone()));
        }
        return "people/mail";
    }

    /** What changes as the mail is written. */
    private void beside(Written mail, String as, Model model) {
        Subscriber reader = previews.as(mail, as);
        model.addAttribute("mail", mail);
        model.addAttribute("as", reader);
        model.addAttribute("previewAddress", previews.address(mail, reader));
        model.addAttribute("drawn", previews.drawn(mail, reader));
        model.addAttribute("look", previews.look(mail));
    }

    /** Keeps what is typed. */
    @PostMapping
    String write(
            @AuthenticationPrincipal Member member,
            @PathVariable MailId id,
            @RequestParam MultiValueMap<String, String> typed,
            @RequestParam int revision,
            @RequestParam(defaultValue = "") String as,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean partly,
            Model model) {
        Written mail = mail(member, id);
        Intake form = Intake.of(typed);
        boolean kept = WORDS.read(
                        form,
                        all -> new Words(all.of(NAME), new MailText(all.of(SUBJECT), all.of(PREVIEW), all.of(BODY))))
                .filter(words -> mails.write(member.workspace(), id, revision, words.name, words.text))
                .isPresent();
        if (!partly) {
            if (kept) {
                return "redirect:/people/mails/" + id;
            }
            model.addAttribute("form", form);
            return show(member, mail(member, id), as, Intake.showing(Map.of()), model);
        }
        model.addAttribute("form", form);
        model.addAttribute("keptNow", kept);
        model.addAttribute("conflict", form.clean() && !kept);
        beside(mail(member, id), as, model);
        return "people/mail :: answer";
    }

    @PostMapping("/sample")
    String sample(@AuthenticationPrincipal Member member, @PathVariable MailId id, RedirectAttributes after) {
        Written mail = mail(member, id);
        Subscriber reader = previews.as(mail, "");
        after.addFlashAttribute(
                "said",
                postman.sample(
                        desk.list(member, mail.list(), "", new org.springframework.ui.ExtendedModelMap()),
                        previews.drawn(mail, reader),
                        member.email()));
        return "redirect:/people/mails/" + id;
    }

    @PostMapping("/send")
    String send(
            @AuthenticationPrincipal Member member,
            @PathVariable MailId id,
            @RequestParam MultiValueMap<String, String> typed,
            RedirectAttributes after) {
        Written mail = mail(member, id);
        Workspace workspace = workspaces.get(member.workspace());
        Intake form = Intake.of(typed);
        try {
            Audience who = ListDesk.audience(form, workspace);
            broadcasts.send(member.workspace(), mail.id(), who, TypedMoment.read(form.value("at"), workspace.zone()));
        } catch (Refusal refusal) {
            after.addFlashAttribute("refused", refusal.getMessage());
        }
        return "redirect:/people/mails/" + id;
    }

    @PostMapping("/stop")
    String stop(@AuthenticationPrincipal Member member, @PathVariable MailId id) {
        broadcasts.stop(member.workspace(), mail(member, id).id());
        return "redirect:/people/mails/" + id;
    }

    @PostMapping("/resume")
    String resume(@AuthenticationPrincipal Member member, @PathVariable MailId id) {
        broadcasts.resume(member.workspace(), mail(member, id).id());
        return "redirect:/people/mails/" + id;
    }

    /** How far a broadcast is, asked again while it runs. */
    @GetMapping("/progress")
    String progress(@AuthenticationPrincipal Member member, @PathVariable MailId id, Model model) {
        Written mail = mail(member, id);
        model.addAttribute("mail", mail);
        model.addAttribute("progress", outbox.progress(mail));
        return "people/mail :: running";
    }

    /** How many a broadcast would reach, as its audience is chosen. */
    @PostMapping("/reach")
    String reach(
            @AuthenticationPrincipal Member member,
            @PathVariable MailId id,
            @RequestParam MultiValueMap<String, String> typed,
            Model model) {
        Written mail = mail(member, id);
        Audience who = ListDesk.audience(Intake.of(typed), workspaces.get(member.workspace()));
        model.addAttribute(
                "reached", people.count(member.workspace(), mail.list(), who.membership(Membership.CONFIRMED)));
        return "people/mail :: reach";
    }
}
