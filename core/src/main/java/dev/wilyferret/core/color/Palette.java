package dev.wilyferret.core.color;

import java.util.ArrayList;
import java.util.List;

/**
 * The five roles a page's colours play.
 *
 * @param paper behind everything
 * @param panel behind what is set apart: forms, quotes, pop-ups
 * @param ink words
 * @param quiet lesser words
 * @param accent buttons and marks
 */
public record Palette(Rgb paper, Rgb panel, Rgb ink, Rgb quiet, Rgb accent) {

    /** WCAG 2.2, 1.4.3: the least contrast of normal text. */
    public static final double TEXT = 4.5;
    /** WCAG 2.2, 1.4.11: the least contrast of what is not text. */
    public static final double SHAPE = 3.0;

    private static final Rgb DARK = new Rgb(17, 17, 17);

    /** A pair of roles that does not stand out enough. */
    public record Weak(String what, double contrast, double needed) {}

    /** White where it can be read on the accent, else white or near black, whichever stands out more. */
    public Rgb onAccent() {
        return accent.contrast(Rgb.WHITE) >= TEXT || accent.contrast(Rgb.WHITE) >= accent.contrast(DARK)
                ? Rgb.WHITE
                : DARK;
    }

    /** The accent where it can be read on paper and panel, else the ink: the colour of links in the text. */
    public Rgb link() {
        return accent.contrast(paper) >= TEXT && accent.contrast(panel) >= TEXT ? accent : ink;
    }

    /** The pairs below AA, worst first. */
    public List<Weak> weak() {
        List<Weak> weak = new ArrayList<>();
        check(weak, "words on the paper", ink.contrast(paper), TEXT);
        check(weak, "words on a panel", ink.contrast(panel), TEXT);
        check(weak, "lesser words on the paper", quiet.contrast(paper), TEXT);
        check(weak, "lesser words on a panel", quiet.contrast(panel), TEXT);
        check(weak, "words on a button", onAccent().contrast(accent), TEXT);
        check(weak, "the button on the paper", accent.contrast(paper), SHAPE);
        check(weak, "the button on a panel", accent.contrast(panel), SHAPE);
        weak.sort(java.util.Comparator.comparingDouble(Weak::contrast));
        return List.copyOf(weak);
    }

    private static void check(List<Weak> weak, String what, double contrast, double needed) {
        if (contrast < needed) {
            weak.add(new Weak(what, contrast, needed));
        }
    }

    /** The nearest palette without a weak pair: only lightness moves, the paper stays. */
    public Palette corrected() {
        boolean darkPaper = paper.luminance() < 0.18;
        Rgb fixedPanel = readable(panel, darkPaper ? Rgb.WHITE : Rgb.BLACK, paper) ? panel : paper;
        Rgb fixedInk = moved(ink, paper, fixedPanel, 7.0, darkPaper);
        Rgb fixedQuiet = moved(quiet, paper, fixedPanel, TEXT, darkPaper);
        return new Palette(paper, fixedPanel, fixedInk, fixedQuiet, accentFor(fixedPanel, darkPaper));
    }

    private static boolean readable(Rgb panel, Rgb extreme, Rgb paper) {
        return extreme.contrast(panel) >= 12 || panel.equals(paper);
    }

    private Rgb accentFor(Rgb fixedPanel, boolean darkPaper) {
        Rgb shaped = moved(accent, paper, fixedPanel, SHAPE, darkPaper);
        Palette tried = new Palette(paper, fixedPanel, ink, quiet, shaped);
        Rgb words = darkPaper ? DARK : Rgb.WHITE;
        return tried.onAccent().contrast(shaped) >= TEXT ? shaped : moved(shaped, words, words, TEXT, darkPaper);
    }

    /** The colour, made lighter or darker in small steps until it stands out on both grounds. */
    private static Rgb moved(Rgb colour, Rgb ground, Rgb other, double needed, boolean lighter) {
        OkLab lab = OkLab.of(colour);
        Rgb now = colour;
        for (double light = lab.light(); now.contrast(ground) < needed || now.contrast(other) < needed; ) {
            light += lighter ? 0.01 : -0.01;
            if (light < 0 || light > 1) {
                return lighter ? Rgb.WHITE : Rgb.BLACK;
            }
            now = lab.withLight(light).toRgb();
        }
        return now;
    }
}
