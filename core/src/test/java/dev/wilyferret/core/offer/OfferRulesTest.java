package dev.wilyferret.core.offer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.text.Refusal;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class OfferRulesTest {

    private static final UriTemplate TEMPLATE =
            UriTemplate.parseWeb("https://lanternfish.example/buy/cellar-crop{?aff,sub1,sub2}");
    private static final Tags TAGS = new Tags("plumage", "paid-social", "spring", "", "");

    @Test
    void fillsEachPlaceWithWhatWasChosen() {
        AffiliateLink link = new AffiliateLink(
                TEMPLATE,
                Map.of(
                        "aff",
                        new SubIdFill.Fixed("growbench"),
                        "sub1",
                        new SubIdFill.ClickId(),
                        "sub2",
                        new SubIdFill.FromTag(SubIdFill.Tag.SOURCE)));
        assertThat(link.expand(new AffiliateLink.Leaving("01jd0click", Optional.of(TAGS), "x7Kq2Pm", "start")))
                .isEqualTo("https://lanternfish.example/buy/cellar-crop?aff=growbench&sub1=01jd0click&sub2=plumage");
        assertThat(link.carriesClickId()).isTrue();
        assertThat(link.clickParameter()).contains("sub1");
    }

    @Test
    void leavesOutATagNobodyBrought() {
        AffiliateLink link = new AffiliateLink(TEMPLATE, Map.of("sub2", new SubIdFill.FromTag(SubIdFill.Tag.SOURCE)));
        assertThat(link.expand(new AffiliateLink.Leaving("x")))
                .isEqualTo("https://lanternfish.example/buy/cellar-crop");
        assertThat(link.carriesClickId()).isFalse();
    }

    @Test
    void dropsFillingsOfPlacesTheTemplateDoesNotHave() {
        AffiliateLink link = new AffiliateLink(TEMPLATE, Map.of("other", new SubIdFill.ClickId()));
        assertThat(link.fills()).containsOnlyKeys("aff", "sub1", "sub2");
        assertThat(link.carriesClickId()).isFalse();
    }

    @Test
    void readsCountriesInEitherCaseAndNamesTheWrongOne() {
        assertThat(Countries.parse("de, AT ch").toString()).isEqualTo("AT, CH, DE");
        assertThat(Countries.parse("").codes()).isEmpty();
        assertThatThrownBy(() -> Countries.parse("DE, XX"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("\"XX\" is not a country code");
    }
}
