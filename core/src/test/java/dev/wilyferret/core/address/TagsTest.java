package dev.wilyferret.core.address;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TagsTest {

    @Test
    void putsTheTagsOnAnAddress() {
        Tags tags = new Tags("plumage", "paid-social", "spring & balcony", "", "video-1");
        assertThat(tags.onto("/cellar-crop/start"))
                .isEqualTo(
                        "/cellar-crop/start?utm_source=plumage&utm_medium=paid-social&utm_campaign=spring%20%26%20balcony&utm_content=video-1");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', nullValues = "none", textBlock = """
            plumage | cpc | spring | true
            plumage | cpc | ''     | false
            plumage | ''  | spring | false
            a\u202eb | cpc | spring | false
            """)
    void readsTheTagsOfAnAddress(String source, String medium, String campaign, boolean tagged) {
        Map<String, String> said = Map.of(
                "utm_source",
                source,
                "utm_medium",
                medium,
                "utm_campaign",
                campaign,
                "utm_content",
                "video-1",
                "x",
                "y");
        assertThat(Tags.in(said))
                .isEqualTo(tagged ? Optional.of(new Tags(source, medium, campaign, "", "video-1")) : Optional.empty());
        assertThat(Tags.in(Map.of())).isEmpty();
    }

    @Test
    void ownTagsFollowTheFive() {
        Tags tags = new Tags("plumage", "cpc", "spring", "", "", Map.of("placement", "top", "empty", ""));
        assertThat(tags.onto("/p")).isEqualTo("/p?utm_source=plumage&utm_medium=cpc&utm_campaign=spring&placement=top");
        assertThat(tags).isNotEqualTo(new Tags("plumage", "cpc", "spring", "", ""));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            utm_source  | is in use already
            d           | is in use already
            wf_anything | is in use already
            1st         | is no name for a tag
            a b         | is no name for a tag
            größe       | is no name for a tag
            """)
    void anOwnTagHasANameThatNothingElseHas(String name, String message) {
        assertThatThrownBy(() -> new Tags("plumage", "cpc", "spring", "", "", Map.of(name, "x")))
                .hasMessageContaining(message);
    }

    /** As they are kept. */
    @Test
    void whatIsKeptOfOwnTagsReadsTheSame() {
        Map<String, String> own = new LinkedHashMap<>();
        own.put("placement", "top = best");
        own.put("ad", "7");
        Tags tags = new Tags("plumage", "cpc", "spring", "mushrooms", "video", own);
        assertThat(tags.ownText()).isEqualTo("placement=top = best\nad=7");
        assertThat(Tags.ownOf(tags.ownText())).isEqualTo(own);
        assertThat(Tags.ownOf("")).isEmpty();
        assertThat(tags.parameters().keySet())
                .containsExactly(
                        "utm_source", "utm_medium", "utm_campaign", "utm_term", "utm_content", "placement", "ad");
    }

    @Test
    void tenOwnTagsFit() {
        Map<String, String> ten = IntStream.range(0, 10).boxed().collect(Collectors.toMap(i -> "t" + i, i -> "x"));
        assertThat(new Tags("plumage", "cpc", "spring", "", "", ten).own()).hasSize(10);
        Map<String, String> many = IntStream.range(0, 11).boxed().collect(Collectors.toMap(i -> "t" + i, i -> "x"));
        assertThatThrownBy(() -> new Tags("plumage", "cpc", "spring", "", "", many))
                .hasMessageContaining("11 tags of your own; at most 10 fit");
    }

    @Test
    void needsSourceMediumAndCampaign() {
        assertThatThrownBy(() -> new Tags("", "cpc", "spring", "", "")).hasMessageContaining("The source is empty");
        assertThatThrownBy(() -> new Tags("plumage", "", "spring", "", "")).hasMessageContaining("The medium is empty");
        assertThatThrownBy(() -> new Tags("plumage", "cpc", " ", "", "")).hasMessageContaining("The campaign is empty");
    }
}
