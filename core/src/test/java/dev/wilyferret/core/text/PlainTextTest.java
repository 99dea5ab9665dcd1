package dev.wilyferret.core.text;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PlainTextTest {

    @Test
    void keepsMarkupAndForeignScriptsAsText() {
        assertThat(PlainText.line("headline", "  <b>Pilze</b> فطر & 蘑菇 🍄 ", 80))
                .isEqualTo("<b>Pilze</b> فطر & 蘑菇 🍄");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"a\u0000b", "a\u0007b", "a\nb", "safe\u202Egnp.exe", "\u2066x\u2069y", "a\u2028b", "a\uD800b"})
    void refusesWhatHidesOrReordersWords(String typed) {
        assertThatThrownBy(() -> PlainText.line("headline", typed, 80))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("The headline holds an invisible character (U+")
                .hasMessageContaining("Delete it");
    }

    @Test
    void saysWhichCharacterAndWhere() {
        assertThatThrownBy(() -> PlainText.line("headline", "Grow\u202E", 80))
                .hasMessageContaining("(U+202E) at position 5");
    }

    @Test
    void saysHowLongAndHowLongIsAllowed() {
        assertThatThrownBy(() -> PlainText.line("headline", "x".repeat(10_485_760), 200))
                .hasMessage("The headline has 10,485,760 characters; at most 200 fit. Shorten it.");
    }

    @Test
    void countsCodePointsSoThatAnEmojiIsOne() {
        assertThat(PlainText.line("name", "🍄🍄", 2)).isEqualTo("🍄🍄");
    }

    @Test
    void needsAWordWhereALineIsNeeded() {
        assertThatThrownBy(() -> PlainText.line("source", "   ", 100))
                .hasMessage("The source is empty. Type at least one word.");
        assertThat(PlainText.optionalLine("term", "   ", 100)).isEmpty();
    }

    @Test
    void takesLineBreaksOnlyInSeveralLines() {
        assertThat(PlainText.lines("postal address", "12 Spawn Lane\r\n4999 Kelderhoek", 100))
                .isEqualTo("12 Spawn Lane\n4999 Kelderhoek");
    }

    @Property
    void eitherRefusesOrGivesBackTheStrippedText(@ForAll String typed) {
        try {
            assertThat(PlainText.optionalLine("text", typed, 10_000)).isEqualTo(typed.strip());
        } catch (Refusal refusal) {
            assertThat(refusal.getMessage()).startsWith("The text holds an invisible character");
        }
    }

    @Test
    void whatDoesNotFitIsCutBetweenCharacters() {
        assertThat(PlainText.cut("oyster", 6)).isEqualTo("oyster");
        assertThat(PlainText.cut("oysters", 6)).isEqualTo("oyste…");
        assertThat(PlainText.cut("\uD83C\uDF44\uD83C\uDF44\uD83C\uDF44", 3)).hasSize(6);
        assertThat(PlainText.cut("\uD83C\uDF44\uD83C\uDF44\uD83C\uDF44", 2)).isEqualTo("\uD83C\uDF44…");
    }
}
