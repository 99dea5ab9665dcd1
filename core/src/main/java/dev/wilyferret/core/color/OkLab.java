package dev.wilyferret.core.color;

/**
 * A colour in OKLab, where distance is close to how different two colours look (Björn Ottosson, "A perceptual color space
 * for image processing", 2020; matrices from there).
 *
 * @param light 0 (black) to 1 (white)
 */
record OkLab(double light, double a, double b) {

    static OkLab of(Rgb rgb) {
        double red = Rgb.linear(rgb.red());
        double green = Rgb.linear(rgb.green());
        double blue = Rgb.linear(rgb.blue());
        double l = Math.cbrt(0.4122214708 * red + 0.5363325363 * green + 0.0514459929 * blue);
        double m = Math.cbrt(0.2119034982 * red + 0.6806995451 * green + 0.1073969566 * blue);
        double s = Math.cbrt(0.0883024619 * red + 0.2817188376 * green + 0.6299787005 * blue);
        return new OkLab(
                0.2104542553 * l + 0.7936177850 * m - 0.0040720468 * s,
                1.9779984951 * l - 2.4285922050 * m + 0.4505937099 * s,
                0.0259040371 * l + 0.7827717662 * m - 0.8086757660 * s);
    }

    Rgb toRgb() {
        double l = cube(light + 0.3963377774 * a + 0.2158037573 * b);
        double m = cube(light - 0.1055613458 * a - 0.0638541728 * b);
        double s = cube(light - 0.0894841775 * a - 1.2914855480 * b);
        return new Rgb(
                Rgb.encoded(4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s),
                Rgb.encoded(-1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s),
                Rgb.encoded(-0.0041960863 * l - 0.7034186147 * m + 1.7076147010 * s));
    }

    private static double cube(double value) {
        return value * value * value;
    }

    double chroma() {
        return Math.hypot(a, b);
    }

    OkLab withLight(double other) {
        return new OkLab(other, a, b);
    }

    /** The same hue and lightness with its chroma scaled. */
    OkLab faded(double factor) {
        return new OkLab(light, a * factor, b * factor);
    }

    double squaredDistance(OkLab other) {
        double x = light - other.light;
        double y = a - other.a;
        double z = b - other.b;
        return x * x + y * y + z * z;
    }
}
