package dev.wilyferret.app;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.people.People;
import dev.wilyferret.core.id.SubscriberId;
import dev.wilyferret.core.id.WorkspaceId;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/**
 * A database and files as the version of step 3 left them, with what it had mailed.
 */
class EarlierVersionTest extends EarlierInstallation {

    private static final String CONFIRM = "/confirm/01m8a9rpcqfd8sd8cqc461pf5b.";
    private static final String WAITING =
            CONFIRM + "01m8acqdjjea0stzmwsr35gdcs.1y2p0ij32e8e7.803d57ad06d612b1f8b06874c608b31c7513cf14";
    private static final String READER =
            CONFIRM + "01m8acqdp3fc7awe1pxhfpcb1p.1y2p0ij32e8e7.c884a0c5ec02aa1119fda1c753bd6d9604c26a08";
    private static final String LEAVE =
            "/leave/01m8a9rpcqfd8sd8cqc461pf5b.01m8acqdp3fc7awe1pxhfpcb1p.1y2p0ij32e8e7.c5971e1dad5d4724cef9b9ab8094c34d7ef7ece9";
    private static final String LINK =
            "/m/01m8a9rpcqfd8sd8cqc461pf5b/01m8acqhe0ee19jht6x0v8938c/01m8acqhegfpvsrb36w181tvbb";
    private static final String GIFT =
            "/gift/01m8a9rstgf1y9qab0w54q7azc?d=01m8a9rpcqfd8sd8cqc461pf5b.01m8acqdp3fc7awe1pxhfpcb1p.tpfve9.2b02055f6fe490e1a88216fc8b55c575c571d94a";

    @Autowired
    private People people;

    @Test
    void everyPageLinkAndBenchOpens() {
        List<String> pages = sql.sql("""
                        select '/' || promotion.slug || '/' || page.slug from page
                        join promotion on promotion.id = page.promotion_id where published is not null
                        """).query(String.class).list();
        assertThat(pages).hasSizeGreaterThan(5);
        for (String page : pages) {
            assertThat(site().get(page))
                    .as(page)
                    .extracting(one -> one.statusCode() + " " + Guest.location(one))
                    .isEqualTo("200 ");
        }
        for (String code : sql.sql("select code from link where not paused and host is null")
                .query(String.class)
                .list()) {
            assertThat(site().get("/go/" + code).statusCode()).as(code).isEqualTo(302);
        }
        Guest owner = owner();
        for (String bench : List.of(
                "/",
                "/offers",
                "/people",
                "/people/outbox",
                "/shelf",
                "/shelf/bonuses",
                "/pixels",
                "/sales",
                "/settings")) {
            assertThat(owner.get(bench).statusCode()).as(bench).isEqualTo(200);
        }
        for (String bench : sql.sql("""
                        select '/promotions/' || id || part from promotion, unnest(array['', '/links', '/redirect', '/sales', '/clicks']) part
                        union all select '/promotions/' || promotion_id || '/pages/' || id from page where kind = 'CONTENT'
                        union all select '/people/lists/' || id from mail_list
                        union all select '/offers/' || id from offer
                        union all select part || id from network, unnest(array['/offers/networks/', '/sales/networks/']) part
                        union all select '/pixels/' || id from pixel_account
                        union all select '/sales/' || id from sale
                        union all (select '/clicks/' || id from click limit 20)
                        """).query(String.class).list()) {
            assertThat(owner.get(bench).statusCode()).as(bench).isEqualTo(200);
        }
    }

    @Test
    void whatWasMailedStillLeadsThere() {
        assertThat(site().get(WAITING).body()).contains("Is it you?", "waiting@kelderhoek.example");
        assertThat(Guest.location(site().post(WAITING))).contains("/balcony-calendar/thank-you?d=");
        assertThat(Guest.location(site().get(READER))).contains("/balcony-calendar/thank-you?d=");
        assertThat(site().get(LEAVE).body()).contains("reader@kelderhoek.example");
        assertThat(Guest.location(site().get(LINK))).contains("/balcony-calendar/download");
        HttpResponse<String> gift = site().get(GIFT);
        assertThat(gift.statusCode()).isEqualTo(200);
        assertThat(gift.headers().firstValue("Content-Disposition").orElse("")).contains("harvest-calendar.pdf");
        String fresh = Guest.location(site().get(READER)).replaceAll(".*d=([^&]*).*", "$1");
        assertThat(site().get(GIFT.replaceAll("d=.*", "d=" + fresh)).statusCode())
                .isEqualTo(200);
        assertThat(fresh).as("a fresh pass names nobody's row").doesNotContain("01m8acqdp3fc7awe1pxhfpcb1p");
        // What was signed for one thing opens no other, nor one version's name under the other's signature.
        assertThat(site().get(WAITING.replace("/confirm/", "/leave/")).statusCode())
                .isEqualTo(404);
    }

    @Test
    void olderLeadsInOtherAlphabetsAreErasedToo() {
        WorkspaceId workspace =
                new WorkspaceId(sql.sql("select workspace_id from subscriber where email = 'reader@kelderhoek.example'")
                        .query(UUID.class)
                        .single());
        site().post(FORM, "email", "ines@m\u00fcnchen.example");
        SubscriberId ines =
                new SubscriberId(sql.sql("select id from subscriber where email = 'ines@xn--mnchen-3ya.example'")
                        .query(UUID.class)
                        .single());
        // As earlier versions kept it: as it was typed, and tied to nobody.
        sql.sql(
                        "update lead set email = 'Ines@m\u00fcnchen.example', subscriber_id = null where email = 'ines@xn--mnchen-3ya.example'")
                .update();
        people.erase(workspace, ines);
        assertThat(sql.sql("select count(*) from lead where email like '%nchen%'")
                        .query(Integer.class)
                        .single())
                .isZero();
    }
}
