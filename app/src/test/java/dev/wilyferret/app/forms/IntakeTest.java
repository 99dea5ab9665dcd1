package dev.wilyferret.app.forms;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.link.Slug;
import dev.wilyferret.core.text.PlainText;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.util.LinkedMultiValueMap;

class IntakeTest {

    @Test
    void aFieldBecomesAValueOrAMessage() {
        Intake form = Intake.showing(Map.of("slug", "cellar-crop", "name", ""));
        assertThat(form.take("slug", Slug::new)).contains(new Slug("cellar-crop"));
        assertThat(form.clean()).isTrue();
        assertThat(form.take("name", text -> PlainText.line("name", text, 10))).isEmpty();
        assertThat(form.clean()).isFalse();
        assertThat(form.finding("name")).isEqualTo("The name is empty. Type at least one word.");
        assertThat(form.finding("slug")).isEmpty();
    }

    @Test
    void theFirstMessageAtAFieldStays() {
        Intake form = Intake.showing(Map.of());
        form.refuse("slug", "first");
        form.refuse("slug", "second");
        assertThat(form.findings()).containsExactly(Map.entry("slug", "first"));
    }

    @Test
    void fieldsMayComeSeveralTimesOrNotAtAll() {
        LinkedMultiValueMap<String, String> typed = new LinkedMultiValueMap<>();
        typed.addAll("pixel", List.of("a", "b"));
        Intake form = Intake.of(typed);
        assertThat(form.chosen("pixel", "b")).isTrue();
        assertThat(form.chosen("pixel", "c")).isFalse();
        assertThat(form.value("missing")).isEmpty();
        assertThat(form.ticked("missing")).isFalse();
        assertThat(form.takeAll("pixel", List::size)).contains(2);
    }
}
