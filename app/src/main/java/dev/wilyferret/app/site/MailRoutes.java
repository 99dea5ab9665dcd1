package dev.wilyferret.app.site;

import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.live.ServedHtml;
import dev.wilyferret.app.live.SiteSnapshot;
import dev.wilyferret.app.live.SiteSnapshot.Front;
import dev.wilyferret.app.live.SnapshotKeeper;
import dev.wilyferret.app.mail.MailLinks;
import dev.wilyferret.app.mail.Outbox;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.people.MailList;
import dev.wilyferret.app.people.Passes;
import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.app.publicpage.PageHtml;
import dev.wilyferret.app.shelf.Bonus;
import dev.wilyferret.app.shelf.Bonuses;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.core.id.BonusId;
import dev.wilyferret.core.id.LetterId;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.SiteRoute;
import dev.wilyferret.core.people.EmailAddress;
import dev.wilyferret.core.people.Membership;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import org.springframework.stereotype.Component;

/** Where mails lead: confirming, leaving, following a link, fetching what is given away. All without signing in. */
@Component
class MailRoutes {

    private final SnapshotKeeper snapshots;
    private final People people;
    private final Lists lists;
    private final Passes passes;
    private final MailLinks links;
    private final Outbox outbox;
    private final Renewals renewals;
    private final Bonuses bonuses;
    private final VisitorRoutes visitors;
    private final MediaRoute media;
    private final SiteAddress site;
    private final PageHtml html;
    private final Answers answers;

    MailRoutes(
            SnapshotKeeper snapshots,
            People people,
            Lists lists,
            Passes passes,
            MailLinks links,
            Outbox outbox,
            Renewals renewals,
            Bonuses bonuses,
            VisitorRoutes visitors,
            MediaRoute media,
            SiteAddress site,
            PageHtml html,
            Answers answers) {
        this.snapshots = snapshots;
        this.people = people;
        this.lists = lists;
        this.passes = passes;
        this.links = links;
        this.outbox = outbox;
        this.renewals = renewals;
        this.bonuses = bonuses;
        this.visitors = visitors;
        this.media = media;
        this.site = site;
        this.html = html;
        this.answers = answers;
    }

    /** Who a pass is for, on a host that serves their workspace. */
    private Optional<Passes.Claim> claim(HttpServletRequest request, Passes.Purpose purpose, String pass) {
        return passes.read(purpose, pass).filter(claim -> Fronts.of(request).serves(claim.workspace()));
    }

    private static boolean looking(HttpServletRequest request) {
        return request.getMethod().equals("HEAD");
    }

    private Workspace owner(WorkspaceId workspace) {
        return Objects.requireNonNull(snapshots.now().workspaces().get(workspace));
    }

    /**
     * {@code GET /confirm/{pass}}: a page that goes on by itself in a browser, and by its button without script. Programs
     * that only open the links of a mail confirm nothing.
     */
    void askToConfirm(HttpServletRequest request, HttpServletResponse response, String pass) throws IOException {
        Optional<Subscriber> one = claim(request, Passes.Purpose.CONFIRM, pass).flatMap(people::claimed);
        if (one.isEmpty()) {
            answers.notFound(response);
        } else if (one.get().membership() != Membership.PENDING && !people.somethingWaits(one.get())) {
            welcome(Fronts.of(request), response, one.get());
        } else {
            question(
                    response,
                    "Is it you?",
                    List.of("One press, and %s is on the list “%s”."
                            .formatted(EmailAddress.readable(one.get().email()), listName(one.get()))),
                    one.get().workspace(),
                    new PageHtml.Asking(
                            SiteRoute.CONFIRM.path(pass),
                            "",
                            "Yes, that is me",
                            true,
                            page(Fronts.of(request), one.get(), MailList::confirmedPage)
                                    .map(Onward::elsewhere)
                                    .orElse("")));
        }
    }

    /** {@code POST /confirm/{pass}}: confirms the address, then leads to the list's page for that. */
    void confirm(HttpServletRequest request, HttpServletResponse response, String pass) throws IOException {
        Optional<Subscriber> one = claim(request, Passes.Purpose.CONFIRM, pass)
                .flatMap(people::claimed)
                .flatMap(known -> people.confirm(known.workspace(), known.id()));
        if (one.isEmpty()) {
            answers.notFound(response);
        } else {
            welcome(Fronts.of(request), response, one.get());
        }
    }

    private void welcome(Front front, HttpServletResponse response, Subscriber one) throws IOException {
        Optional<Onward> page = page(front, one, MailList::confirmedPage);
        if (one.membership() != Membership.CONFIRMED) {
            answers.say(
                    response,
                    "Not on the list any more",
                    List.of("This address has left the list. To come back, fill in the form once more."),
                    owner(one.workspace()));
        } else if (page.isPresent()) {
            answers.seeOther(response, page.get().address() + "?" + with(one));
        } else {
            answers.say(
                    response,
                    "Thank you",
                    List.of("Your address is confirmed. What you asked for is on its way."),
                    owner(one.workspace()));
        }
    }

    private void question(
            HttpServletResponse response,
            String title,
            List<String> words,
            WorkspaceId workspace,
            PageHtml.Asking asking)
            throws IOException {
        answers.html(
                response,
                HttpServletResponse.SC_OK,
                ServedHtml.of(html.question(title, words, owner(workspace), asking)),
                Optional.empty());
    }

    private String listName(Subscriber one) {
        return lists.find(one.workspace(), one.list()).map(MailList::name).orElse("");
    }

    /**
     * A page of a list.
     *
     * @param address the path alone where it stands on the host that was asked
     * @param elsewhere the origin of its host where that is another one; else empty
     */
    private record Onward(String address, String elsewhere) {}

    private Optional<Onward> page(Front front, Subscriber one, Function<MailList, Optional<PageId>> which) {
        return lists.find(one.workspace(), one.list())
                .flatMap(which)
                .map(snapshots.now().pagesById()::get)
                .map(page -> page.host().equals(front.host())
                        ? new Onward(page.path(), "")
                        : new Onward(site.of(page.host(), page.path()), site.origin(page.host())));
    }

    /** What a page is told of a person who comes by mail: a fresh pass, and the first name for its words. */
    private String with(Subscriber one) {
        String pass = "d=" + passes.pass(one, Passes.Purpose.FETCH);
        return one.firstName().isEmpty()
                ? pass
                : pass + "&first_name=" + URLEncoder.encode(one.firstName(), StandardCharsets.UTF_8);
    }

    /** {@code GET /leave/{pass}}: asks, since programs open links too; nothing changes yet. */
    void askToLeave(HttpServletRequest request, HttpServletResponse response, String pass) throws IOException {
        Optional<Subscriber> one = leaver(request, pass);
        if (one.isEmpty()) {
            answers.notFound(response);
            return;
        }
        question(
                response,
                "Unsubscribe",
                List.of("%s gets no more mail from the list “%s” once you press the button."
                        .formatted(EmailAddress.readable(one.get().email()), listName(one.get()))),
                one.get().workspace(),
                new PageHtml.Asking(
                        SiteRoute.LEAVE.path(pass),
                        "",
                        "Unsubscribe",
                        false,
                        page(Fronts.of(request), one.get(), MailList::leftPage)
                                .map(Onward::elsewhere)
                                .orElse("")));
    }

    private Optional<Subscriber> leaver(HttpServletRequest request, String pass) {
        return claim(request, Passes.Purpose.LEAVE, pass)
                .flatMap(people::claimed)
                .filter(one -> one.membership() != Membership.ERASED);
    }

    /** {@code POST /leave/{pass}}: takes the person off at once, by the button or by one click of a mail program (RFC 8058). */
    void leave(HttpServletRequest request, HttpServletResponse response, String pass) throws IOException {
        Optional<Subscriber> one = leaver(request, pass).flatMap(known -> people.leave(known.workspace(), known.id()));
        if (one.isEmpty()) {
            answers.notFound(response);
            return;
        }
        Optional<Onward> page = page(Fronts.of(request), one.get(), MailList::leftPage);
        if (page.isPresent()) {
            answers.seeOther(response, page.get().address());
        } else {
            answers.say(
                    response,
                    "You are off the list",
                    List.of("No more mail comes to %s from this list."
                            .formatted(EmailAddress.readable(one.get().email()))),
                    owner(one.get().workspace()));
        }
    }

    /** {@code /m/{workspace}/{letter}/{link}}: notes who followed the link, then sends them where the mail said. */
    void follow(HttpServletRequest request, HttpServletResponse response, String[] parts) throws IOException {
        Optional<WorkspaceId> workspace =
                ShortId.parse(parts[1], WorkspaceId::new).filter(Fronts.of(request)::serves);
        Optional<LetterId> letter = ShortId.parse(parts[2], LetterId::new);
        Optional<LinkId> link = ShortId.parse(parts[3], LinkId::new);
        Optional<MailLinks.Followed> followed = workspace.isEmpty() || letter.isEmpty() || link.isEmpty()
                ? Optional.empty()
                : links.follow(workspace.get(), letter.get(), link.get(), outbox, !looking(request));
        if (followed.isEmpty()) {
            answers.notFound(response);
            return;
        }
        Optional<SiteSnapshot.LiveLink> live =
                followed.get().link().map(snapshots.now().linksById()::get).filter(SiteSnapshot.LiveLink::active);
        if (live.isPresent()) {
            Optional<Subscriber> one =
                    people.find(workspace.get(), followed.get().subscriber());
            visitors.follow(request, response, live.get(), one.map(this::with).orElse(""));
        } else {
            answers.sendTo(response, followed.get().destination());
        }
    }

    /** {@code GET /gift/{bonus}?d=pass}: hands a bonus out to whoever has a pass that is still good. */
    void gift(HttpServletRequest request, HttpServletResponse response, String id) throws IOException {
        String pass = Optional.ofNullable(request.getParameter("d")).orElse("");
        Optional<Passes.Claim> claim = claim(request, Passes.Purpose.FETCH, pass)
                .or(() -> claim(request, Passes.Purpose.FETCH_UNPROVED, pass));
        Optional<BonusId> bonusId = ShortId.parse(id, BonusId::new);
        if (claim.isEmpty() || claim.get().over()) {
            askForAddress(
                    request,
                    response,
                    id,
                    claim.isPresent()
                            ? "This link was good for a week, and that is over."
                            : "This link belongs to the mail it came with.");
            return;
        }
        WorkspaceId workspace = claim.get().workspace();
        Optional<Bonus> bonus =
                bonusId.flatMap(known -> bonuses.find(workspace, known)).filter(Bonus::given);
        Optional<Subscriber> one = people.claimed(claim.get()).filter(known -> known.membership() != Membership.ERASED);
        if (bonus.isEmpty() || one.isEmpty()) {
            answers.notFound(response);
            return;
        }
        if (one.get().membership() != Membership.CONFIRMED
                || !bonus.get().goesTo(one.get().list())) {
            askForAddress(
                    request,
                    response,
                    id,
                    "This goes to the people of a list while they are on it, and this link is not of such a list.");
            return;
        }
        if (claim.get().purpose() == Passes.Purpose.FETCH_UNPROVED && confirms(one.get())) {
            askForAddress(request, response, id, "This list goes by mail now.");
            return;
        }
        if (!looking(request) && request.getHeader("Range") == null) {
            bonuses.fetch(workspace, bonus.get().id(), one.get().id());
        }
        if (bonus.get().file().isEmpty()) {
            answers.sendTo(response, bonus.get().link());
        } else {
            media.handOut(
                    request,
                    response,
                    snapshots.now().media(workspace, bonus.get().file()));
        }
    }

    private boolean confirms(Subscriber one) {
        return lists.find(one.workspace(), one.list())
                .filter(MailList::doubleOptIn)
                .isPresent();
    }

    private void askForAddress(HttpServletRequest request, HttpServletResponse response, String id, String why)
            throws IOException {
        Optional<WorkspaceId> workspace =
                ShortId.parse(id, BonusId::new).flatMap(bonuses::workspaceOf).filter(Fronts.of(request)::serves);
        if (workspace.isEmpty()) {
            answers.notFound(response);
            return;
        }
        List<String> words =
                new ArrayList<>(List.of(why, "Type the address you gave, and a fresh link comes by mail."));
        bonuses.find(workspace.get(), ShortId.parse(id, BonusId::new).orElseThrow())
                .map(Bonus::terms)
                .filter(terms -> !terms.isEmpty())
                .ifPresent(words::add);
        question(
                response,
                "A fresh link",
                words,
                workspace.get(),
                new PageHtml.Asking(SiteRoute.GIFT.path(id), "E-mail address", "Mail me a fresh link", false, ""));
    }

    /** {@code POST /gift/{bonus}}: mails a fresh link to an address that is on a list; the answer tells nobody whether it is. */
    void renew(HttpServletRequest request, HttpServletResponse response, String id) throws IOException {
        Optional<BonusId> bonus = ShortId.parse(id, BonusId::new);
        Optional<WorkspaceId> workspace = bonus.flatMap(bonuses::workspaceOf).filter(Fronts.of(request)::serves);
        if (workspace.isEmpty()) {
            answers.notFound(response);
            return;
        }
        answers.say(
                response,
                "Look in your inbox",
                List.of("If that address is on our list, a fresh link is on its way to it."),
                owner(workspace.get()));
        // Whether the address is on a list is looked up when everything is answered, so that no time tells it.
        renewals.ask(
                workspace.get(),
                bonus.get(),
                Optional.ofNullable(request.getParameter("email")).orElse(""));
    }
}
