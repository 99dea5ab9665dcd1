package dev.wilyferret.core.pixel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.text.Refusal;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PixelSnippetTest {

    private static final PixelSnippet CODE = new PixelSnippet("<script>say('{event}', {value});</script>");

    @ParameterizedTest
    @ValueSource(
            strings = {
                "Watched'); evil('",
                "Watched\"",
                "Watched`",
                "Watched</script><script>",
                "Watched\\",
                "Watched&apos;",
                "Watched\u2028evil()"
            })
    void aWordOfOnesOwnEndsNoWordsOfTheCode(String word) {
        assertThatThrownBy(() -> PixelEvent.own(word)).isInstanceOf(Refusal.class);
        assertThat(CODE.filled(Map.of("event", word, "value", "1")))
                .startsWith("<script>say('Watched")
                .endsWith("', 1);</script>")
                .doesNotContainPattern("Watched[^']*['\"`<>\\\\&\u2028\n][^,]");
    }

    @Test
    void aWordThatWasKeptBeforeIsStillRead() {
        assertThat(PixelEvent.read("OWN It's \"read\"").own()).isEqualTo("It's \"read\"");
    }

    @Test
    void aWordIsFilledInAsItStands() {
        assertThat(CODE.filled(Map.of("event", "Übers {Ziel} – 2", "value", "27.50")))
                .isEqualTo("<script>say('Übers {Ziel} – 2', 27.50);</script>");
    }
}
