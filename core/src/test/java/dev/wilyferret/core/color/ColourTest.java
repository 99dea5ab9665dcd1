package dev.wilyferret.core.color;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import dev.wilyferret.core.text.Refusal;
import java.util.Arrays;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ColourTest {

    /** Ratios of WCAG 2.2's formula by hand: black on white is 21, #777777 on white (0.1845+0.05 under 1.05) 4.48. */
    @ParameterizedTest
    @CsvSource({"#000000, #ffffff, 21.0", "#777777, #ffffff, 4.48", "#ffffff, #ffffff, 1.0", "#ff0000, #ffffff, 4.0"})
    void contrastIsThatOfWcag(String one, String other, double ratio) {
        assertThat(Rgb.parse(one).contrast(Rgb.parse(other))).isCloseTo(ratio, within(0.01));
        assertThat(Rgb.parse(other).contrast(Rgb.parse(one))).isCloseTo(ratio, within(0.01));
    }

    /** Values of the paper's reference: white is (1, 0, 0), pure red (0.628, 0.225, 0.126). */
    @Test
    void okLabIsThatOfThePaper() {
        OkLab white = OkLab.of(Rgb.WHITE);
        assertThat(white.light()).isCloseTo(1, within(0.001));
        assertThat(white.chroma()).isCloseTo(0, within(0.001));
        OkLab red = OkLab.of(Rgb.parse("#ff0000"));
        assertThat(red.light()).isCloseTo(0.628, within(0.001));
        assertThat(red.a()).isCloseTo(0.225, within(0.001));
        assertThat(red.b()).isCloseTo(0.126, within(0.001));
    }

    @Property
    void thereAndBackIsTheSameColour(@ForAll @IntRange(min = 0, max = 0xFFFFFF) int bits) {
        assertThat(OkLab.of(Rgb.ofBits(bits)).toRgb()).isEqualTo(Rgb.ofBits(bits));
    }

    @Property
    void aCorrectedPaletteCanAlwaysBeRead(@ForAll @Size(5) List<@IntRange(min = 0, max = 0xFFFFFF) Integer> bits) {
        List<Rgb> colours = bits.stream().map(Rgb::ofBits).toList();
        Palette palette = new Palette(colours.get(0), colours.get(1), colours.get(2), colours.get(3), colours.get(4));
        assertThat(palette.corrected().paper()).isEqualTo(palette.paper());
        if (Math.max(palette.paper().contrast(Rgb.WHITE), palette.paper().contrast(Rgb.BLACK)) >= 7) {
            assertThat(palette.corrected().weak()).isEmpty();
        }
    }

    @Property
    void wordsOnAnyButtonCanBeRead(@ForAll @IntRange(min = 0, max = 0xFFFFFF) int bits) {
        Palette palette = new Palette(Rgb.WHITE, Rgb.WHITE, Rgb.BLACK, Rgb.BLACK, Rgb.ofBits(bits));
        assertThat(palette.onAccent().contrast(palette.accent())).isGreaterThan(4.3);
    }

    /** A white page, half of it; a red header of a third; a green rest. */
    private static int[] picture() {
        int[] pixels = new int[600];
        Arrays.fill(pixels, 0, 300, 0xFFFFFF);
        Arrays.fill(pixels, 300, 500, 0xC81E1E);
        Arrays.fill(pixels, 500, 600, 0x1E8C46);
        return pixels;
    }

    @Test
    void palettesComeFromThePictureAndCanBeRead() {
        List<Palette> palettes = PictureColours.palettes(picture());
        assertThat(palettes)
                .hasSizeBetween(3, 6)
                .allSatisfy(palette -> assertThat(palette.weak()).isEmpty());
        OkLab accent = OkLab.of(palettes.getFirst().accent());
        assertThat(accent.a()).as("red comes first").isGreaterThan(0.1);
        assertThat(palettes)
                .anySatisfy(palette -> assertThat(OkLab.of(palette.accent()).a())
                        .as("green is offered too")
                        .isLessThan(-0.05));
        assertThat(palettes)
                .anySatisfy(palette -> assertThat(palette.paper().luminance())
                        .as("a dark one is offered")
                        .isLessThan(0.1));
    }

    @Test
    void theSamePictureAlwaysGivesTheSamePalettes() {
        assertThat(PictureColours.palettes(picture())).isEqualTo(PictureColours.palettes(picture()));
        assertThat(PictureColours.palettes(new int[] {0x808080})).isNotEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "red", "#fff", "#12345g", "rgb(1,2,3)", "#123456;}"})
    void refusesWhatIsNoColour(String typed) {
        assertThatThrownBy(() -> Rgb.parse(typed)).isInstanceOf(Refusal.class).hasMessageContaining("not a colour");
    }
}
