package dev.wilyferret.core.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.text.SafeCell;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class EmailAddressTest {

    /** The ASCII form is the one of RFC 3492 for "kürbis", worked out by hand: krbis, a hyphen, then the place of the ü. */
    @ParameterizedTest
    @CsvSource({
        "ines@kelderhoek.example, ines@kelderhoek.example",
        "' Ines.Okafor+list@mail.kelderhoek.example ', Ines.Okafor+list@mail.kelderhoek.example",
        "ines@kürbis.example, ines@xn--krbis-kva.example",
        "ines@straße.de, ines@xn--strae-oqa.de",
        "ines@STRASSE.DE, ines@strasse.de",
        "ines@KÜRBIS。example, ines@xn--krbis-kva.example"
    })
    void takesWhatMailServersDeliver(String typed, String text) {
        assertThat(new EmailAddress(typed).text()).isEqualTo(text);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "ines",
                "@kelderhoek.example",
                "ines@",
                "ines@kelderhoek",
                "ines@kelder hoek.example",
                "ines..okafor@kelderhoek.example",
                "ines,mara@kelderhoek.example",
                "<ines@kelderhoek.example>",
                "ines@-kelderhoek.example",
                "ines@kelder_hoek.example",
                "ines@a..example",
                "ines@xn--a.example",
                "ines@127.0.0.1",
                "ines@kelderhoek.e",
                "ines@kelderhoek.example."
            })
    void refusesTheRest(String typed) {
        assertThatThrownBy(() -> new EmailAddress(typed))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("does not look like an e-mail address");
    }

    @ParameterizedTest
    @ValueSource(strings = {"ines@a.example\r\nBcc: all@b.example", "ines@a.example\nX: y", "in\u0000es@a.example"})
    void nothingGetsIntoTheHeaders(String typed) {
        assertThatThrownBy(() -> new EmailAddress(typed)).isInstanceOf(Refusal.class);
    }

    @Test
    void saysWhenItIsTooLongOrHasLettersFewServersTake() {
        assertThatThrownBy(() -> new EmailAddress("i".repeat(290) + "@a.example"))
                .hasMessageContaining("at most 254");
        assertThatThrownBy(() -> new EmailAddress("i".repeat(65) + "@a.example"))
                .isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> new EmailAddress("ïnes@a.example")).hasMessageContaining("before the @");
    }

    /** Each ü makes a label longer by the eight signs of xn-- and -kva or its like. */
    @Test
    void itsLengthIsTheOneMailServersSee() {
        String label = "kürbis" + "a".repeat(40);
        String typed = "i".repeat(40) + "@" + (label + ".").repeat(4) + "example";
        assertThat(typed).hasSizeLessThan(254);
        assertThatThrownBy(() -> new EmailAddress(typed)).hasMessageContaining("as mail servers write it; at most 254");
    }

    @Test
    void isShownInItsOwnLetters() {
        assertThat(new EmailAddress("ines@straße.de").readable()).isEqualTo("ines@straße.de");
        assertThat(new EmailAddress("ines@kelderhoek.example").readable()).isEqualTo("ines@kelderhoek.example");
    }

    @ParameterizedTest
    @CsvSource({
        "ines@straße.de, ines@xn--strae-oqa.de",
        "@straße.de, @xn--strae-oqa.de",
        "ines@kelderhoek.example, ines@kelderhoek.example",
        "Ines, Ines",
        "straße, straße",
        "ines@, ines@",
        "a b@c d, a b@c d"
    })
    void isSoughtAsItIsKept(String sought, String kept) {
        assertThat(EmailAddress.asKept(sought)).isEqualTo(kept);
    }

    @Test
    void caseMakesNoOther() {
        assertThat(new EmailAddress("Ines@A.example").key()).isEqualTo(new EmailAddress("ines@a.EXAMPLE").key());
    }

    @ParameterizedTest
    @ValueSource(strings = {"=1+1", "+43 1", "-2", "@x"})
    void spreadsheetsRunNothing(String text) {
        assertThat(SafeCell.of(text)).isEqualTo("\u0027" + text);
        assertThat(SafeCell.of("Ines " + text)).isEqualTo("Ines " + text);
        assertThat(SafeCell.of("")).isEmpty();
    }
}
