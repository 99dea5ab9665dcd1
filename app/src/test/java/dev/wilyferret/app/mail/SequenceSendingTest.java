package dev.wilyferret.app.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.hosts.HostMoves;
import dev.wilyferret.app.hosts.HostUse;
import dev.wilyferret.app.hosts.Hosts;
import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.FreePort;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.PostBox;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.people.Audience;
import dev.wilyferret.app.people.Joining;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.people.MailList;
import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.app.postman.MailHtml;
import dev.wilyferret.app.postman.Smtp;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.mail.MailText;
import dev.wilyferret.core.page.RichText;
import dev.wilyferret.core.people.EmailAddress;
import dev.wilyferret.core.people.Membership;
import dev.wilyferret.core.text.Refusal;
import jakarta.mail.internet.InternetAddress;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** What a list sends, to whom and how often; against the real mail server of the range. */
class SequenceSendingTest extends AppTest {

    private static int number;

    @Autowired
    private Lists lists;

    @Autowired
    private People people;

    @Autowired
    private Mails mails;

    @Autowired
    private Outbox outbox;

    @Autowired
    private Hosts hosts;

    @Autowired
    private HostMoves moves;

    @Autowired
    private Broadcasts broadcasts;

    private Scenario.Stage stage;
    private ListId list;
    private PostBox post;

    @BeforeEach
    void begin() {
        post = postBox();
        stage = scenario.emptyWithLegal();
        list = list(false);
    }

    private ListId list(boolean doubleOptIn) {
        UUID id = lists.newId().value();
        lists.keep(
                stage.id(),
                new MailList(
                        new ListId(id),
                        "Readers " + ++number,
                        "Growbench",
                        "hello@growbench.example",
                        "answers@growbench.example",
                        doubleOptIn,
                        false,
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty()));
        return new ListId(id);
    }

    private Subscriber joins(String who) {
        return people.join(stage.id(), list, Joining.plain(new EmailAddress(who), "Ines", ""));
    }

    private static String fresh() {
        return "reader" + ++number + "@kelderhoek.example";
    }

    private Written mail(String subject, Duration delay) {
        Written made = mails.addToSequence(stage.id(), list, delay, new MailText(subject, "", new RichText("Hello.")));
        mails.time(stage.id(), made.id(), delay, false, true);
        return made;
    }

    private Stream<String> subjects(String who) {
        return post.to(who).stream().map(PostBox.Letter::subject);
    }

    @Test
    void linksInMailsLeadOverTheListsHostAndAreCountedBeforeThatIsRemoved() {
        OwnHost host = new OwnHost("mail" + ++number + ".growbench.localhost");
        hosts.add(stage.id(), host);
        hosts.look(stage.id(), host);
        MailList now = lists.find(stage.id(), list).orElseThrow();
        Guest owner = owner(stage);
        owner.sendTo(
                "/people/lists/" + list + "/settings",
                "/people/lists/" + list + "/settings",
                "name",
                now.name(),
                "senderName",
                now.senderName(),
                "senderAddress",
                now.senderAddress(),
                "host",
                host.name());
        Written made = mails.addToSequence(
                stage.id(),
                list,
                Duration.ZERO,
                new MailText("First", "", new RichText("See [the room](https://room.growbench.example/in).")));
        mails.time(stage.id(), made.id(), Duration.ZERO, false, true);
        String ines = fresh();
        joins(ines);
        PostBox.Letter letter = post.await(ines, 1);
        String origin = "http://" + host + ":" + installation.siteAddress().getPort();
        assertThat(letter.headers().get("List-Unsubscribe")).contains("<" + origin + "/leave/");
        assertThat(letter.text()).contains(origin + "/m/").doesNotContain(installation.siteAddress() + "/m/");
        await().until(() -> moves.on(stage.id(), host).stream().anyMatch(HostUse.Standing::dies));
        assertThat(moves.on(stage.id(), host))
                .extracting(HostUse.Standing::what)
                .containsExactly(
                        "1 list whose mails link over it",
                        "1 link in a mail that was sent",
                        "1 unsubscribe link in a sent mail");
        moves.remove(stage.id(), host);
        // What letters have in common is read anew every second.
        await().atMost(Duration.ofSeconds(20)).until(() -> {
            String next = fresh();
            joins(next);
            return post.await(next, 1)
                    .headers()
                    .get("List-Unsubscribe")
                    .startsWith("<" + installation.siteAddress() + "/leave/");
        });
        moves.bringBack(stage.id(), host);
        assertThat(lists.find(stage.id(), list).orElseThrow().host()).contains(host);
    }

    /** Whose row cannot be read: their letter waits and is given up in the end, their next mail is looked for later; all others get theirs. */
    @Test
    void onePersonWhoCannotBeReadKeepsNoOtherFromTheirMail() {
        mail("First", Duration.ZERO);
        mail("Second", Duration.ofHours(1));
        List<String> readers = List.of(fresh(), fresh(), fresh());
        List<Subscriber> all = readers.stream().map(this::joins).toList();
        readers.forEach(one -> post.await(one, 1));
        UUID broken = all.get(1).id().value();
        sql.sql("update subscriber set state = 'BEWITCHED' where id = ?")
                .param(broken)
                .update();
        clock.pass(Duration.ofMinutes(61));
        post.await(readers.get(0), 2);
        post.await(readers.get(2), 2);
        sql.sql("insert into outbox (workspace_id, id, mail_id, subscriber_id, round, state, due_at, attempts, answer)"
                        + " select workspace_id, gen_random_uuid(), mail_id, subscriber_id, 7, 'WAITING', ?, 0, ''"
                        + " from outbox where subscriber_id = ?")
                .params(java.sql.Timestamp.from(clock.instant()), broken)
                .update();
        String late = fresh();
        joins(late);
        post.await(late, 1);
        await().until(() -> sql.sql("select answer from outbox where subscriber_id = ? and round = 7")
                .param(broken)
                .query(String.class)
                .single()
                .startsWith("It could not be written"));
        sql.sql("update subscriber set state = 'CONFIRMED' where id = ?")
                .param(broken)
                .update();
        sql.sql("delete from outbox where round = 7").update();
        clock.pass(Duration.ofMinutes(61));
        post.await(readers.get(1), 2);
    }

    /** Of two mails, an hour apart, the first is there. */
    private Subscriber joinsForTwoMails(String reader) {
        mail("First", Duration.ZERO);
        mail("Second", Duration.ofHours(1));
        Subscriber joined = joins(reader);
        post.await(reader, 1);
        return joined;
    }

    @Test
    void theNextMailFollowsOneThatWasGivenUp() {
        String reader = fresh();
        Subscriber joined = joinsForTwoMails(reader);
        await().until(() -> first(joined).state() == Letter.State.SENT);
        // As both are while the letter is tried for the last time.
        UUID id = joined.id().value();
        sql.sql("update subscriber set look_at = null where id = ?").param(id).update();
        sql.sql("update outbox set state = 'SENDING', attempts = 8 where subscriber_id = ?")
                .param(id)
                .update();
        outbox.unwritable(first(joined));
        assertThat(first(joined).state()).isEqualTo(Letter.State.REFUSED);
        clock.pass(Duration.ofMinutes(61));
        post.await(reader, 2);
    }

    private Letter first(Subscriber subscriber) {
        return outbox.ofPeople(stage.id(), List.of(subscriber.id())).getFirst();
    }

    @Test
    void whatIsPutInBeforeSomebodysPlaceIsNotSentToThem() {
        mail("First", Duration.ZERO);
        Written second = mail("Second", Duration.ofHours(1));
        String ines = fresh();
        joins(ines);
        post.await(ines, 1);
        Written inserted = mail("Inserted", Duration.ZERO);
        mails.move(stage.id(), inserted.id(), -2);
        clock.pass(Duration.ofMinutes(61));
        post.await(ines, 2);
        mails.move(stage.id(), second.id(), -2);
        mail("Last", Duration.ZERO);
        post.await(ines, 3);
        assertThat(subjects(ines)).containsExactly("First", "Second", "Last");
        String mara = fresh();
        joins(mara);
        clock.pass(Duration.ofMinutes(61));
        post.await(mara, 4);
        assertThat(subjects(mara)).containsExactly("Second", "Inserted", "First", "Last");
    }

    @Test
    void whatIsTakenOutIsNotSentAndNobodyGetsAMailTwice() {
        Written first = mail("First", Duration.ZERO);
        Written second = mail("Second", Duration.ofHours(1));
        String ines = fresh();
        Subscriber one = joins(ines);
        post.await(ines, 1);
        mails.remove(stage.id(), second.id());
        clock.pass(Duration.ofHours(2));
        Written third = mail("Third", Duration.ofMinutes(1));
        clock.pass(Duration.ofMinutes(2));
        post.await(ines, 2);
        mails.putBack(stage.id(), second.id());
        mails.time(stage.id(), second.id(), Duration.ZERO, false, true);
        outbox.add(one, first.id());
        outbox.add(one, third.id());
        mail("Fourth", Duration.ZERO);
        post.await(ines, 3);
        assertThat(subjects(ines)).containsExactly("First", "Third", "Fourth");
    }

    @Test
    void whoLeavesBeforeTheNextMailDoesNotGetIt() {
        String ines = fresh();
        Subscriber one = joinsForTwoMails(ines);
        PostBox.Letter letter = post.await(ines, 1);
        assertThat(letter.headers().get("From")).contains("hello@growbench.example");
        assertThat(letter.headers().get("Reply-To")).contains("answers@growbench.example");
        String leave = letter.headers().get("List-Unsubscribe").replaceAll("[<>\\s]", "");
        assertThat(guest().get(leave).body()).contains("gets no more mail");
        assertThat(people.find(stage.id(), one.id()).orElseThrow().membership()).isEqualTo(Membership.CONFIRMED);
        // One click of a mail program, as RFC 8058 has it.
        assertThat(guest().post(leave, "List-Unsubscribe", "One-Click").statusCode())
                .isEqualTo(200);
        assertThat(people.find(stage.id(), one.id()).orElseThrow().membership()).isEqualTo(Membership.LEFT);
        clock.pass(Duration.ofHours(2));
        String mara = fresh();
        joins(mara);
        post.await(mara, 1);
        assertThat(subjects(ines)).containsExactly("First");
        assertThat(guest().get(leave.substring(0, leave.length() - 1) + "0").statusCode())
                .isIn(404, 200);
        assertThat(guest().post(leave.replace("/leave/", "/confirm/")).statusCode())
                .isEqualTo(404);
    }

    @Test
    void onlyTheirOwnOptInBringsSomebodyBack() {
        String ines = fresh();
        Subscriber one = joins(ines);
        people.leave(stage.id(), one.id());
        assertThat(people.confirm(stage.id(), one.id()).orElseThrow().membership())
                .isEqualTo(Membership.LEFT);
        assertThat(joins(ines).membership()).isEqualTo(Membership.CONFIRMED);
        assertThat(people.count(stage.id(), list, Audience.EVERYBODY)).isEqualTo(1);
    }

    @Test
    void aConfirmationIsAskedForOnceInTenMinutesHoweverOftenTheFormIsSent() {
        list = list(true);
        String ines = fresh();
        joins(ines);
        joins(ines);
        PostBox.Letter asked = post.await(ines, 1);
        assertThat(asked.text()).contains("Yes, that is me:");
        assertThat(asked.headers()).doesNotContainKey("List-Unsubscribe");
        clock.pass(Duration.ofMinutes(11));
        joins(ines);
        PostBox.Letter again = post.await(ines, 2);
        assertThat(guest().head(again.link("/confirm/")).statusCode()).isEqualTo(200);
        assertThat(people.onList(stage.id(), list, ines).orElseThrow().membership())
                .isEqualTo(Membership.PENDING);
        assertThat(guest().get(again.link("/confirm/")).body()).contains("Is it you?", ines, "Yes, that is me");
        assertThat(people.onList(stage.id(), list, ines).orElseThrow().membership())
                .as("what a mail filter that opens links does")
                .isEqualTo(Membership.PENDING);
        assertThat(guest().post(again.link("/confirm/")).body()).contains("Your address is confirmed");
        assertThat(guest().get(again.link("/confirm/")).body()).contains("Your address is confirmed");
        assertThat(people.onList(stage.id(), list, ines).orElseThrow().membership())
                .isEqualTo(Membership.CONFIRMED);
        assertThat(post.to(ines)).hasSize(2);
    }

    @Test
    void whatTheMailServerRefusesIsShownWithItsWords() {
        mail("First", Duration.ZERO);
        String nobody = "nobody" + ++number + "@kelderhoek.example";
        Subscriber one = joins(nobody);
        await().atMost(Duration.ofSeconds(20))
                .until(() -> outbox.ofPeople(stage.id(), List.of(one.id())).stream()
                        .anyMatch(letter ->
                                letter.state() != Letter.State.WAITING && letter.state() != Letter.State.SENDING
                                        || !letter.answer().isEmpty()));
        Letter letter = outbox.ofPeople(stage.id(), List.of(one.id())).getFirst();
        assertThat(letter.answer()).isNotEmpty();
        assertThat(owner(stage).get("/people/outbox").body()).contains(nobody);
    }

    @Test
    void whileTheServerIsOutOfReachALetterWaitsAndThatIsNoTry() throws Exception {
        Smtp smtp = new Smtp(new Installation.Mail("127.0.0.1", FreePort.take(), "", "", false, 60, 1));
        MailHtml.Drawn drawn = new MailHtml.Drawn("Hello", "Hello", "<p>Hello</p>", "");
        Smtp.Answer answer = smtp.send(new Smtp.Mail(
                "<1@test>",
                new InternetAddress("a@growbench.example"),
                null,
                new InternetAddress("b@growbench.example"),
                drawn,
                "<l.test>",
                Instant.EPOCH));
        assertThat(answer).isInstanceOf(Smtp.Answer.OutOfReach.class);
    }

    @Test
    void aBroadcastGoesToThePartThatIsMeantAtItsTime() {
        String ines = fresh();
        String mara = fresh();
        Subscriber tagged = joins(ines);
        joins(mara);
        people.tag(stage.id(), tagged.id(), "cellar, balcony");
        Written mail = mails.add(stage.id(), list, Written.Kind.BROADCAST, "b", MailText.EMPTY);
        Audience who =
                new Audience(Optional.empty(), "", "cellar", "", Optional.empty(), Optional.empty(), Optional.empty());
        assertThatThrownBy(() -> broadcasts.send(stage.id(), mail.id(), who, Optional.empty()))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("no subject");
        mails.write(stage.id(), mail.id(), 0, "b", new MailText("For cellars", "", new RichText("Hello.")));
        broadcasts.send(stage.id(), mail.id(), who, Optional.of(clock.instant().plus(Duration.ofHours(3))));
        assertThat(outbox.progress(mail).all()).isZero();
        clock.pass(Duration.ofHours(4));
        post.await(ines, 1);
        await().until(() -> mails.find(stage.id(), mail.id()).orElseThrow().state() == Written.State.DONE);
        assertThat(post.to(mara)).isEmpty();
        assertThat(mails.write(stage.id(), mail.id(), 1, "b", MailText.EMPTY))
                .as("changing what is sent")
                .isFalse();
    }

    @Test
    void aLinkOfAMailIsATrackingLinkAndLeadsOnlyWhereTheMailSaid() {
        Scenario.Trail trail = scenario.trail();
        stage = trail.stage();
        list = list(false);
        Written made = mails.addToSequence(
                stage.id(),
                list,
                Duration.ZERO,
                new MailText(
                        "Links",
                        "",
                        new RichText("[Ours](" + installation.siteAddress() + trail.bridgePath()
                                + ")\n\n[Elsewhere](https://elsewhere.example/a?b=1)")));
        mails.time(stage.id(), made.id(), Duration.ZERO, false, true);
        String ines = fresh();
        joins(ines);
        PostBox.Letter letter = post.await(ines, 1);
        List<String> links = java.util.regex.Pattern.compile("href=\"([^\"]*/m/[^\"]*)\"")
                .matcher(letter.html())
                .results()
                .map(match -> match.group(1))
                .toList();
        assertThat(links).hasSize(2);
        assertThat(Guest.location(guest().get(links.get(1)))).isEqualTo("https://elsewhere.example/a?b=1");
        await().until(() -> Guest.location(guest().get(links.get(0))).contains("utm_medium=email"));
        assertThat(Guest.location(guest().get(links.get(0))))
                .contains(trail.bridgePath(), "utm_source=readers", "utm_content=mail-1", "d=");
        assertThat(guest().get(links.get(0) + "0").statusCode()).isEqualTo(404);
        String other = links.get(1).substring(links.get(1).lastIndexOf('/'));
        assertThat(guest().get(links.get(0).replaceFirst("/m/[^/]+/[^/]+", "/m/x/y") + other)
                        .statusCode())
                .isEqualTo(404);
        assertThat(letter.text()).contains("Ours: " + links.get(0));
    }

    @Test
    void nothingOfAnAddressOrNameGetsIntoAHeader() {
        Written made = mails.addToSequence(
                stage.id(),
                list,
                Duration.ZERO,
                new MailText("Hello {{first_name|you}}", "", new RichText("Hello {{first_name|you}}.")));
        mails.time(stage.id(), made.id(), Duration.ZERO, false, true);
        String ines = fresh();
        people.join(stage.id(), list, Joining.plain(new EmailAddress(ines), "Ines\r\nBcc: all@b.example", "<b>x</b>"));
        PostBox.Letter letter = post.await(ines, 1);
        assertThat(letter.headers()).doesNotContainKey("Bcc");
        assertThat(letter.subject()).startsWith("Hello Ines");
    }

    @Test
    void aConfirmationCarriesNoWordsAStrangerTypedAndGoesOutOnceInTenMinutes() {
        list = list(true);
        Written confirm = mails.of(stage.id(), list, Written.Kind.CONFIRM).getFirst();
        mails.write(
                stage.id(),
                confirm.id(),
                confirm.revision(),
                "Confirmation",
                new MailText(
                        "Confirm, {{first_name|friend}}",
                        "",
                        new RichText("Hello {{first_name|friend}} {{last_name}}, {{balcony?}}")));
        String ines = fresh();
        people.join(
                stage.id(), list, Joining.plain(new EmailAddress(ines), "Win a prize at https://evil.example", "now"));
        PostBox.Letter letter = post.await(ines, 1);
        assertThat(letter.subject()).isEqualTo("Confirm, friend");
        assertThat(letter.html() + letter.text()).doesNotContain("evil.example", "prize", "now,");
        joins(ines);
        joins(ines);
        list = list(true);
        joins(ines);
        assertThat(post.to(ines)).hasSize(1);
        clock.pass(Duration.ofMinutes(11));
        post.await(ines, 2);
    }

    @Test
    void whatAMailShowsOpensNoneOfItsLinks() {
        Written mail = mail("First", Duration.ZERO);
        mails.write(
                stage.id(),
                mail.id(),
                mail.revision(),
                "First",
                new MailText("First", "", new RichText("[Go](https://elsewhere.example/a)")));
        String ines = fresh();
        joins(ines);
        PostBox.Letter letter = post.await(ines, 1);
        String link = letter.link("/m/");
        assertThat(Guest.location(guest().get(link))).isEqualTo("https://elsewhere.example/a");
        String shown = letter.headers().get("Message-ID").replaceAll("[<>]", "").split("@")[0];
        String[] parts = link.split("/");
        parts[5] = ShortId.of(UUID.fromString(shown));
        assertThat(guest().get(String.join("/", parts)).statusCode()).isEqualTo(404);
    }

    @Test
    void aBroadcastReachesThoseItsCountShowed() {
        for (String name : List.of("mara_100%", "mara-100x", "tomas")) {
            people.join(stage.id(), list, Joining.plain(new EmailAddress(name + number + "@wild.example"), "", ""));
        }
        for (String text : List.of("_100%", "100_", "%", "\\", "mara", "")) {
            Audience who = new Audience(
                    Optional.of(Membership.CONFIRMED),
                    text,
                    "",
                    "",
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty());
            Written mail = mails.add(
                    stage.id(),
                    list,
                    Written.Kind.BROADCAST,
                    "b" + ++number,
                    new MailText("B", "", new RichText("Hi.")));
            long count = people.count(stage.id(), list, who);
            assertThat(outbox.address(mail, who)).as(text).isEqualTo((int) count);
            assertThat(people.meant(stage.id(), list, who, 50, 0)).hasSize((int) count);
        }
    }
}
