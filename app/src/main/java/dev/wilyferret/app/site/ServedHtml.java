package dev.wilyferret.app.site;

import dev.wilyferret.app.pages.RenderedPage;
import dev.wilyferret.app.pages.TokenMarks;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.web.util.HtmlUtils;

/** A rendered page cut at the places where something of the single view belongs. */
record ServedHtml(List<Piece> pieces, String policy) {

    private static final Pattern PLACE = Pattern.compile(Pattern.quote(RenderedPage.FIRE_ID) + "|" + TokenMarks.OPEN
            + "([^" + TokenMarks.BAR + "]*)" + TokenMarks.BAR + "([^" + TokenMarks.CLOSE + "]*)" + TokenMarks.CLOSE);

    private sealed interface Piece {
        record Fixed(byte[] utf8) implements Piece {}

        record ViewId() implements Piece {}

        /** @param fallback as HTML */
        record Token(String name, byte[] fallback) implements Piece {}
    }

    static ServedHtml of(RenderedPage page) {
        List<Piece> pieces = new ArrayList<>();
        Matcher place = PLACE.matcher(page.html());
        int at = 0;
        while (place.find()) {
            pieces.add(new Piece.Fixed(utf8(page.html().substring(at, place.start()))));
            pieces.add(
                    place.group(1) == null
                            ? new Piece.ViewId()
                            : new Piece.Token(place.group(1), utf8(place.group(2))));
            at = place.end();
        }
        pieces.add(new Piece.Fixed(utf8(page.html().substring(at))));
        return new ServedHtml(List.copyOf(pieces), page.policy());
    }

    /** Whether anything in it depends on what is known of the visit. */
    boolean hasTokens() {
        return pieces.stream().anyMatch(Piece.Token.class::isInstance);
    }

    private static byte[] utf8(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    /**
     * The page for one view.
     *
     * @param values what is known of the visit, for tokens; escaped here
     */
    byte[] forView(String view, Map<String, String> values) {
        ByteArrayOutputStream whole = new ByteArrayOutputStream(16_384);
        for (Piece piece : pieces) {
            switch (piece) {
                case Piece.Fixed(byte[] fixed) -> whole.writeBytes(fixed);
                case Piece.ViewId() -> whole.writeBytes(utf8(view));
                case Piece.Token(String name, byte[] fallback) -> {
                    String value = values.getOrDefault(name, "");
                    whole.writeBytes(value.isBlank() ? fallback : utf8(HtmlUtils.htmlEscape(value)));
                }
            }
        }
        return whole.toByteArray();
    }
}
