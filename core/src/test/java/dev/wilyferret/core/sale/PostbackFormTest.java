package dev.wilyferret.core.sale;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.text.Refusal;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PostbackFormTest {

    @Test
    void aPartIsReadByItsOwnNameOrTheUsualOne() {
        PostbackForm form = new PostbackForm(
                PostbackForm.readNames("click_id = subid\r\n order_id=tx \n\n"), Map.of(), false, false);
        assertThat(form.read(Map.of("subid", " 01m ", "tx", "7", "order_id", "8", "status", "approved", "item", " ")))
                .containsExactly(
                        Map.entry(PostbackPart.CLICK, "01m"),
                        Map.entry(PostbackPart.ORDER, "7"),
                        Map.entry(PostbackPart.STATUS, "approved"));
        assertThat(PostbackForm.readNames(form.namesText())).isEqualTo(form.names());
    }

    @Test
    void itsWordsMeanOurs() {
        PostbackForm form =
                new PostbackForm(Map.of(), PostbackForm.readWords("ChargeBack = reversed\n1=Approved"), false, false);
        assertThat(form.meant("CHARGEBACK")).isEqualTo("reversed");
        assertThat(form.meant(" 1 ")).isEqualTo("approved");
        assertThat(form.meant("pending")).isEqualTo("pending");
        assertThat(PostbackForm.readWords(form.wordsText())).isEqualTo(form.words());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            click = subid               | “click” is no part of a postback. The parts are click_id, order_id
            click_id                    | “click_id” says nothing. Write a line such as click_id = subid.
            click_id = a&b              | “a&b” cannot be the name of a parameter
            click_id = secret           | “secret” is what proves who sends a postback
            order_id = click_id         | “click_id” would be both click_id and order_id.
            click_id = a§click_id = b   | “click_id” stands there twice.
            """)
    void aNameThatCannotBeIsSaid(String typed, String message) {
        assertThatThrownBy(() -> PostbackForm.readNames(typed.replace('§', '\n')))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(message);
    }

    @ParameterizedTest
    @ValueSource(strings = {"paid = done", "= approved", "paid ="})
    void aWordThatLeadsNowhereIsSaid(String typed) {
        assertThatThrownBy(() -> PostbackForm.readWords(typed)).isInstanceOf(Refusal.class);
    }

    @Test
    void namesMayChangePlaces() {
        assertThat(PostbackForm.readNames("click_id = order_id\norder_id = click_id"))
                .hasSize(2);
    }

    @Test
    void atMostFortyWords() {
        String forty =
                IntStream.range(0, 40).mapToObj("own%d = approved"::formatted).collect(Collectors.joining("\n"));
        assertThat(PostbackForm.readWords(forty)).hasSize(40);
        assertThatThrownBy(() -> PostbackForm.readWords(forty + "\nmore = approved"))
                .hasMessage("More than 40 lines.");
    }

    @ParameterizedTest
    @CsvSource({"FIRST, first", "UPSELL, upsell", "REBILL, rebill"})
    void aKindIsNamedInAnyCase(SaleKind kind, String words) {
        assertThat(kind.words()).isEqualTo(words);
        assertThat(SaleKind.named(" " + kind + " ")).contains(kind);
        assertThat(SaleKind.named(words)).contains(kind);
        assertThat(SaleKind.named(words + "s")).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"CLICK, click id", "KIND, kind of payment", "ORDER_VALUE, order value"})
    void aPartIsCalledAsPeopleDo(PostbackPart part, String words) {
        assertThat(part.words()).isEqualTo(words);
    }
}
