package dev.wilyferret.core.color;

import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.Locale;

/** A colour in sRGB, 8 bits a channel. */
public record Rgb(int red, int green, int blue) {

    public static final Rgb WHITE = new Rgb(255, 255, 255);
    public static final Rgb BLACK = new Rgb(0, 0, 0);

    public Rgb {
        if ((red | green | blue) < 0 || red > 255 || green > 255 || blue > 255) {
            throw new Refusal("A colour's channels go from 0 to 255.");
        }
    }

    /** @throws Refusal if it is not {@code #rrggbb} */
    public static Rgb parse(String typed) {
        String text = typed.strip();
        if (!text.matches("#[0-9a-fA-F]{6}")) {
            throw new Refusal(
                    "“%s” is not a colour. Write # and six digits or letters from a to f, for example #2c6a3f."
                            .formatted(PlainText.cut(text, 20)));
        }
        return ofBits(Integer.parseInt(text.substring(1), 16));
    }

    /** @param bits red, green and blue in the lowest 24 bits */
    public static Rgb ofBits(int bits) {
        return new Rgb((bits >> 16) & 255, (bits >> 8) & 255, bits & 255);
    }

    public String hex() {
        return String.format(Locale.ROOT, "#%02x%02x%02x", red, green, blue);
    }

    /** Relative luminance, 0 to 1, as WCAG 2.2 defines it. */
    public double luminance() {
        return 0.2126 * linear(red) + 0.7152 * linear(green) + 0.0722 * linear(blue);
    }

    /** Contrast ratio of WCAG 2.2, 1 to 21. */
    public double contrast(Rgb other) {
        double one = luminance();
        double two = other.luminance();
        return (Math.max(one, two) + 0.05) / (Math.min(one, two) + 0.05);
    }

    /** The sRGB transfer function, IEC 61966-2-1. */
    static double linear(int channel) {
        double value = channel / 255.0;
        return value <= 0.04045 ? value / 12.92 : Math.pow((value + 0.055) / 1.055, 2.4);
    }

    static int encoded(double linear) {
        double clipped = Math.clamp(linear, 0, 1);
        double value = clipped <= 0.0031308 ? clipped * 12.92 : 1.055 * Math.pow(clipped, 1 / 2.4) - 0.055;
        return (int) Math.round(value * 255);
    }
}
