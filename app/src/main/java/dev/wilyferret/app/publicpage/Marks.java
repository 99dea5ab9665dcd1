package dev.wilyferret.app.publicpage;

import java.util.ArrayList;
import java.util.List;

/**
 * The places in drawn HTML where something of the single view belongs. They are marked with noncharacters, which no typed
 * text holds ({@link dev.wilyferret.core.text.PlainText}); what is shown without having been checked loses them.
 */
public final class Marks {

    private static final char OPEN = '\uFDD0';
    private static final char BAR = '\uFDD1';
    private static final char CLOSE = '\uFDD2';
    private static final String WORDS = "w";
    private static final String QUERY = "q";

    /** Where the id of the single view belongs. */
    static final String VIEW = OPEN + "v" + CLOSE;

    /** A stretch of a drawn page. */
    public sealed interface Piece {
        record Fixed(String html) implements Piece {}

        record View() implements Piece {}

        /** Among words, in text or an attribute. @param fallback as HTML */
        record Words(String name, String fallback) implements Piece {}

        /** In the query of an address. */
        record Query(String name) implements Piece {}
    }

    private Marks() {}

    /** A token among words; the fallback stands where nothing is known of the visit. */
    static String words(String name, String fallback) {
        return OPEN + WORDS + BAR + without(name) + BAR + without(fallback) + CLOSE;
    }

    /** What is known of the visit as part of an address's query. */
    static String query(String name) {
        return OPEN + QUERY + BAR + without(name) + BAR + CLOSE;
    }

    /** Text that nobody checked, with nothing in it that could be taken for a mark. */
    static String without(String text) {
        StringBuilder clean = new StringBuilder(text.length());
        text.chars().filter(sign -> sign < OPEN || sign > CLOSE).forEach(sign -> clean.append((char) sign));
        return clean.toString();
    }

    /** A drawn page cut at its marks; what only begins like one is dropped. Looks at each character a bounded number of times. */
    public static List<Piece> cut(String html) {
        List<Piece> pieces = new ArrayList<>();
        int at = 0;
        for (int open = html.indexOf(OPEN); open >= 0; open = html.indexOf(OPEN, open + 1)) {
            int close = html.indexOf(CLOSE, open);
            if (close < 0) {
                break;
            }
            fixed(pieces, html.substring(at, open));
            String[] parts = html.substring(open + 1, close).split(String.valueOf(BAR), -1);
            if (parts.length == 1 && parts[0].equals("v")) {
                pieces.add(new Piece.View());
            } else if (parts.length == 3 && parts[0].equals(WORDS)) {
                pieces.add(new Piece.Words(parts[1], parts[2]));
            } else if (parts.length == 3 && parts[0].equals(QUERY)) {
                pieces.add(new Piece.Query(parts[1]));
            }
            at = close + 1;
            open = close;
        }
        fixed(pieces, html.substring(at));
        return List.copyOf(pieces);
    }

    private static void fixed(List<Piece> pieces, String html) {
        if (!html.isEmpty()) {
            pieces.add(new Piece.Fixed(without(html)));
        }
    }

    /** A drawn page as anybody may see it: the tokens' fallbacks, no view. */
    public static String plain(String html) {
        StringBuilder whole = new StringBuilder(html.length());
        for (Piece piece : cut(html)) {
            switch (piece) {
                case Piece.Fixed(String fixed) -> whole.append(fixed);
                case Piece.Words(String name, String fallback) -> whole.append(fallback);
                case Piece.View view -> {}
                case Piece.Query query -> {}
            }
        }
        return whole.toString();
    }

    /** Whether anything in a drawn page depends on what is known of the visit. */
    static boolean tokens(String html) {
        return cut(html).stream().anyMatch(piece -> piece instanceof Piece.Words || piece instanceof Piece.Query);
    }
}
