package dev.wilyferret.core.page;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.page.FormField.Asked;
import dev.wilyferret.core.text.Refusal;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FormFieldTest {

    private static Block.Form form(String... lines) {
        return ((Block.Form) BlockKind.FORM.empty()).asking(FormField.all(lines));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            First name              | FIRST_NAME | First name           | false
            first NAME *            | FIRST_NAME | first NAME           | true
            First name: Vorname*    | FIRST_NAME | Vorname              | true
            Email                   | EMAIL      | Email                | true
            E-Mail: Deine Adresse   | EMAIL      | Deine Adresse        | true
            Phone number            | PHONE      | Phone number         | false
            Order number *          | ORDER      | Order number         | true
            Last name               | LAST_NAME  | Last name            | false
            Balcony or cellar?      | OWN        | Balcony or cellar?   | false
            Window: north or south? | OWN        | Window: north or south? | false
            """)
    void aLineSaysAField(String line, Asked asked, String label, boolean required) {
        FormField field = FormField.of(line);
        assertThat(field).isEqualTo(new FormField(asked, label, required));
        assertThat(FormField.of(field.line())).isEqualTo(field);
    }

    @Test
    void anOwnFieldThatReadsLikeAKnownOneIsTheKnownOne() {
        assertThat(new FormField(Asked.OWN, "Order number", true)).isEqualTo(FormField.of("Order number *"));
        assertThat(FormField.of(new FormField(Asked.PHONE, "Ring me at", false).line()))
                .isEqualTo(new FormField(Asked.PHONE, "Ring me at", false));
    }

    @Test
    void theOrderIsThatOfTheLinesAndTheAddressIsAlwaysAsked() {
        assertThat(form("First name *\n\n  E-mail\nBalcony?").fields())
                .extracting(FormField::line)
                .containsExactly("First name *", "E-mail *", "Balcony?");
        assertThat(form("Phone").fields()).extracting(FormField::asked).containsExactly(Asked.EMAIL, Asked.PHONE);
        assertThat(form().fields()).hasSize(1);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            Phone ; phone number        | “phone number” is asked for twice
            Balcony? ; balcony? *       | “balcony?” is asked for twice
            a ; b ; c ; d ; e ; f       | 6 fields of your own; at most 5
            *                           | is empty
            Phone:                      | is empty
            """)
    void whatCannotBeAskedIsSaid(String lines, String said) {
        List<String> split = List.of(lines.split(" ; "));
        assertThatThrownBy(() -> form(split.toArray(String[]::new)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(said);
    }

    @Test
    void aLabelHasSixtyCharactersAtMost() {
        assertThat(FormField.of("x".repeat(60)).label()).hasSize(60);
        assertThatThrownBy(() -> FormField.of("x".repeat(61))).hasMessageContaining("at most 60 fit");
    }
}
