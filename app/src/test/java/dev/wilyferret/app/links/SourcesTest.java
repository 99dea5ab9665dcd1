package dev.wilyferret.app.links;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.elsewhere.Places;
import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.sources.Sources;
import dev.wilyferret.core.source.Cost;
import dev.wilyferret.core.source.Source;
import org.jsoup.Jsoup;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;

/** Sources and addresses elsewhere, noted and changed. */
class SourcesTest extends AppTest {

    @Autowired
    private Sources sources;

    @Autowired
    private Places places;

    private Scenario.Stage stage;
    private Guest owner;

    @BeforeEach
    void begin() {
        stage = scenario.empty();
        owner = owner(stage);
    }

    @Test
    void aSourceIsNotedAndChanged() {
        owner.send(
                "/links/sources/new",
                "name",
                "Plumage Ads",
                "medium",
                "paid-social",
                "tokens",
                "ad = {ad.id} 4711\nplace={placement}",
                "cost",
                "click",
                "amount",
                "0.45");
        var noted = sources.of(stage.id()).getFirst();
        Source source = noted.source();
        assertThat(source.tag()).isEqualTo("plumage-ads");
        assertThat(source.handedOut("/go/x")).isEqualTo("/go/x?ad={ad.id}&place={placement}");
        assertThat(source.cost()).isInstanceOf(Cost.PerClick.class);
        String own = "/links/sources/" + noted.id();
        String form = owner.get(own).body();
        assertThat(Jsoup.parse(form).select("#tokens").text()).contains("ad = {ad.id} 4711");
        owner.send(own, "name", "Plumage", "tag", "plumage", "medium", "paid-social", "tokens", "", "cost", "");
        assertThat(sources.of(stage.id())).hasSize(1);
        assertThat(owner.get("/links/sources").body()).contains("plumage · paid-social", "not noted");
        assertThat(owner.send("/links/sources/new", "name", "Again", "tag", "PLUMAGE", "medium", "cpc")
                        .body())
                .contains("“Plumage” has the tag PLUMAGE already", "value=\"Again\"");
        assertThat(owner(scenario.empty()).get(own).statusCode()).isEqualTo(404);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            tokens | no sign      | has no =
            tokens | a = {x}&b    | cannot stand in an address
            tokens | a={x}\\na={y} | Two tokens are passed as a
            name   | ''           | The name is empty
            medium | ''           | The medium is empty
            amount | much         | amount
            """)
    void whatIsWrongIsSaid(String field, String typed, String message) {
        String body = owner.send(
                        "/links/sources/new",
                        "name",
                        field.equals("name") ? typed : "Plumage",
                        "medium",
                        field.equals("medium") ? typed : "cpc",
                        "tokens",
                        field.equals("tokens") ? typed.translateEscapes() : "",
                        "cost",
                        "fixed",
                        "amount",
                        field.equals("amount") ? typed : "5")
                .body();
        assertThat(Jsoup.parse(body).select(".msg").text()).contains(message);
        assertThat(sources.of(stage.id())).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            javascript:alert(1)            | Only addresses that start with https
            https://{host}.example/        | host of the template must be fixed
            https://a.example/{?email}     | Nothing fills {email}
            https://a.example/{            | never closes it
            https://user@a.example/        | user name
            SITE/x/start                   | of this program itself
            CONSOLE/                       | of this program itself
            """)
    void anAddressThatNobodyCanBeSentToIsRefused(String typed, String message) {
        String address = typed.replace("SITE", installation.siteAddress().toString())
                .replace("CONSOLE", installation.consoleAddress().toString());
        String body = owner.send("/links/elsewhere", "name", "Kept name", "address", address)
                .body();
        assertThat(Jsoup.parse(body).select(".msg").text()).contains(message);
        assertThat(body).contains("value=\"Kept name\"");
        assertThat(places.of(stage.id())).isEmpty();
    }

    @Test
    void anAddressElsewhereHasANameOfItsOwn() {
        owner.send("/links/elsewhere", "name", "Room", "address", "https://größe.example/{?click_id}");
        var room = places.of(stage.id()).getFirst();
        assertThat(room.elsewhere().address().toString()).isEqualTo("https://xn--gre-6ka8i.example/{?click_id}");
        assertThat(owner.send("/links/elsewhere", "name", "ROOM", "address", "https://b.example/")
                        .body())
                .contains("There is an address called “Room” already");
        owner.send("/links/elsewhere/" + room.id(), "name", "Room", "address", "https://b.example/");
        assertThat(places.of(stage.id()).getFirst().elsewhere().address().toString())
                .isEqualTo("https://b.example/");
    }
}
