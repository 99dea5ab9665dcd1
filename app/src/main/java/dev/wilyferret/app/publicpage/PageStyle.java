package dev.wilyferret.app.publicpage;

import dev.wilyferret.core.color.Palette;
import dev.wilyferret.core.page.Look;

/** Turns a look into the variables the page's stylesheet is written in. */
final class PageStyle {

    private PageStyle() {}

    static String of(Look look) {
        Palette palette = look.palette();
        return faces(look.type())
                + ":root{--paper:%s;--panel:%s;--ink:%s;--quiet:%s;--accent:%s;--on-accent:%s;--link:%s;%s--round:%s;--measure:%s;--gap:%s}"
                        .formatted(
                                palette.paper().hex(),
                                palette.panel().hex(),
                                palette.ink().hex(),
                                palette.quiet().hex(),
                                palette.accent().hex(),
                                palette.onAccent().hex(),
                                palette.link().hex(),
                                families(look.type()),
                                switch (look.corners()) {
                                    case SQUARE -> "0px";
                                    case SOFT -> "7px";
                                    case ROUND -> "22px";
                                },
                                look.width() == Look.Width.NARROW ? "44rem" : "64rem",
                                look.spacing() == Look.Spacing.TIGHT ? "1rem" : "1.8rem");
    }

    static String bodyClass(Look look) {
        return look.buttons().name().toLowerCase(java.util.Locale.ROOT);
    }

    private static String faces(Look.Pairing type) {
        return switch (type) {
            case HOMEGROWN ->
                face("Young Serif", "400", "young-serif-latin-400-normal")
                        + face("Source Sans 3", "200 900", "source-sans-3-latin-wght-normal");
            case GAZETTE ->
                face("Archivo", "100 900", "archivo-latin-wght-normal")
                        + face("Source Serif 4", "200 900", "source-serif-4-latin-wght-normal");
            case CRATE -> face("Bitter", "100 900", "bitter-latin-wght-normal");
        };
    }

    private static String face(String name, String weights, String file) {
        return "@font-face{font-family:\"%s\";font-weight:%s;font-display:swap;src:url(/type/%s.woff2) format(\"woff2\")}"
                .formatted(name, weights, file);
    }

    private static String families(Look.Pairing type) {
        return switch (type) {
            case HOMEGROWN ->
                "--display:\"Young Serif\",Georgia,serif;--heavy:400;--text:\"Source Sans 3\",\"Segoe UI\",sans-serif;";
            case GAZETTE ->
                "--display:Archivo,\"Arial Narrow\",sans-serif;--heavy:800;--text:\"Source Serif 4\",Georgia,serif;";
            case CRATE -> "--display:Bitter,Rockwell,serif;--heavy:700;--text:Bitter,Rockwell,serif;";
        };
    }
}
