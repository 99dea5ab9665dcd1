package dev.wilyferret.app.publicpage;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.LinearTime;
import dev.wilyferret.app.publicpage.Marks.Piece;
import org.junit.jupiter.api.Test;

class MarksTest {

    @Test
    void aDrawnPageIsCutAtItsMarks() {
        String drawn = "<p>From " + Marks.words("city", "your town") + "</p><a href=\"/gift?d=" + Marks.query("d")
                + "\">" + Marks.VIEW;
        assertThat(Marks.cut(drawn))
                .containsExactly(
                        new Piece.Fixed("<p>From "),
                        new Piece.Words("city", "your town"),
                        new Piece.Fixed("</p><a href=\"/gift?d="),
                        new Piece.Query("d"),
                        new Piece.Fixed("\">"),
                        new Piece.View());
        assertThat(Marks.plain(drawn)).isEqualTo("<p>From your town</p><a href=\"/gift?d=\">");
        assertThat(Marks.tokens(drawn)).isTrue();
        assertThat(Marks.tokens("<p>" + Marks.VIEW)).isFalse();
    }

    @Test
    void whatIsNoMarkIsNothing() {
        assertThat(Marks.plain("a\uFDD0b")).isEqualTo("ab");
        assertThat(Marks.plain("a\uFDD0x\uFDD1y\uFDD2b")).isEqualTo("ab");
        assertThat(Marks.plain("a\uFDD2\uFDD1b")).isEqualTo("ab");
        assertThat(Marks.without("a\uFDCF\uFDD0\uFDD1\uFDD2\uFDD3b")).isEqualTo("a\uFDCF\uFDD3b");
    }

    @Test
    void cuttingTakesTimeInProportion() {
        LinearTime.check("", Marks::cut);
        LinearTime.check("\uFDD0", Marks::plain);
    }
}
