package dev.wilyferret.core.offer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.offer.SlotLimit.Signs;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NetworkMemoryTest {

    private static final AffiliateLink FIRST = new AffiliateLink(
            UriTemplate.parseWeb("https://www.lanternfish.example/buy/one{?aff,sub1,sub2}"),
            Map.of(
                    "aff",
                    new SubIdFill.Fixed("growbench"),
                    "sub1",
                    new SubIdFill.FromTag(SubIdFill.Tag.CAMPAIGN),
                    "sub2",
                    new SubIdFill.ClickId()));

    private static final NetworkMemory MEMORY = NetworkMemory.of("Lanternfish", SlotLimit.NONE, List.of(FIRST));

    @Test
    void theNextLinkOfANetworkIsFilledLikeTheLast() {
        PastedLink pasted = PastedLink.read("https://lanternfish.example/buy/two?aff=YOUR_ID&sub1=x&SUB2=", "");
        assertThat(MEMORY.knows(pasted)).isTrue();
        assertThat(MEMORY.remembering(pasted).proposed())
                .isEqualTo(Map.of(
                        "aff",
                        new SubIdFill.Fixed("growbench"),
                        "sub1",
                        new SubIdFill.FromTag(SubIdFill.Tag.CAMPAIGN),
                        "SUB2",
                        new SubIdFill.ClickId()));
        assertThat(MEMORY.clickIdPlace()).isEqualTo("sub2");
        assertThat(MEMORY.knows(PastedLink.read("https://other.example/buy?sub1=", "")))
                .isFalse();
    }

    @Test
    void whatIsNotKnownIsProposedAsBeforeAndTheLatestOfferCounts() {
        AffiliateLink later = new AffiliateLink(
                UriTemplate.parseWeb("https://lanternfish.example/r{?sub1}"), Map.of("sub1", new SubIdFill.ClickId()));
        NetworkMemory both = NetworkMemory.of("Lanternfish", SlotLimit.NONE, List.of(later, FIRST));
        assertThat(both.fills().get("sub1")).isEqualTo(new SubIdFill.ClickId());
        PastedLink pasted = PastedLink.read("https://lanternfish.example/x?clickref=", "");
        assertThat(both.remembering(pasted).proposed()).containsEntry("clickref", new SubIdFill.ClickId());
    }

    /** Where the network's links carry the click id it goes, and nowhere else, whatever a name says. */
    @Test
    void aClickIdGoesIntoOnePlace() {
        PastedLink pasted = PastedLink.read("https://lanternfish.example/x?click_id=&sub2=&subid=", "");
        assertThat(pasted.proposed()).containsEntry("click_id", new SubIdFill.ClickId());
        assertThat(MEMORY.remembering(pasted).proposed())
                .containsEntry("sub2", new SubIdFill.ClickId())
                .containsEntry("click_id", new SubIdFill.Nothing());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            0  | ANY                    | plümage ads & more | plümage ads & more
            7  | ANY                    | plümage ads        | plümage
            0  | LETTERS_AND_DIGITS     | plumage-ads_1 ü    | plumageads1
            9  | LETTERS_AND_DIGITS     | plumage-ads        | plumagead
            0  | LETTERS_DIGITS_HYPHENS | plumage-ads_1 !    | plumage-ads_1
            2  | ANY                    | 🍄🍄🍄             | 🍄🍄
            """)
    void whatDoesNotFitIsCut(int most, Signs signs, String value, String sent) {
        SlotLimit limit = new SlotLimit(most, signs);
        assertThat(limit.fitted(value)).isEqualTo(sent);
        assertThat(limit.takes(sent)).isTrue();
        assertThat(limit.takes(value)).isEqualTo(value.equals(sent));
    }

    @Test
    void aClickIdIsNeverCutAndWhatIsCutIsSaid() {
        AffiliateLink narrow = new AffiliateLink(
                FIRST.template(),
                Map.of(
                        "aff",
                        new SubIdFill.Fixed("grow-bench"),
                        "sub1",
                        new SubIdFill.LinkCode(),
                        "sub2",
                        new SubIdFill.ClickId()),
                new SlotLimit(6, Signs.LETTERS_AND_DIGITS));
        AffiliateLink.Leaving visitor = new AffiliateLink.Leaving(
                "06c2w0g7", Optional.of(new Tags("plumage", "cpc", "spring", "", "")), "spring-1", "start");
        assertThat(narrow.expand(visitor))
                .isEqualTo("https://www.lanternfish.example/buy/one?aff=grow-bench&sub1=spring&sub2=06c2w0g7");
        assertThat(narrow.cut(visitor))
                .isEqualTo(Map.of(
                        "sub1",
                        new AffiliateLink.Cut("spring-1", "spring"),
                        "sub2",
                        new AffiliateLink.Cut("06c2w0g7", "06c2w0g7")));
        assertThat(FIRST.cut(visitor)).isEmpty();
        assertThat(new AffiliateLink(FIRST.template(), Map.of("sub1", new SubIdFill.FromPage())).expand(visitor))
                .isEqualTo("https://www.lanternfish.example/buy/one?sub1=start");
        assertThat(narrow.limit().words()).isEqualTo("at most 6 characters, letters and digits only");
    }

    @Test
    void aLimitIsOfAtMostFiveHundred() {
        assertThat(new SlotLimit(500, Signs.ANY).takes("x".repeat(500))).isTrue();
        assertThat(new SlotLimit(500, Signs.ANY).takes("x".repeat(501))).isFalse();
        assertThatThrownBy(() -> new SlotLimit(501, Signs.ANY)).hasMessageContaining("is no limit");
        assertThatThrownBy(() -> new SlotLimit(-1, Signs.ANY)).hasMessageContaining("is no limit");
    }
}
