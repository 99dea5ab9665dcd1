package dev.wilyferret.core.drawing;

import java.text.BreakIterator;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** How wide text is at most, in units of the drawing; reckoned without a font, by kinds of letters. */
public final class TextWidth {

    /** A typeface, by what its letters measure at most, in parts of their size. */
    public enum Face {
        TEXT(
                Map.of(
                        0.3, "ijlI.,:;'’| ",
                        0.36, "ft!()[]-",
                        0.45, "crsz",
                        0.52, "0123456789aegkvxyFJLY“”",
                        0.58, "bdhnopquACEPSTVXZ",
                        0.7, "BDGKRHNOQU&",
                        0.8, "wMW—",
                        0.92, "m@%"),
                0.64),
        DISPLAY(
                Map.of(
                        0.3, "' ",
                        0.36, "ijl.,:;’|",
                        0.45, "ftI!()[]",
                        0.52, "ceJ-",
                        0.58, "bgorsz“”",
                        0.64, "adkpqvxy",
                        0.7, "0123456789hnuBFLP",
                        0.8, "CDEGRSTZ—"),
                0.92);

        private static final double BROADEST = 1.3;

        private final Map<Integer, Double> letters = new HashMap<>();
        private final double others;

        Face(Map<Double, String> letters, double others) {
            letters.forEach((em, some) -> some.chars().forEach(letter -> this.letters.put(letter, em)));
            this.others = others;
        }

        private double em(int letter) {
            return letters.getOrDefault(
                    letter, letter < WIDE_ALPHABETS && "mwMW@…%".indexOf(letter) < 0 ? others : BROADEST);
        }
    }

    private static final int WIDE_ALPHABETS = 0x1100;

    private TextWidth() {}

    /** @param size of the letters */
    public static double of(String text, Face face, double size) {
        return size * text.codePoints().mapToDouble(face::em).sum();
    }

    /** The text, or as much of its beginning as has room, with an ellipsis. */
    public static String cut(String text, Face face, double size, double room) {
        if (of(text, face, size) <= room) {
            return text;
        }
        BreakIterator letters = BreakIterator.getCharacterInstance(Locale.ROOT);
        letters.setText(text);
        int end = 0;
        for (int next = letters.next(); next != BreakIterator.DONE; next = letters.next()) {
            if (of(text.substring(0, next) + "…", face, size) > room) {
                break;
            }
            end = next;
        }
        return text.substring(0, end).strip() + "…";
    }

    /** The text on so many lines at most, broken between words; what has no room is cut. */
    public static List<String> wrap(String text, Face face, double size, double room, int most) {
        List<String> lines = new ArrayList<>();
        String rest = text.strip();
        while (lines.size() < most - 1 && of(rest, face, size) > room) {
            int end = 0;
            for (int space = rest.indexOf(' '); space >= 0; space = rest.indexOf(' ', space + 1)) {
                if (of(rest.substring(0, space), face, size) > room) {
                    break;
                }
                end = space;
            }
            if (end == 0) {
                break;
            }
            lines.add(rest.substring(0, end));
            rest = rest.substring(end).strip();
        }
        lines.add(cut(rest, face, size, room));
        return List.copyOf(lines);
    }
}
