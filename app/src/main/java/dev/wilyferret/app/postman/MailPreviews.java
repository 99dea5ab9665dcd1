package dev.wilyferret.app.postman;

import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.mail.Mails;
import dev.wilyferret.app.mail.Written;
import dev.wilyferret.app.people.Audience;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.people.MailList;
import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.app.secrets.Signing;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.MailId;
import dev.wilyferret.core.id.SubscriberId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.SiteRoute;
import dev.wilyferret.core.mail.SpamLook;
import dev.wilyferret.core.people.Membership;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.springframework.stereotype.Service;

/** Mails as a subscriber would get them, their links leading straight where they say. */
@Service
public class MailPreviews {

    private final Mails mails;
    private final MailHtml html;
    private final People people;
    private final Lists lists;
    private final Workspaces workspaces;
    private final SiteAddress site;

    MailPreviews(Mails mails, MailHtml html, People people, Lists lists, Workspaces workspaces, SiteAddress site) {
        this.mails = mails;
        this.html = html;
        this.people = people;
        this.lists = lists;
        this.workspaces = workspaces;
        this.site = site;
    }

    /** The address of a mail's preview on the public site. */
    public String address(Written mail, Subscriber as) {
        String claim = mail.workspace() + "." + mail.id() + "." + as.id();
        return site.of(SiteRoute.MAIL_PREVIEW.path(claim + "." + sign(mail.workspace(), claim)));
    }

    private String sign(WorkspaceId workspace, String claim) {
        return workspaces.sign(workspace, "mail-preview." + claim);
    }

    /** The HTML a signed address names. */
    public Optional<String> open(String signed) {
        String[] parts = signed.split("\\.", -1);
        if (parts.length != 4) {
            return Optional.empty();
        }
        String claim = parts[0] + "." + parts[1] + "." + parts[2];
        return Id.parse(parts[0], WorkspaceId::new)
                .filter(workspaces::exists)
                .filter(workspace -> Signing.same(sign(workspace, claim), parts[3]))
                .flatMap(workspace -> Id.parse(parts[1], MailId::new).flatMap(mail -> mails.find(workspace, mail)))
                .map(mail -> drawn(mail, as(mail, parts[2])).html());
    }

    /** Who a mail is shown to: the subscriber that is named, else the latest of the list, else somebody invented. */
    public Subscriber as(Written mail, String id) {
        return Id.parse(id, SubscriberId::new)
                .flatMap(one -> people.find(mail.workspace(), one))
                .filter(one -> one.list().equals(mail.list()) && one.membership() != Membership.ERASED)
                .or(() -> people
                        .meant(mail.workspace(), mail.list(), Audience.EVERYBODY.membership(Membership.CONFIRMED), 1, 0)
                        .stream()
                        .findFirst())
                .orElseGet(() -> somebody(mail));
    }

    private static Subscriber somebody(Written mail) {
        return Subscriber.sample(mail.workspace(), mail.list(), "ines@kelderhoek.example");
    }

    public MailHtml.Drawn drawn(Written mail, Subscriber as) {
        return html.drawn(mail, list(mail), as, workspaces.get(mail.workspace()), UnaryOperator.identity());
    }

    /** How a mail reads to a filter. */
    public SpamLook look(Written mail) {
        Workspace workspace = workspaces.get(mail.workspace());
        return html.look(mail, drawn(mail, somebody(mail)), workspace);
    }

    private MailList list(Written mail) {
        return lists.find(mail.workspace(), mail.list()).orElseThrow();
    }
}
