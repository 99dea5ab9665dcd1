package dev.wilyferret.app.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.forms.CsvFile;
import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.LinearTime;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.core.id.ImportId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.people.EmailAddress;
import dev.wilyferret.core.people.Membership;
import dev.wilyferret.core.text.Refusal;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Bringing people in from files, finding them among many, taking them along. */
class ImportTest extends AppTest {

    @Autowired
    private Lists lists;

    @Autowired
    private People people;

    @Autowired
    private Imports imports;

    private Scenario.Stage stage;
    private ListId list;

    @BeforeEach
    void begin() {
        stage = scenario.emptyWithLegal();
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

    private ImportId bring(String csv) {
        return imports.bring(stage.id(), list, "people.csv", csv.getBytes(StandardCharsets.UTF_8));
    }

    private Imports.Look done(ImportId run) {
        await().atMost(Duration.ofSeconds(90))
                .until(() -> imports.find(stage.id(), run).orElseThrow().state() == Imports.State.DONE);
        return imports.find(stage.id(), run).orElseThrow();
    }

    @Test
    void columnsAreProposedAndEveryRowIsPutOnTheListOrNamed() {
        Subscriber gone = people.join(stage.id(), list, Joining.plain(new EmailAddress("gone@a.example"), "Gone", ""));
        people.leave(stage.id(), gone.id());
        people.join(stage.id(), list, Joining.plain(new EmailAddress("known@a.example"), "Known", ""));
        ImportId run = bring("\uFEFFE-Mail;First name;Surname;Club\n"
                + "ines@a.example;Ines;Okafor;yes\n"
                + "not an address;X;Y;no\n"
                + "INES@a.example;Again;;\n"
                + "gone@a.example;Gone;;\n"
                + "known@a.example;Known;;\n"
                + "\"two \"\"words\"\"@a.example\";Q;;\n"
                + "mara@a.example;Mara\n");
        Imports.Look look = imports.find(stage.id(), run).orElseThrow();
        assertThat(look.names()).containsExactly("E-Mail", "First name", "Surname", "Club");
        assertThat(look.guesses()).containsExactly("email", "first_name", "last_name", "");
        assertThat(look.first().getFirst()).containsExactly("ines@a.example", "Ines", "Okafor", "yes");
        imports.begin(stage.id(), run, look.guesses(), "fair-2026", false);
        assertThat(done(run).added()).isEqualTo(2);
        String[] named = imports.errors(stage.id(), run).orElseThrow().split("\r\n");
        assertThat(named).hasSize(6);
        assertThat(named[1]).startsWith("3,\"not an address\"").contains("does not look like");
        assertThat(named[2]).startsWith("4,").contains("twice");
        assertThat(String.join("\n", named)).contains("7,\"two");
        assertThat(String.join("\n", named)).contains("5,\"gone@a.example\",\"They had left this list");
        assertThat(String.join("\n", named)).contains("6,\"known@a.example\",\"The address is on this list already");
        Subscriber ines = people.onList(stage.id(), list, "ines@a.example").orElseThrow();
        assertThat(ines.tags()).containsExactly("fair-2026");
        assertThat(ines.membership()).isEqualTo(Membership.CONFIRMED);
        assertThat(people.find(stage.id(), gone.id()).orElseThrow().membership())
                .isEqualTo(Membership.LEFT);
        people.erase(stage.id(), gone.id());
        assertThat(imports.errors(stage.id(), run).orElseThrow())
                .doesNotContain("gone@a.example")
                .contains("5,\"(erased)\"", "known@a.example");
        assertThat(sql.sql("select length(content) from import_run where id = :id")
                        .param("id", run.value())
                        .query(Integer.class)
                        .single())
                .as("bytes of the file that are kept")
                .isZero();
    }

    @Test
    void whatCannotBeReadIsSaidInClearWords() {
        assertThatThrownBy(() -> imports.bring(
                        stage.id(), list, "x", "email\nj\u00fcrgen@a.example".getBytes(StandardCharsets.ISO_8859_1)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("CSV UTF-8");
        assertThatThrownBy(() -> bring("")).hasMessageContaining("empty");
        assertThatThrownBy(() -> bring("a,b\n\"open")).hasMessageContaining("cannot be read as CSV");
        ImportId run = bring("a,b\n1,2\n");
        assertThatThrownBy(() -> imports.begin(stage.id(), run, List.of("", ""), "", false))
                .hasMessageContaining("which one column");
    }

    @Test
    void spreadsheetsRunNothingOfWhatIsTakenAlong() {
        people.join(
                stage.id(),
                list,
                Joining.plain(new EmailAddress("ines@a.example"), "=HYPERLINK(\"https://x.example\")", "+43"));
        Guest owner = owner(stage);
        String csv = owner.get("/people/lists/" + list + "/export.csv").body();
        assertThat(csv).contains("ines@a.example,\"'=HYPERLINK(\"\"https://x.example\"\")\",'+43");
    }

    /** Enough to be stopped in the middle of; ./ferret bench large brings more. */
    @Test
    void aCrowdComesInIsStoppedAndGoesOnAndIsFound() {
        int crowd = Integer.getInteger("ferret.crowd", 12_000);
        StringBuilder csv = new StringBuilder("email,first_name,tag\n");
        for (int i = 0; i < crowd; i++) {
            csv.append("reader")
                    .append(i)
                    .append("@crowd.example,Reader")
                    .append(i)
                    .append(",t")
                    .append(i % 50)
                    .append('\n');
        }
        ImportId run = bring(csv.toString());
        long began = System.nanoTime();
        imports.begin(stage.id(), run, List.of("email", "first_name", "tag"), "", false);
        await().until(() -> imports.find(stage.id(), run).orElseThrow().done() >= 2000);
        imports.stop(stage.id(), run);
        assertThat(imports.find(stage.id(), run).orElseThrow().done()).isLessThan(crowd);
        imports.resume(stage.id(), run);
        assertThat(done(run).added()).isEqualTo(crowd);
        System.out.printf(
                "%,d people in %d s%n",
                crowd, Duration.ofNanos(System.nanoTime() - began).toSeconds());
        sql.sql("analyze subscriber").update();
        String last = "reader" + (crowd - 1);
        Audience tagged = new Audience(
                Optional.of(Membership.CONFIRMED), "", "t7", "", Optional.empty(), Optional.empty(), Optional.empty());
        Audience named =
                new Audience(Optional.empty(), last, "", "", Optional.empty(), Optional.empty(), Optional.empty());
        assertThat(people.count(stage.id(), list, tagged)).isEqualTo(crowd / 50);
        assertThat(people.meant(stage.id(), list, named, 51, 0)).hasSize(1);
        Guest owner = owner(stage);
        for (String query : List.of("", "?text=" + last, "?tag=t7&standing=CONFIRMED")) {
            long asked = System.nanoTime();
            assertThat(owner.get("/people/lists/" + list + query).body())
                    .as(query)
                    .contains("@crowd.example");
            System.out.printf(
                    "list%s: %d ms%n",
                    query, Duration.ofNanos(System.nanoTime() - asked).toMillis());
        }
    }

    @Test
    void readingAFileTakesTimeInProportion() {
        LinearTime.check("email\n", text -> CsvFile.read(text.getBytes(java.nio.charset.StandardCharsets.UTF_8)));
        LinearTime.check("\"", text -> CsvFile.read(text.getBytes(java.nio.charset.StandardCharsets.UTF_8)));
        LinearTime.check("", Imports::guess);
    }
}
