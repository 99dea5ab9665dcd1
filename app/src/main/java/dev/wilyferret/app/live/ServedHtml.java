package dev.wilyferret.app.live;

import dev.wilyferret.app.publicpage.Marks;
import dev.wilyferret.app.publicpage.RenderedPage;
import dev.wilyferret.core.id.EventId;
import java.io.ByteArrayOutputStream;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.web.util.HtmlUtils;

/** A rendered page cut at the places where something of the single view belongs. */
public record ServedHtml(List<Piece> pieces, String policy) {

    private sealed interface Piece {
        record Fixed(byte[] utf8) implements Piece {}

        record OfView(Marks.Piece place) implements Piece {}
    }

    public static ServedHtml of(RenderedPage page) {
        return new ServedHtml(
                Marks.cut(page.html()).stream()
                        .<Piece>map(piece -> piece instanceof Marks.Piece.Fixed(String html)
                                ? new Piece.Fixed(utf8(html))
                                : new Piece.OfView(piece))
                        .toList(),
                page.policy());
    }

    /** Whether anything in it depends on what is known of the visit. */
    public boolean hasTokens() {
        return pieces.stream()
                .anyMatch(piece -> piece instanceof Piece.OfView(var place) && !(place instanceof Marks.Piece.View));
    }

    private static byte[] utf8(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    /**
     * The page for one view, each thing written as its place needs it.
     *
     * @param view empty where the view is not kept
     * @param values what is known of the visit, for tokens
     */
    public byte[] forView(Optional<EventId> view, Map<String, String> values) {
        ByteArrayOutputStream whole = new ByteArrayOutputStream(16_384);
        for (Piece piece : pieces) {
            whole.writeBytes(
                    switch (piece) {
                        case Piece.Fixed(byte[] fixed) -> fixed;
                        case Piece.OfView(Marks.Piece.Fixed(String html)) -> utf8(html);
                        case Piece.OfView(Marks.Piece.View()) ->
                            utf8(view.map(EventId::toString).orElse(""));
                        case Piece.OfView(Marks.Piece.Words(String name, String fallback)) -> {
                            String value = values.getOrDefault(name, "");
                            yield utf8(value.isBlank() ? fallback : HtmlUtils.htmlEscape(value));
                        }
                        case Piece.OfView(Marks.Piece.Query(String name)) ->
                            utf8(URLEncoder.encode(values.getOrDefault(name, ""), StandardCharsets.UTF_8));
                    });
        }
        return whole.toByteArray();
    }
}
