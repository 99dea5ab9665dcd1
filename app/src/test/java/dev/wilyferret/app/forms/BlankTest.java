package dev.wilyferret.app.forms;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.text.PlainText;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.util.LinkedMultiValueMap;

class BlankTest {

    private record Jar(String name, boolean full, List<String> labels) {}

    private static final Blank<Jar> BLANK = new Blank<>();
    private static final Blank.Field<Jar, String> NAME =
            BLANK.text("name", Jar::name, typed -> PlainText.line("name", typed, 10));
    private static final Blank.Field<Jar, Boolean> FULL = BLANK.tick("full", Jar::full);
    private static final Blank.Field<Jar, List<String>> LABELS = BLANK.several("label", Jar::labels, List::copyOf);

    private static Intake typed(Map<String, List<String>> values) {
        return Intake.of(new LinkedMultiValueMap<>(values));
    }

    private static Jar jar(Blank.Typed<Jar> typed) {
        return new Jar(typed.of(NAME), typed.of(FULL), typed.of(LABELS));
    }

    @Test
    void whatIsShownAndSentBackIsTheSame() {
        Jar jar = new Jar("Spawn", true, List.of("a", "b"));
        Intake shown = BLANK.shown(jar);
        assertThat(shown.value("name")).isEqualTo("Spawn");
        assertThat(shown.ticked("full")).isTrue();
        assertThat(shown.values("label")).containsExactly("a", "b");
        assertThat(BLANK.read(shown, BlankTest::jar)).contains(jar);
    }

    @Test
    void whatIsNotSentIsEmpty() {
        assertThat(BLANK.read(typed(Map.of("name", List.of(" Spawn "))), BlankTest::jar))
                .contains(new Jar("Spawn", false, List.of()));
    }

    @Test
    void whatIsRefusedIsSaidAtItsFieldAndMakesNothing() {
        Intake form = typed(Map.of("name", List.of("much too long a name"), "full", List.of("on")));
        assertThat(BLANK.read(form, BlankTest::jar)).isEmpty();
        assertThat(form.findings()).containsOnlyKeys("name");
        assertThat(form.value("name")).isEqualTo("much too long a name");
    }
}
