package dev.wilyferret.app.handover;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.app.handover.FormCode.Part;
import dev.wilyferret.app.kit.LinearTime;
import dev.wilyferret.core.text.Refusal;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class FormCodeTest {

    private static FormCode form(String inside) {
        return FormCode.read(
                "<div><form action='https://lists.example/in?x=1' method='POST'>" + inside + "</form></div>");
    }

    @Test
    void readsWhereItGoesWhatGoesAlongAndWhatIsFilledIn() {
        FormCode code =
                form("<input type=hidden name=aud value='a1'><input name=mail type=email><select name=club></select>"
                        + "<input type=submit name=go value=Go><button name=b>Send</button>");
        assertThat(code.action()).isEqualTo("https://lists.example/in?x=1");
        assertThat(code.get()).isFalse();
        assertThat(code.hidden()).containsExactly(java.util.Map.entry("aud", "a1"));
        assertThat(code.inputs().keySet()).containsExactly("mail", "club");
        assertThat(code.script()).isFalse();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<div style='display:none'><input name=trap></div>",
                "<div style='position: absolute; left: -9999px'><p><input name=trap></p></div>",
                "<input name=trap style='visibility: hidden'>"
            })
    void aTrapForProgramsGoesAlongEmpty(String trap) {
        FormCode code = form("<input name=email>" + trap);
        assertThat(code.inputs()).containsOnlyKeys("email");
        assertThat(code.hidden()).containsEntry("trap", "");
    }

    @ParameterizedTest
    @CsvSource({
        "EMAIL, EMAIL",
        "pst_mail, EMAIL",
        "FNAME_first, FIRST_NAME",
        "given, FIRST_NAME",
        "surname, LAST_NAME",
        "family_name, LAST_NAME",
        "your_name, NAME",
        "phone, PHONE",
        "shoe_size, NOTHING"
    })
    void proposesWhatAFieldIsFor(String name, Part part) {
        assertThat(form("<input name='" + name + "'>").proposed()).containsEntry(name, part);
    }

    @Test
    void eachPartIsProposedOnce() {
        assertThat(form("<input name=email><input name=email_again>").proposed())
                .containsEntry("email", Part.EMAIL)
                .containsEntry("email_again", Part.NOTHING);
    }

    @Test
    void labelsAreFoundWhereverTheyStand() {
        FormCode code = form(
                "<label>Your mail <input name=a></label><label for=x>Your name</label><input id=x name=b><input name=c placeholder=Town><input name=d>");
        assertThat(code.inputs())
                .containsEntry("a", "Your mail")
                .containsEntry("b", "Your name")
                .containsEntry("c", "Town")
                .containsEntry("d", "d");
    }

    @Test
    void aScriptIsSeenAndLeftAlone() {
        FormCode code = FormCode.read(
                "<form action=https://lists.example/in method=get><input name=email></form><script>document.write('x')</script>");
        assertThat(code.script()).isTrue();
        assertThat(code.get()).isTrue();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "just words | There is no form in it",
                "<form action='/subscribe'><input name=email></form> | has no scheme",
                "<form action='javascript:alert(1)'><input name=email></form> | javascript:",
                "<form action='https://lists.example/in'><input type=hidden name=a></form> | no field for an address"
            })
    void whatCannotBeSentIsSaid(String pasted, String words) {
        assertThatThrownBy(() -> FormCode.read(pasted))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(words);
    }

    @Test
    void aBookIsNoForm() {
        assertThatThrownBy(() -> FormCode.read("x".repeat(50_001))).hasMessageContaining("longer than a form");
    }

    @Test
    void readingTakesTimeInProportion() {
        LinearTime.check("", FormCode::read);
        LinearTime.check(
                "<form action='https://a.example'><input name=e>",
                code -> FormCode.read(code.substring(0, Math.min(code.length(), 49_999))));
        LinearTime.check("200 ", Handovers::shown);
    }
}
