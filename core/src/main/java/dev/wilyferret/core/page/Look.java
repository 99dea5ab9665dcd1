package dev.wilyferret.core.page;

import dev.wilyferret.core.color.Palette;
import dev.wilyferret.core.color.Rgb;

/** How a page looks; its words are not touched by it. */
public record Look(
        Palette palette,
        Pairing type,
        Corners corners,
        Buttons buttons,
        Width width,
        Spacing spacing,
        Columns columns) {

    /** A face for headlines and one for text, both shipped with the program. */
    public enum Pairing {
        /** A sturdy serif over a plain sans. */
        HOMEGROWN,
        /** A tight grotesque over a bookish serif. */
        GAZETTE,
        /** One slab face in two weights. */
        CRATE
    }

    public enum Corners {
        SQUARE,
        SOFT,
        ROUND
    }

    public enum Buttons {
        FILLED,
        OUTLINED,
        LIFTED
    }

    public enum Width {
        NARROW,
        WIDE
    }

    public enum Spacing {
        TIGHT,
        ROOMY
    }

    /** Whether blocks after the headline stand in one column or, on wide screens, in two. */
    public enum Columns {
        ONE,
        TWO
    }

    /** Moss green on white. */
    public static final Palette MOSS = new Palette(
            Rgb.WHITE, Rgb.parse("#eef3ee"), Rgb.parse("#1f2a24"), Rgb.parse("#4a574f"), Rgb.parse("#2c6a3f"));

    public static final Look PLAIN =
            new Look(MOSS, Pairing.HOMEGROWN, Corners.SOFT, Buttons.FILLED, Width.NARROW, Spacing.ROOMY, Columns.ONE);

    public Look with(Palette other) {
        return new Look(other, type, corners, buttons, width, spacing, columns);
    }
}
