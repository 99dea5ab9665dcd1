package dev.wilyferret.core.address;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.AlphaChars;
import net.jqwik.api.constraints.StringLength;
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

    @Test
    void keepsWhatTheAddressCarriesAlready() {
        Tags tags = new Tags("plumage", "cpc", "spring", "", "");
        assertThat(tags.onto("https://a.example/p?utm_source=own#top"))
                .isEqualTo("https://a.example/p?utm_source=own&utm_medium=cpc&utm_campaign=spring#top");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            /p?to=https://b.example/?utm_source=x | /p?to=https://b.example/?utm_source=x&utm_source=plumage&utm_medium=cpc&utm_campaign=spring
            /p?to=a%26utm_source%3Dx      | /p?to=a%26utm_source%3Dx&utm_source=plumage&utm_medium=cpc&utm_campaign=spring
            /p?my_utm_source=x            | /p?my_utm_source=x&utm_source=plumage&utm_medium=cpc&utm_campaign=spring
            /p?a=1&                       | /p?a=1&utm_source=plumage&utm_medium=cpc&utm_campaign=spring
            /p?                           | /p?utm_source=plumage&utm_medium=cpc&utm_campaign=spring
            /p#?utm_source=x              | /p?utm_source=plumage&utm_medium=cpc&utm_campaign=spring#?utm_source=x
            /p?utm_source                 | /p?utm_source&utm_medium=cpc&utm_campaign=spring
            /p?utm%5Fsource=own           | /p?utm%5Fsource=own&utm_medium=cpc&utm_campaign=spring
            /p?utm_source=&utm_medium=m   | /p?utm_source=&utm_medium=m&utm_campaign=spring
            """)
    void onlyAParameterOfItsOwnIsATag(String address, String tagged) {
        assertThat(new Tags("plumage", "cpc", "spring", "", "").onto(address)).isEqualTo(tagged);
    }

    @Test
    void needsSourceMediumAndCampaign() {
        assertThatThrownBy(() -> new Tags("", "cpc", "spring", "", "")).hasMessageContaining("The source is empty");
        assertThatThrownBy(() -> new Tags("plumage", "", "spring", "", "")).hasMessageContaining("The medium is empty");
        assertThatThrownBy(() -> new Tags("plumage", "cpc", " ", "", "")).hasMessageContaining("The campaign is empty");
    }

    @Property
    void taggingTwiceEqualsTaggingOnce(
            @ForAll @AlphaChars @StringLength(min = 1, max = 20) String source,
            @ForAll @AlphaChars @StringLength(max = 20) String term,
            @ForAll @AlphaChars @StringLength(max = 20) String query) {
        Tags tags = new Tags(source, "cpc", "spring", term, "");
        String once = tags.onto("https://a.example/p?" + query + "#end");
        assertThat(tags.onto(once)).isEqualTo(once);
    }
}
