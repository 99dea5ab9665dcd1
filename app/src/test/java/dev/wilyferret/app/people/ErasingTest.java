package dev.wilyferret.app.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.sales.Claims;
import dev.wilyferret.core.address.Query;
import dev.wilyferret.core.id.ImportId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.FormField;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.people.EmailAddress;
import dev.wilyferret.core.people.Membership;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.system.CapturedOutput;
import org.springframework.boot.test.system.OutputCaptureExtension;

/** Whoever is erased is found nowhere any more: not in a column, not in a file that waits, not in a line of the log. */
@ExtendWith(OutputCaptureExtension.class)
class ErasingTest extends AppTest {

    /**
     * What was decided of every column that can hold text: {@code erased} with the person, {@code hashed}, {@code own} words or
     * settings of the workspace, {@code none} of what identifies somebody. A new column has to be decided on.
     */
    private static final Map<String, String> DECISIONS = Arrays.stream(
                    """
            account.email=own account.password_hash=none bonus.name=own bonus.about=own bonus.picture=none
            bonus.worth=none bonus.file=none bonus.link=own bonus.terms=own bonus.lists=none click.verdict=none
            click.verdict_sign=none click.address=erased click.user_agent=erased click.referrer=erased
            click.language=erased click.query=erased click.tags=own click.network=erased click.country=none
            click.device=none click.headers=erased click.browser=none pass_over.name=none data_key.wrapped=none erased_address.hash=hashed handed.state=none
            handed.answer=erased handover.kind=none handover.address=own handover.secret=own handover.fields=own
            import_run.name=own import_run.content=erased import_run.columns=own import_run.state=none
            import_run.errors=erased lead.email=erased lead.answers=erased lead.aside=erased lead.consent=own lead.suspect=erased
            lead.source=own lead.medium=own lead.campaign=own lead.country=none link.code=own link.source=own
            link.medium=own link.campaign=own link.term=own link.content=own mail.kind=none mail.name=own
            mail.subject=own mail.preview=own mail.body=own mail.audience=own mail.state=none
            mail_link.destination=own mail_list.name=own mail_list.sender_name=own mail_list.sender_address=own
            mail_list.reply_to=own media.name=none media.kind=none media.content_type=none media.original_name=own
            media.description=own media.widths=none network.name=own network.postback_key=none network.secret=own network.number_style=none network.postback_names=none network.postback_words=none network.sub_id_signs=none
            offer.name=own offer.link_template=own offer.link_fills=own offer.payout_kind=none offer.countries=none offer.cap_counted=none offer.failing_why=none offer.full_on=none network.zone=none
            order_claim.order_key=erased order_claim.address_key=erased outbox.state=none outbox.answer=erased
            own_browser.token_hash=own own_browser.label=own page.kind=none page.name=own page.slug=own
            page.draft=own page.published=own page.design=none page_fold.facts=none page_step.document=own
            page_step.what=none page_version.document=own page_version.changes=own pixel_account.name=own
            pixel_account.pixel_id=own pixel_account.fire_template=own pixel_account.view_event=own
            pixel_account.lead_event=own pixel_account.sale_event=own pixel_account.checkout_event=own pixel_account.also_asked=own pixel_account.snippet=own pixel_account.way=none pixel_account.server_template=own pixel_account.server_body=own pixel_account.token=own click.share=none rotation.behind=none rotation.goal=none rotation.sharing=none rotation_branch.circumstance=none rotation_mark.kind=none rotation_mark.words=own site_event.share=none rotation_variant.leads_to=none rotation_variant.name=own rotation_variant.note=own rotation_variant.state=none site_event.step_name=own site_event.step_label=erased pixel_send.event=none pixel_send.event_id=erased pixel_send.state=none pixel_send.answer=erased postback.outcome=none postback.note=erased postback.click_ref=erased
            postback.order_ref=erased postback.commission=erased postback.order_value=erased postback.item=erased postback.kind=erased postback.event=erased postback.currency=erased postback.product=erased postback.sent=erased promotion.name=own
            promotion.slug=own sale.order_ref=erased sale.state=none sale.item=erased sale.kind=none sale.product=erased sale_change.state=none postback.status=erased site_event.kind=none site_event.file=none site_event.pixel_event=none
            site_event.pixel_answer=none subscriber.email=erased subscriber.address_key=erased
            subscriber.first_name=erased subscriber.last_name=erased subscriber.phone=erased
            subscriber.answers=erased subscriber.aside=erased subscriber.tags=erased subscriber.state=none
            subscriber.source=own subscriber.campaign=own subscriber.country=none subscriber.consent=own
            subscriber.suspect=erased subscriber.order_ref=erased workspace.name=own workspace.currency=none
            day_sheet.day=none day_sheet.columns=own day_sheet.clicks=none day_sheet.tally=none
            figure_progress.day=none rotation.shut_offers=none figure_generation.made_from=none figure_generation.first_day=none figure_generation.last_day=none
            visit.day=none visit.standing=none visit.traits=own visit.legs=none visit.sold=none visit_aside.why=none
            own_host.name=own own_host.finding=own public_place.host=own public_place.path=own promotion.host=own
            promotion.host_removed=own link.host=own link.host_removed=own mail_list.host=own mail_list.host_removed=own
            outbox.host=own elsewhere_place.address=own elsewhere_place.name=own link.ad_words=own link.leads_to=none link.note=own
            link.own_tags=own link.then_to=none traffic_source.cost_kind=none traffic_source.medium=own
            traffic_source.name=own traffic_source.tag=own traffic_source.tokens=own
            workspace.zone=none workspace.signing_key=none workspace.erasure_key=none workspace.legal_name=own
            workspace.postal_address=own workspace.contact=own workspace.privacy=own workspace.disclaimer=own
            """.strip().split("\\s+"))
            .map(decision -> decision.split("="))
            .collect(Collectors.toMap(parts -> parts[0], parts -> parts[1]));

    /** What names or finds the person of this test, wherever it stands. */
    private static final List<String> TRACES = List.of(
            "inesverloren",
            "Verlorenname",
            "+43 660 5550199",
            "203.0.113.77",
            "Balkonantwort",
            "Erasable/9.9",
            "K-ERASE-1");

    @Autowired
    private People people;

    @Autowired
    private Imports imports;

    @Autowired
    private Claims claims;

    private Scenario.Trail trail;
    private ListId list;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
        list = scenario.list(trail.workspace(), true);
        scenario.write(
                trail.bridge(),
                Scenario.content(
                        Placed.of("h", new Block.Headline("Fresh")),
                        Placed.of(
                                "f",
                                new Block.Form(
                                                FormField.all("First name", "Last name", "Phone", "Balcony?"),
                                                "Send",
                                                "I agree",
                                                "",
                                                new NextStep.ShowThanks())
                                        .onto(list))));
        await().until(() -> guest().get(trail.bridgePath()).body().contains("Fresh"));
    }

    private Map<String, String> columns() {
        Map<String, String> columns = new TreeMap<>();
        sql.sql("""
                        select c.table_name || '.' || c.column_name as name, c.data_type as kind
                        from information_schema.columns c
                        join pg_class k on k.relname = c.table_name and k.relkind in ('r', 'p') and not k.relispartition
                        where c.table_schema = 'public' and c.table_name not in ('flyway_schema_history', 'lead_away')
                          and c.data_type not in ('uuid', 'boolean', 'integer', 'bigint', 'timestamp with time zone')
                        """).query(row -> {
            columns.put(row.getString("name"), row.getString("kind"));
        });
        return columns;
    }

    @Test
    void everyColumnThatCanHoldTextIsDecidedOn() {
        assertThat(columns().keySet()).containsExactlyInAnyOrderElementsOf(DECISIONS.keySet());
    }

    /** Where in the whole database something of the person stands. */
    private List<String> found() {
        return columns().entrySet().stream()
                .flatMap(column -> {
                    String[] at = column.getKey().split("\\.");
                    String text = column.getValue().equals("bytea")
                            ? "encode(%s, 'escape')".formatted(at[1])
                            : at[1] + "::text";
                    return TRACES.stream()
                            .filter(trace -> sql.sql(
                                            "select exists (select 1 from %s where %s ilike ?)".formatted(at[0], text))
                                    .param("%" + trace + "%")
                                    .query(Boolean.class)
                                    .single())
                            .map(trace -> column.getKey() + " holds " + trace);
                })
                .toList();
    }

    private void send(Guest guest, String answer) {
        guest.post(
                "/opt-in/" + ShortId.of(trail.bridge().id()) + "/f",
                "email",
                "InesVerloren@K\u00e4lderhoek.example",
                "first_name",
                "Verlorenname",
                "last_name",
                "Verlorenname",
                "phone",
                "+43 660 5550199",
                "own1",
                answer,
                "consent",
                "yes");
    }

    private Subscriber joins() {
        Guest guest = guest().as("Mozilla/5.0 Erasable/9.9");
        guest.get(
                trail.link().path() + "?email=inesverloren@kelderhoek.example",
                "Referer",
                "https://a.example/203.0.113.77");
        guest.get(trail.bridgePath(), "Accept-Language", "inesverloren");
        send(guest, "Balkonantwort");
        Subscriber one = people.ofAddress(
                        trail.workspace(), new EmailAddress("inesverloren@k\u00e4lderhoek.example").key())
                .getFirst();
        people.confirm(one.workspace(), one.id());
        people.tag(one.workspace(), one.id(), "inesverloren");
        return one;
    }

    @Test
    void nothingOfSomebodyErasedIsFoundAnywhere(CapturedOutput log) {
        Subscriber one = joins();
        send(guest(), "Balkonantwort again");
        claims.claim(one.workspace(), "other-order", key(one));
        sql.sql("update outbox set answer = '550 inesverloren' where subscriber_id = ?")
                .param(one.id().value())
                .update();
        sql.sql("update lead set aside = '{\"Balcony?\": \"Balkonantwort aside\"}' where subscriber_id = ?")
                .param(one.id().value())
                .update();
        sql.sql(
                        "update click set address = '203.0.113.77' where id in (select click_id from lead where subscriber_id = ?)")
                .param(one.id().value())
                .update();
        sql.sql(
                        "update site_event set step_label = 'Verlorenname' where click_id in (select click_id from lead where subscriber_id = ?)")
                .param(one.id().value())
                .update();
        sql.sql("update subscriber set order_ref = 'K-ERASE-1' where id = ?")
                .param(one.id().value())
                .update();
        UUID waiting = imports.bring(
                        one.workspace(),
                        list,
                        "file.csv",
                        ("email,name\nmara@a.example,Mara\n" + one.email() + ",Verlorenname\n")
                                .getBytes(StandardCharsets.UTF_8))
                .value();
        assertThat(found()).hasSizeGreaterThan(10);
        long clicks = count("click");
        String postback = postback("&click_id=none&order_id=E-1&buyer=");
        guest().get(postback + Query.encode(one.email()));
        guest().get(postback + key(one).toUpperCase(Locale.ROOT));
        long leads = count("lead");

        people.erase(one.workspace(), one.id());

        assertThat(found()).isEmpty();
        assertThat(log.getAll()).doesNotContainIgnoringCase("inesverloren").doesNotContain("5550199");
        assertThat(count("click")).as("the figures stay").isEqualTo(clicks);
        assertThat(count("lead")).isEqualTo(leads);
        imports.begin(one.workspace(), new ImportId(waiting), List.of("email", "first_name"), "", false);
        await().until(() -> imports.find(one.workspace(), new ImportId(waiting))
                        .orElseThrow()
                        .state()
                == Imports.State.DONE);
        assertThat(imports.find(one.workspace(), new ImportId(waiting))
                        .orElseThrow()
                        .added())
                .isEqualTo(1);
        assertThat(found()).isEmpty();
    }

    private String postback(String query) {
        return "/postback/" + trail.network().postbackKey() + "?secret="
                + trail.network().secret() + query;
    }

    /** Networks name a sale by its buyer, or write the buyer anywhere, in any spelling. */
    @Test
    void whatNetworksToldOfSomebodyErasedNamesNobodyAndGoesOnMeaningTheSale() {
        Subscriber one = joins();
        String address = Query.encode(one.email());
        String click = trail.link().path();
        Guest buyer = guest();
        buyer.get(click);
        String sold = postback("&click_id=" + buyer.cookie("wf_c").orElseThrow().split("\\.")[0] + "&commission=27.50");
        String order = "&order_id=" + address;
        assertThat(guest().get(sold + order + "&product=for+" + address).body()).isEqualTo("sale\n");
        assertThat(guest().get(sold + "&order_id=another").body()).isEqualTo("sale\n");
        claims.claim(one.workspace(), one.email(), "mara@a.example");
        List<String> others = List.of("click_id", "commission", "status", "kind", "currency", "item", "event", "buyer");
        for (String part : others) {
            for (String spelled : List.of(
                    address.replace(".", "%2E"),
                    address.replace("%", "%25"),
                    "%69" + address.substring(1),
                    one.email())) {
                guest().get(postback("&order_id=E-2&" + part + "=" + spelled));
            }
        }
        guest().get(postback(
                "&order_id=E-2&buyer=not.inesverlore" + "@" + one.email().split("@")[1]));

        people.erase(one.workspace(), one.id());

        assertThat(found()).isEmpty();
        assertThat(sql.sql("select count(*) from postback where workspace_id = ? and sent = ''")
                        .param(trail.workspace().value())
                        .query(Integer.class)
                        .single())
                .isEqualTo(1 + 4 * others.size());
        assertThat(guest().get(sold + order).body()).as("the same once more").isEqualTo("repeated\n");
        assertThat(guest().get(sold + order + "&status=refunded").body()).isEqualTo("changed\n");
        assertThat(found()).as("with what came later").isEmpty();
        assertThat(sql.sql("select state from sale where workspace_id = ? order by order_ref")
                        .param(trail.workspace().value())
                        .query(String.class)
                        .list())
                .containsExactly("REFUNDED", "APPROVED");
    }

    private static String key(Subscriber one) {
        return new EmailAddress(one.email()).key();
    }

    private long count(String table) {
        return sql.sql("select count(*) from " + table + " where workspace_id = ?")
                .param(trail.workspace().value())
                .query(Long.class)
                .single();
    }

    @Test
    void noImportBringsSomebodyErasedBackAndTheirOwnOptInDoes() {
        Subscriber one = joins();
        people.erase(one.workspace(), one.id());
        ImportId run = imports.bring(
                one.workspace(), list, "later.csv", ("email\n" + one.email() + "\n").getBytes(StandardCharsets.UTF_8));
        imports.begin(one.workspace(), run, List.of("email"), "", false);
        await().until(() -> imports.find(one.workspace(), run).orElseThrow().state() == Imports.State.DONE);
        assertThat(people.ofAddress(one.workspace(), key(one))).isEmpty();
        assertThat(imports.errors(one.workspace(), run).orElseThrow())
                .contains("They asked to be forgotten")
                .doesNotContain("inesverloren");
        people.join(one.workspace(), list, Joining.plain(new EmailAddress(one.email()), "", ""));
        UUID again = imports.bring(
                        one.workspace(),
                        list,
                        "again.csv",
                        ("email\n" + one.email() + "\n").getBytes(StandardCharsets.UTF_8))
                .value();
        imports.begin(one.workspace(), new ImportId(again), List.of("email"), "", false);
        await().until(() ->
                imports.find(one.workspace(), new ImportId(again)).orElseThrow().state() == Imports.State.DONE);
        assertThat(imports.errors(one.workspace(), new ImportId(again)).orElseThrow())
                .contains("on this list already");
        assertThat(people.ofAddress(one.workspace(), key(one)).getFirst().membership())
                .isEqualTo(Membership.PENDING);
        people.erase(
                one.workspace(),
                people.ofAddress(one.workspace(), key(one)).getFirst().id());
    }
}
