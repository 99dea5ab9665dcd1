package dev.wilyferret.core.drawing;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.drawing.TextWidth.Face;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class TextWidthTest {

    @Test
    void textIsCutOrBrokenWhereThereIsNoRoom() {
        assertThat(TextWidth.cut("Bridge page", Face.TEXT, 10, 100)).isEqualTo("Bridge page");
        assertThat(TextWidth.cut("Bridge page", Face.TEXT, 10, 40)).isEqualTo("Bridg…");
        assertThat(TextWidth.wrap("Check your inbox", Face.DISPLAY, 10, 70, 2)).containsExactly("Check your", "inbox");
        assertThat(TextWidth.wrap("Check your inbox, all of you", Face.DISPLAY, 10, 70, 2))
                .containsExactly("Check your", "inbox, all…");
        assertThat(TextWidth.wrap("Unbreakableword", Face.DISPLAY, 10, 70, 2)).containsExactly("Unbreaka…");
    }

    @Property(tries = 300)
    void whatIsCutHasRoom(@ForAll String text, @ForAll @IntRange(min = 20, max = 200) int room) {
        List<String> lines = TextWidth.wrap(text, Face.DISPLAY, 13, room, 2);
        assertThat(lines)
                .hasSizeBetween(1, 2)
                .allMatch(line -> TextWidth.of(line, Face.DISPLAY, 13) <= Math.max(room, 2 * 13));
    }
}
