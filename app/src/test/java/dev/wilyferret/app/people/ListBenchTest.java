package dev.wilyferret.app.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.mail.Mails;
import dev.wilyferret.app.mail.Written;
import dev.wilyferret.core.id.ImportId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.mail.MailText;
import dev.wilyferret.core.page.RichText;
import dev.wilyferret.core.people.EmailAddress;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;

/** The benches of a list: what they refuse, what they keep, and whose they are. */
class ListBenchTest extends AppTest {

    @Autowired
    private Lists lists;

    @Autowired
    private People people;

    @Autowired
    private Mails mails;

    @Autowired
    private Imports imports;

    private Scenario.Stage stage;
    private Guest owner;
    private ListId list;

    @BeforeEach
    void begin() {
        stage = scenario.emptyWithLegal();
        owner = owner(stage);
        list = lists.newId();
        lists.keep(
                stage.id(),
                new MailList(
                        list,
                        "Readers",
                        "Growbench",
                        "hello@growbench.example",
                        "",
                        true,
                        false,
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty()));
    }

    private String path(String bench) {
        return "/people/lists/" + list + bench;
    }

    @Test
    void anAddressInOtherLettersIsShownAndFoundInBothForms() {
        String typed = "ines@stra\u00dfe.de";
        String kept = "ines@xn--strae-oqa.de";
        Subscriber one = people.join(stage.id(), list, Joining.plain(new EmailAddress(typed), "Ines", ""));
        people.join(stage.id(), list, Joining.plain(new EmailAddress("ines@strasse.de"), "Ines", ""));
        String person = "/people/persons/" + one.id();
        for (String bench : List.of(path(""), person, "/people/outbox")) {
            assertThat(owner.get(bench).body()).as(bench).contains(typed, kept);
        }
        for (String sought : List.of(typed, kept)) {
            String found = owner.get(path("") + "?text=" + java.net.URLEncoder.encode(sought, StandardCharsets.UTF_8))
                    .body();
            assertThat(found).as(sought).contains("<strong>1</strong>", kept);
        }
        owner.sendTo(person, person + "/erase", "sure", typed);
        assertThat(owner.get(person).body()).contains("An erased person");
    }

    @Test
    void everyBenchOpensAndNobodyElsesDoes() {
        Subscriber one =
                people.join(stage.id(), list, Joining.plain(new EmailAddress("ines@a.example"), "<b>Ines</b>", ""));
        Written mail = mails.addToSequence(stage.id(), list, Duration.ofHours(5), MailText.EMPTY);
        Written broadcast = mails.add(stage.id(), list, Written.Kind.BROADCAST, "b", MailText.EMPTY);
        List<String> benches = List.of(
                path(""),
                path("/settings"),
                path("/sequence"),
                path("/broadcasts"),
                path("/import"),
                path("/handover"),
                path("/export.csv"),
                "/people/mails/" + mail.id(),
                "/people/mails/" + broadcast.id(),
                "/people/persons/" + one.id());
        Guest stranger = owner(scenario.emptyWithLegal());
        for (String bench : benches) {
            HttpResponse<String> own = owner.get(bench);
            assertThat(own.statusCode()).as(bench).isEqualTo(200);
            assertThat(own.body()).as(bench).doesNotContain(bench.endsWith("csv") ? "\u0000" : "<b>Ines</b>");
            assertThat(stranger.get(bench).statusCode()).as(bench).isEqualTo(404);
        }
        for (String everywhere : List.of("/people", "/people/outbox", "/people/lists/new", "/shelf/bonuses")) {
            assertThat(owner.get(everywhere).statusCode()).as(everywhere).isEqualTo(200);
        }
        assertThat(owner.get(path("/sequence")).body()).contains("value=\"5\"", "hours");
    }

    @Test
    void aBroadcastThatHasBegunStandsForGoodAndCanBeCopied() {
        Subscriber ines = people.join(stage.id(), list, Joining.plain(new EmailAddress("ines@a.example"), "Ines", ""));
        MailText words = new MailText("Hello all", "", new RichText("A short hello."));
        Written broadcast = mails.add(stage.id(), list, Written.Kind.BROADCAST, "b", words);
        String bench = "/people/mails/" + broadcast.id();
        Document open = Jsoup.parse(owner.get(bench).body());
        assertThat(open.select("#body").hasAttr("readonly")).isFalse();
        owner.sendTo(bench, bench + "/send");
        assertThat(owner.get(bench).body()).contains("Nobody it is meant for has confirmed.");
        people.confirm(stage.id(), ines.id());
        owner.sendTo(bench, bench + "/send");
        Document begun = Jsoup.parse(owner.get(bench).body());
        assertThat(begun.select("#subject[readonly], #preview[readonly], #body[readonly]"))
                .hasSize(3);
        assertThat(begun.select("#kept-line").text()).isEqualTo("It goes out as it stands here.");
        assertThat(begun.select("#running").text()).contains("of 1");
        String copy = Guest.location(owner.sendTo(bench, bench + "/copy"));
        assertThat(copy).doesNotContain(broadcast.id().toString());
        assertThat(mails.of(stage.id(), list, Written.Kind.BROADCAST))
                .extracting(Written::text)
                .containsExactly(words, words);
    }

    @ParameterizedTest
    @CsvSource({
        "name, '', The name of the list is empty",
        "senderAddress, hello, does not look like an e-mail address",
        "replyTo, a@b, does not look like an e-mail address",
        "senderName, '', empty"
    })
    void whatIsWrongWithAListIsSaidAtTheField(String field, String typed, String words) {
        String[] fields = {
            "name", "Other", "senderName", "Growbench", "senderAddress", "hello@growbench.example", "replyTo", ""
        };
        for (int i = 0; i < fields.length; i += 2) {
            fields[i + 1] = fields[i].equals(field) ? typed : fields[i + 1];
        }
        HttpResponse<String> answer = owner.sendTo(path("/settings"), path("/settings"), fields);
        assertThat(answer.statusCode()).isEqualTo(200);
        assertThat(answer.body()).contains(words);
        assertThat(lists.find(stage.id(), list).orElseThrow().name()).isEqualTo("Readers");
    }

    @Test
    void aMailIsKeptOnTheRevisionItWasWrittenOn() {
        Written mail = mails.addToSequence(stage.id(), list, Duration.ZERO, MailText.EMPTY);
        String path = "/people/mails/" + mail.id();
        String[] typed = {"name", "m", "subject", "One", "preview", "", "body", "Words", "revision", "0"};
        owner.sendTo(path, path, typed);
        assertThat(mails.find(stage.id(), mail.id()).orElseThrow().text().subject())
                .isEqualTo("One");
        typed[3] = "Two";
        owner.sendTo(path, path, typed);
        assertThat(mails.find(stage.id(), mail.id()).orElseThrow().text().subject())
                .isEqualTo("One");
        typed[3] = "x".repeat(151);
        typed[9] = "1";
        assertThat(owner.sendTo(path, path, typed).body()).contains("at most 150 fit", "x".repeat(151));
        typed[3] = "Three";
        typed[7] = "[x](javascript:alert)";
        assertThat(owner.sendTo(path, path, typed).body()).contains("Only addresses that start with https://");
    }

    @ParameterizedTest
    @CsvSource({
        "two, 60, is not a delay",
        "-1, 60, is not a delay",
        "91, 1440, is not a delay",
        "3, 7, is not a delay",
        "3, 60, no subject yet"
    })
    void aDelayOrSwitchThatCannotBeIsRefused(String delay, String unit, String words) {
        Written mail = mails.addToSequence(stage.id(), list, Duration.ZERO, MailText.EMPTY);
        String[] fields = {"delay", delay, "unit", unit, "afterOptIn", "false", "live", "true"};
        owner.sendTo(path("/sequence"), "/people/mails/" + mail.id() + "/time", fields);
        assertThat(owner.get(path("/sequence")).body()).contains(words);
        assertThat(mails.find(stage.id(), mail.id()).orElseThrow().live()).isFalse();
    }

    @Test
    void aMailThatIsTakenOutCanBePutBack() {
        Written mail = mails.addToSequence(stage.id(), list, Duration.ZERO, MailText.EMPTY);
        String path = "/people/mails/" + mail.id();
        owner.sendTo(path("/sequence"), path + "/remove");
        assertThat(mails.of(stage.id(), list, Written.Kind.SEQUENCE)).isEmpty();
        assertThat(owner.get(path).statusCode()).isEqualTo(404);
        owner.sendTo(path("/sequence"), path + "/put-back");
        assertThat(mails.of(stage.id(), list, Written.Kind.SEQUENCE)).hasSize(1);
    }

    @Test
    void peopleCannotBeBroughtInWithoutTheirWord() {
        ImportId run =
                imports.bring(stage.id(), list, "fair.csv", "email\nines@a.example\n".getBytes(StandardCharsets.UTF_8));
        String bench = path("/import/" + run);
        owner.sendTo(bench, bench, "column", "email", "tag", "fair");
        assertThat(owner.get(bench).body()).contains("Tick that these people agreed", "value=\"fair\"");
        assertThat(people.ofAddress(stage.id(), "ines@a.example")).isEmpty();
        owner.sendTo(bench, bench, "column", "email", "tag", "fair", "agreed", "true");
        await().until(() -> imports.find(stage.id(), run).orElseThrow().state() == Imports.State.DONE);
        assertThat(people.ofAddress(stage.id(), "ines@a.example")).hasSize(1);
    }

    @Test
    void aPersonsTagsAreLimitedAndTheyCanBeTakenOffTheList() {
        Subscriber one = people.join(stage.id(), list, Joining.plain(new EmailAddress("ines@a.example"), "Ines", ""));
        owner.sendTo("/people/persons/" + one.id(), "/people/persons/" + one.id() + "/tags", "tags", "a".repeat(60));
        assertThat(owner.get("/people/persons/" + one.id()).body()).contains("at most 40 fit");
        owner.sendTo("/people/persons/" + one.id(), "/people/persons/" + one.id() + "/leave");
        assertThat(owner.get("/people/persons/" + one.id()).body()).contains("left");
        assertThat(owner.get("/people/persons/" + UUID.randomUUID()).statusCode())
                .isEqualTo(404);
    }
}
