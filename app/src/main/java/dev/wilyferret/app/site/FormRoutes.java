package dev.wilyferret.app.site;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.clicks.ClickLog;
import dev.wilyferret.app.leads.Lead;
import dev.wilyferret.app.leads.Leads;
import dev.wilyferret.app.live.ServedHtml;
import dev.wilyferret.app.live.SiteSnapshot;
import dev.wilyferret.app.live.SiteSnapshot.LivePage;
import dev.wilyferret.app.live.SnapshotKeeper;
import dev.wilyferret.app.people.Joining;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.people.MailList;
import dev.wilyferret.app.people.Passes;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.app.publicpage.FormSent;
import dev.wilyferret.app.publicpage.LeadFields;
import dev.wilyferret.app.publicpage.LeadFields.LeadField;
import dev.wilyferret.app.publicpage.PageHtml;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.link.Way;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.people.EmailAddress;
import dev.wilyferret.core.text.Fault;
import dev.wilyferret.core.visit.SiteEvent;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;
import org.springframework.web.util.UriComponentsBuilder;

/** What visitors send: opt-in forms and quizzes; and the calendar file of a countdown. */
@Component
class FormRoutes {

    private static final Logger LOG = LoggerFactory.getLogger(FormRoutes.class);

    /** A person needs longer than this to read a form and fill it in. */
    private static final Duration TOO_FAST = Duration.ofMillis(1500);

    private final SnapshotKeeper snapshots;
    private final Leads leads;
    private final Lists lists;
    private final ClickLog log;
    private final ClickBook clicks;
    private final Onward onward;
    private final Carried carried;
    private final VisitCookies cookies;
    private final Orders orders;
    private final Clients clients;
    private final Passes passes;
    private final PlaceBook places;
    private final PageHtml html;
    private final TokenValues tokens;
    private final UuidV7 ids;
    private final Line line;
    private final Answers answers;
    private final Clock clock;

    FormRoutes(
            SnapshotKeeper snapshots,
            Leads leads,
            Lists lists,
            ClickLog log,
            ClickBook clicks,
            Onward onward,
            Carried carried,
            VisitCookies cookies,
            Orders orders,
            Clients clients,
            Passes passes,
            PlaceBook places,
            PageHtml html,
            TokenValues tokens,
            UuidV7 ids,
            Line line,
            Answers answers,
            Clock clock) {
        this.snapshots = snapshots;
        this.leads = leads;
        this.lists = lists;
        this.log = log;
        this.clicks = clicks;
        this.onward = onward;
        this.carried = carried;
        this.cookies = cookies;
        this.orders = orders;
        this.clients = clients;
        this.passes = passes;
        this.places = places;
        this.html = html;
        this.tokens = tokens;
        this.ids = ids;
        this.line = line;
        this.answers = answers;
        this.clock = clock;
    }

    /** A block of a published page, as it stands now. */
    private record Found(LivePage page, Placed placed) {}

    private Optional<Found> find(HttpServletRequest request, String pageId, String blockId) {
        Optional<LivePage> page =
                ShortId.parse(pageId, PageId::new).flatMap(id -> snapshots.now().page(Fronts.of(request), id));
        return blockId.matches("[a-z0-9]{1,24}")
                ? page.flatMap(one -> find(one, new BlockId(blockId)))
                : Optional.empty();
    }

    private Optional<Found> find(LivePage page, BlockId block) {
        if (!(page.document() instanceof ContentPage content)) {
            return Optional.empty();
        }
        return content.at(clock.instant())
                .blocks()
                .shown()
                .filter(placed -> placed.id().equals(block))
                .findFirst()
                .map(placed -> new Found(page, placed));
    }

    /** {@code POST /opt-in/{page}/{block}}: keeps the lead, then goes on; what is wrong is said at the field. */
    void optIn(HttpServletRequest request, HttpServletResponse response, String pageId, String blockId)
            throws IOException {
        Optional<Found> found = find(request, pageId, blockId).filter(one -> one.placed.block() instanceof Block.Form);
        if (found.isEmpty()) {
            answers.notFound(response);
            return;
        }
        long began = System.nanoTime();
        Reply reply = kept(request, response, found.get());
        EvenTime.await(began);
        reply.send();
    }

    /** What is answered, once it is time to. */
    private interface Reply {
        void send() throws IOException;
    }

    private Reply kept(HttpServletRequest request, HttpServletResponse response, Found found) throws IOException {
        try {
            return line.in(() -> take(request, response, found));
        } catch (Line.Full | DataAccessException | TransactionException notKept) {
            LOG.warn("A form could not be kept; the visitor is asked to send it again: {}", Fault.of(notKept));
            response.setHeader("Retry-After", "3");
            FormSent sent = FormSent.notKept(
                    found.placed.id(),
                    typed(request, (Block.Form) found.placed.block()),
                    "This could not be kept just now. What you typed still stands here: please send it again in a few seconds.");
            return () -> again(request, response, HttpServletResponse.SC_SERVICE_UNAVAILABLE, found, sent);
        }
    }

    private static Map<String, String> typed(HttpServletRequest request, Block.Form form) {
        Map<String, String> typed = new LinkedHashMap<>();
        LeadFields.of(form).forEach(field -> typed.put(field.name(), parameter(request, field.name())));
        return typed;
    }

    /** The page once more, with what came of the form that was sent. */
    private void again(HttpServletRequest request, HttpServletResponse response, int status, Found found, FormSent sent)
            throws IOException {
        LivePage page = found.page;
        answers.html(
                response,
                status,
                ServedHtml.of(html.render(
                        page.document(),
                        page.around().firing(List.of()).at(clock.instant()).after(sent))),
                UuidV7.parse(parameter(request, "v")).map(EventId::new),
                tokens.of(request, Optional.empty(), page.offerName()));
    }

    private Reply take(HttpServletRequest request, HttpServletResponse response, Found found) {
        LivePage page = found.page;
        // From a page elsewhere: from here on the browser knows the visit.
        carried.settle(request, response, page.workspace());
        Block.Form form = (Block.Form) found.placed.block();
        Map<String, String> typed = typed(request, form);
        Map<String, String> findings = new LinkedHashMap<>(LeadFields.findings(form, typed));
        String order = typed.getOrDefault(LeadFields.ORDER, "").strip();
        String network = clients.network(request);
        if (findings.isEmpty() && !order.isEmpty()) {
            orders.refusal(page.workspace(), order, new EmailAddress(typed.get(LeadFields.EMAIL)), network)
                    .ifPresent(why -> findings.put(LeadFields.ORDER, why));
        }
        if (!findings.isEmpty()) {
            FormSent sent = FormSent.refused(found.placed.id(), typed, findings);
            return () -> again(request, response, 422, found, sent);
        }
        Lead lead = lead(request, page, current(request, response, page), form, typed);
        Optional<Subscriber> joined =
                leads.keep(page.workspace(), lead, form.list(), joining(lead, form, typed, network));
        String on = after(form, page, found.placed.id(), joined, typed);
        return () -> answers.seeOther(response, on);
    }

    /**
     * Where somebody goes who sent a form. On a list that asks for confirmation the answer is the same whoever is on it
     * already, so that nobody learns that by typing an address; on any other it brings the pass to what is handed out.
     */
    private String after(
            Block.Form form, LivePage page, BlockId from, Optional<Subscriber> joined, Map<String, String> typed) {
        Optional<MailList> list = joined.flatMap(one -> lists.find(one.workspace(), one.list()));
        boolean asked = list.filter(MailList::doubleOptIn).isPresent();
        Optional<PageId> check = list.filter(one -> asked).flatMap(MailList::checkPage);
        boolean open = form.next() instanceof NextStep.NotChosen;
        NextStep next = open && check.isPresent() ? new NextStep.ToPage(check.get()) : form.next();
        String path = onward(next, page, from);
        if (joined.isEmpty() || !(open || form.next() instanceof NextStep.ToPage)) {
            return path;
        }
        UriComponentsBuilder address = UriComponentsBuilder.fromUriString(path);
        String name = typed.getOrDefault("first_name", "").strip();
        if (!name.isEmpty()) {
            address.queryParam("first_name", "{name}");
        }
        if (!asked) {
            Subscriber one = joined.get();
            passes.ifReadable(one, Passes.Purpose.FETCH_UNPROVED).ifPresent(pass -> address.queryParam("d", pass));
        }
        return address.encode().buildAndExpand(name).toUriString();
    }

    private static Joining joining(Lead lead, Block.Form form, Map<String, String> typed, String network) {
        Map<String, String> own = new LinkedHashMap<>();
        LeadFields.of(form).stream()
                .filter(LeadField::own)
                .map(LeadField::label)
                .filter(lead.answers()::containsKey)
                .forEach(label -> own.put(label, lead.answers().get(label)));
        return new Joining(
                new EmailAddress(lead.email()),
                typed.getOrDefault("first_name", "").strip(),
                typed.getOrDefault("last_name", "").strip(),
                typed.getOrDefault("phone", "").strip(),
                own,
                List.of(),
                Optional.of(lead.promotion()),
                Optional.of(lead.page()),
                Optional.of(lead.click()),
                lead.tags().map(Tags::source).orElse(""),
                lead.tags().map(Tags::campaign).orElse(""),
                lead.country(),
                lead.consent(),
                lead.suspect(),
                typed.getOrDefault(LeadFields.ORDER, "").strip(),
                network);
    }

    /**
     * The click that a form belongs to. Who read for so long that their browser forgot the visit goes on with the one their view of the
     * page belongs to; where that is not known either, one begins.
     */
    private Visit.Current current(HttpServletRequest request, HttpServletResponse response, LivePage page) {
        Visit remembered = onward.visit(request, page.workspace());
        Visit visit = remembered.currentOn(page.promotion()).isPresent()
                ? remembered
                : UuidV7.parse(parameter(request, "v"))
                        .map(EventId::new)
                        .flatMap(view -> clicks.viewed(page.workspace(), page.id(), view))
                        .map(click -> remembered.carrying(click.visitor(), Visit.Current.of(click)))
                        .orElse(remembered);
        List<SiteEvent> events = new ArrayList<>(1);
        Visit.Current current = onward.current(request, page, visit, Optional.empty(), events);
        if (!events.isEmpty()) {
            log.append(events);
        }
        cookies.remember(request, response, visit.visitor(), current);
        return current;
    }

    private Lead lead(
            HttpServletRequest request,
            LivePage page,
            Visit.Current current,
            Block.Form form,
            Map<String, String> typed) {
        Map<String, String> said = new LinkedHashMap<>();
        LeadFields.of(form).stream()
                .filter(field -> !field.name().equals(LeadFields.EMAIL))
                .filter(field -> !typed.getOrDefault(field.name(), "").isBlank())
                .forEach(
                        field -> said.put(field.label(), typed.get(field.name()).strip()));
        return new Lead(
                ids.next(),
                page.promotion(),
                page.id(),
                current.click(),
                new EmailAddress(typed.getOrDefault(LeadFields.EMAIL, "")).text(),
                said,
                parameter(request, "consent").isEmpty() ? "" : form.consent(),
                suspect(request),
                current.link().map(snapshots.now().linksById()::get).map(SiteSnapshot.LiveLink::tags),
                places.country(request.getRemoteAddr()),
                clock.instant());
    }

    /** Why a program may have filled the form in; such a lead is kept all the same, and marked. */
    private String suspect(HttpServletRequest request) {
        if (!parameter(request, "site").isEmpty()) {
            return "A field that no person sees was filled in.";
        }
        return UuidV7.parse(parameter(request, "v"))
                .map(view -> Duration.between(UuidV7.momentOf(view), clock.instant()))
                .map(taken -> taken.compareTo(TOO_FAST) < 0
                        ? "It was sent %,d ms after the page opened.".formatted(taken.toMillis())
                        : "")
                .orElse("It was sent without the page having been opened.");
    }

    /** {@code POST /quiz/{page}/{block}}: goes where the answers lead. */
    void quiz(HttpServletRequest request, HttpServletResponse response, String pageId, String blockId)
            throws IOException {
        Optional<Found> found = find(request, pageId, blockId).filter(one -> one.placed.block() instanceof Block.Quiz);
        if (found.isEmpty()) {
            answers.notFound(response);
            return;
        }
        Placed quiz = found.get().placed;
        List<Placed> questions =
                quiz.inside().stream().filter(inner -> !inner.hidden()).toList();
        NextStep next = ((Block.Quiz) quiz.block()).end();
        for (int i = 0; i < questions.size(); i++) {
            Block.Question question = (Block.Question) questions.get(i).block();
            String chosen = parameter(request, "q" + i);
            if (chosen.matches("[0-4]")
                    && Integer.parseInt(chosen) < question.answers().size()) {
                NextStep own = question.answers().get(Integer.parseInt(chosen)).next();
                if (!(own instanceof NextStep.NotChosen)) {
                    next = own;
                    break;
                }
            }
        }
        answers.seeOther(response, onward(next, found.get().page, quiz.id()));
    }

    /** Where somebody goes on this site who sent something; of two at once, the way that a new tab would have. */
    private static String onward(NextStep next, LivePage page, BlockId from) {
        return onward(page.around().way(next), page, from);
    }

    private static String onward(Way way, LivePage page, BlockId from) {
        return switch (way) {
            case Way.Here(String part) -> part.isEmpty() ? page.path() : page.path() + "#" + part;
            case Way.Away(String path) -> path;
            case Way.Thanks() -> page.path() + "?thanks=" + from + "#f-" + from;
            case Way.Both(Way newTab, Way here) -> onward(newTab, page, from);
            case Way.NewTab(Way opened) -> onward(opened, page, from);
        };
    }

    /** {@code /calendar/{page}/{block}}: a countdown's moment as an iCalendar file (RFC 5545). */
    void calendar(HttpServletRequest request, HttpServletResponse response, String pageId, String blockId)
            throws IOException {
        Optional<Found> found = find(request, pageId, blockId)
                .filter(one -> one.placed.block() instanceof Block.Countdown countdown
                        && countdown.calendar()
                        && countdown.until().isPresent());
        if (found.isEmpty()) {
            answers.notFound(response);
            return;
        }
        Instant begins = ((Block.Countdown) found.get().placed.block()).until().orElseThrow();
        LivePage page = found.get().page;
        response.setContentType("text/calendar;charset=UTF-8");
        response.setHeader("Content-Disposition", "attachment; filename=\"event.ics\"");
        response.getOutputStream()
                .write(EventFile.of(
                        ShortId.of(page.id()) + "-" + blockId, page.document().title(), begins, clock.instant()));
    }

    private static String parameter(HttpServletRequest request, String name) {
        return Optional.ofNullable(request.getParameter(name)).orElse("");
    }
}
