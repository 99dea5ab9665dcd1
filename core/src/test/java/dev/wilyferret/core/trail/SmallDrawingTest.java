package dev.wilyferret.core.trail;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.design.ReadyTrail;
import dev.wilyferret.core.trail.SmallDrawing.Dot;
import dev.wilyferret.core.trail.SmallDrawing.Kind;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class SmallDrawingTest {

    @Test
    void theUsualWayIsALineOfFour() {
        SmallDrawing straight = SmallDrawing.ofStraight();
        assertThat(straight.dots())
                .extracting(Dot::kind)
                .containsExactly(Kind.COMING, Kind.PAGE, Kind.REDIRECT, Kind.OFFER);
        assertThat(straight.dots())
                .extracting(Dot::y)
                .containsOnly(straight.dots().getFirst().y());
        assertThat(straight.lines()).hasSize(3);
    }

    @Test
    void aListHasItsOptInAndItsMail() {
        assertThat(SmallDrawing.ofReady().get("grow-a-list").dots())
                .extracting(Dot::name)
                .contains("Squeeze page", "Opt-in", "Check your inbox", "Confirmed", "Thank-you page", "Download page");
    }

    static Stream<String> trails() {
        return ReadyTrail.all().stream().map(ReadyTrail::key);
    }

    @ParameterizedTest
    @MethodSource("trails")
    void everyReadyMadeTrailIsDrawnWithoutGapsAndOverlaps(String key) {
        SmallDrawing drawing = SmallDrawing.ofReady().get(key);
        assertThat(drawing.dots().stream().map(dot -> dot.x() + " " + dot.y())).doesNotHaveDuplicates();
        assertThat(drawing.dots())
                .allMatch(dot -> dot.x() > 0 && dot.x() < drawing.width() && dot.y() > 0 && dot.y() < drawing.height());
        assertThat(drawing.dots()).extracting(Dot::kind).contains(Kind.PAGE, Kind.COMING);
        assertThat(drawing.lines()).allMatch(line -> line.startsWith("M"));
    }
}
