package dev.wilyferret.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.links.LinkDetails;
import dev.wilyferret.app.links.Links;
import dev.wilyferret.app.links.TrackingLink;
import dev.wilyferret.app.mail.Broadcasts;
import dev.wilyferret.app.mail.Mails;
import dev.wilyferret.app.mail.Outbox;
import dev.wilyferret.app.mail.Written;
import dev.wilyferret.app.people.Audience;
import dev.wilyferret.app.people.Imports;
import dev.wilyferret.app.people.Joining;
import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.app.sales.Postbacks;
import dev.wilyferret.app.sales.Sales;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.ImportId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.mail.MailText;
import dev.wilyferret.core.page.RichText;
import dev.wilyferret.core.people.EmailAddress;
import dev.wilyferret.core.people.Membership;
import dev.wilyferret.core.sale.SaleState;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.transaction.support.TransactionTemplate;

/** Two who change the same thing at the same moment: both changes hold, or the later one knows of the earlier. */
class AtOnceTest extends AppTest {

    private static final Audience ALL = new Audience(
            Optional.of(Membership.CONFIRMED), "", "", "", Optional.empty(), Optional.empty(), Optional.empty());

    @Autowired
    private People people;

    @Autowired
    private Imports imports;

    @Autowired
    private Mails mails;

    @Autowired
    private Broadcasts broadcasts;

    @Autowired
    private Outbox outbox;

    @Autowired
    private TransactionTemplate transaction;

    @Autowired
    private Postbacks postbacks;

    @Autowired
    private Sales sales;

    @Autowired
    private Links links;

    private WorkspaceId workspace;
    private ListId list;

    @BeforeEach
    void begin() {
        workspace = scenario.emptyWithLegal().id();
        list = scenario.list(workspace, false);
    }

    /** Does the first, and before it is made durable the second, which either gets through or waits for it. */
    private void meanwhile(Runnable first, Runnable second) {
        AtomicReference<CompletableFuture<Void>> other = new AtomicReference<>();
        transaction.executeWithoutResult(status -> {
            int session = session();
            first.run();
            int before = heldUpBy(session);
            other.set(CompletableFuture.runAsync(second));
            await().until(() -> other.get().isDone() || heldUpBy(session) > before);
        });
        other.get().join();
    }

    /** The database's session of the transaction this is asked in. */
    private int session() {
        return sql.sql("select pg_backend_pid()").query(Integer.class).single();
    }

    /** How many wait for a session, or for one that waits for it. Others wait for each other all the time. */
    private int heldUpBy(int session) {
        return sql.sql("""
                        with recursive held (pid) as (
                          select cast(:session as int)
                          union select a.pid from pg_stat_activity a, held where held.pid = any(pg_blocking_pids(a.pid)))
                        select count(*) - 1 from held
                        """).param("session", session).query(Integer.class).single();
    }

    private Subscriber joined() {
        return people.join(workspace, list, Joining.plain(new EmailAddress("ines@a.example"), "Ines", ""));
    }

    private Subscriber now(Subscriber one) {
        return people.find(workspace, one.id()).orElseThrow();
    }

    @Test
    void whoeverIsErasedWhileTheyLeaveStaysErased() {
        Subscriber one = joined();
        meanwhile(() -> people.leave(workspace, one.id()), () -> people.erase(workspace, one.id()));
        assertThat(now(one).membership()).isEqualTo(Membership.ERASED);
        assertThat(now(one).email()).isEmpty();
    }

    @Test
    void whoeverLeavesWhileTheyAreTaggedHasLeft() {
        Subscriber one = joined();
        meanwhile(() -> people.tag(workspace, one.id(), "buyer"), () -> people.leave(workspace, one.id()));
        assertThat(now(one).membership()).isEqualTo(Membership.LEFT);
        assertThat(now(one).tags()).containsExactly("buyer");
    }

    @Test
    void whoeverJoinsAnewWhileTheyAreErasedIsOnTheListByTheirOwnOptIn() {
        Subscriber one = joined();
        meanwhile(() -> people.erase(workspace, one.id()), this::joined);
        assertThat(now(one).membership()).isEqualTo(Membership.ERASED);
        assertThat(people.onList(workspace, list, "ines@a.example")
                        .orElseThrow()
                        .membership())
                .isEqualTo(Membership.CONFIRMED);
    }

    @Test
    void anImportIsStoppedInTheMiddleOfAStep() {
        ImportId run = imports.bring(workspace, list, "people.csv", crowd(6000));
        meanwhile(
                () -> {
                    int session = session();
                    people.join(workspace, list, Joining.plain(new EmailAddress("reader2500@crowd.example"), "", ""));
                    CompletableFuture.runAsync(() -> imports.begin(workspace, run, List.of("email"), "", false))
                            .join();
                    await().until(() -> heldUpBy(session) > 0);
                },
                () -> imports.stop(workspace, run));
        assertThat(now(run).state()).isEqualTo(Imports.State.STOPPED);
        // The step that was held up is whole; a next one may begin before who stops it comes to its turn, and is whole
        // too.
        int done = now(run).done();
        assertThat(done).isIn(3000, 4000, 5000);
        assertThat(people.count(workspace, list, ALL)).isEqualTo(done);
        imports.resume(workspace, run);
        await().until(() -> now(run).state() == Imports.State.DONE);
        assertThat(now(run).added()).isEqualTo(5999);
        assertThat(people.count(workspace, list, ALL)).isEqualTo(6000);
        assertThat(imports.errors(workspace, run).orElseThrow()).hasLineCount(2).contains("2502,\"reader2500@");
    }

    private Imports.Look now(ImportId run) {
        return imports.find(workspace, run).orElseThrow();
    }

    private static byte[] crowd(int size) {
        return IntStream.range(0, size)
                .mapToObj("reader%d@crowd.example"::formatted)
                .collect(Collectors.joining("\n", "email\n", "\n"))
                .getBytes(StandardCharsets.UTF_8);
    }

    @Test
    void aLinkThatIsPausedWhileItsTagsAreKeptStaysPaused() {
        Scenario.Trail trail = scenario.trail();
        LinkDetails changed =
                LinkDetails.of(trail.link().details().to(), new Tags("querywell", "cpc", "autumn", "", ""));
        meanwhile(
                () -> links.change(trail.workspace(), trail.link().id(), changed),
                () -> links.put(trail.workspace(), trail.link().id(), TrackingLink.State.PAUSED));
        TrackingLink now = links.find(trail.workspace(), trail.link().id()).orElseThrow();
        assertThat(now.active()).isFalse();
        assertThat(now.tags().source()).isEqualTo("querywell");
    }

    @Test
    void aRefundThatComesWhileItsSaleIsBeingKeptIsNotLost() {
        Scenario.Trail trail = scenario.trail();
        Guest buyer = guest();
        buyer.get(trail.link().path());
        String click = buyer.cookie("wf_c").orElseThrow().split("\\.")[0];
        String order = "click_id=" + click + "&order_id=AT-ONCE&commission=27.50";
        meanwhile(
                () -> postbacks.receive(trail.workspace(), trail.network().id(), order),
                () -> postbacks.receive(trail.workspace(), trail.network().id(), order + "&status=refunded"));
        assertThat(sales.latest(trail.workspace()))
                .singleElement()
                .satisfies(sale -> assertThat(sale.sold().state()).isEqualTo(SaleState.REFUNDED));
    }

    @Test
    void ofTwoWhoWriteTheSameMailTheLaterIsTold() {
        Written mail = broadcast();
        AtomicBoolean kept = new AtomicBoolean();
        meanwhile(
                () -> mails.write(workspace, mail.id(), mail.revision(), "first", text("First")),
                () -> kept.set(mails.write(workspace, mail.id(), mail.revision(), "second", text("Second"))));
        assertThat(kept).isFalse();
        assertThat(mails.find(workspace, mail.id()).orElseThrow().name()).isEqualTo("first");
    }

    @Test
    void aBroadcastThatIsCalledOffJustWhenItIsDueGoesToNobody() {
        joined();
        Written mail = broadcast();
        broadcasts.send(workspace, mail.id(), ALL, Optional.of(clock.instant().plus(Duration.ofHours(1))));
        meanwhile(() -> broadcasts.stop(workspace, mail.id()), () -> {
            clock.pass(Duration.ofHours(2));
            broadcasts.turn();
        });
        Written now = mails.find(workspace, mail.id()).orElseThrow();
        assertThat(now.state()).isEqualTo(Written.State.DRAFT);
        assertThat(outbox.progress(now).all()).isZero();
    }

    private Written broadcast() {
        return mails.add(workspace, list, Written.Kind.BROADCAST, "news", text("News"));
    }

    private static MailText text(String subject) {
        return new MailText(subject, "", new RichText("Words."));
    }
}
