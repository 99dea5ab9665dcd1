package dev.wilyferret.app.pagebench;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.design.StartingDesign;
import dev.wilyferret.core.figures.Rate;
import dev.wilyferret.core.id.PageId;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;

class DesignChoiceTest {

    @Test
    void designsThatDidWellForSureComeFirst() {
        PageId many = new PageId(new UUID(0, 1));
        PageId more = new PageId(new UUID(0, 2));
        PageId few = new PageId(new UUID(0, 3));
        List<DesignChoice> choices = DesignChoice.of(
                Map.of("story", List.of(many, more), "quiz", List.of(few)),
                Map.of(many, new Rate(150, 400), more, new Rate(150, 400), few, new Rate(2, 3)));
        assertThat(choices).hasSameSizeAs(StartingDesign.all());
        assertThat(choices.subList(0, 3))
                .extracting(choice -> choice.design().key())
                .containsExactly("story", "quiz", "calendar");
        assertThat(choices.getFirst().led()).isEqualTo(new Rate(300, 800));
        // Wilson for 300 of 800: 0.342 to 0.409.
        assertThat(choices.getFirst().likely()).isEqualTo("34 to 41 %");
        assertThat(DesignChoice.of(Map.of(), Map.of()))
                .extracting(DesignChoice::design)
                .isEqualTo(StartingDesign.all());
    }
}
