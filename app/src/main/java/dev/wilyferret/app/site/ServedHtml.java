package dev.wilyferret.app.site;

import dev.wilyferret.app.pages.RenderedPage;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Pattern;

/**
 * A rendered page cut at the places where the id of the single view belongs.
 *
 * @param pieces the HTML between those places, in UTF-8
 */
record ServedHtml(List<byte[]> pieces, String policy) {

    static ServedHtml of(RenderedPage page) {
        List<byte[]> pieces = Arrays.stream(page.html().split(Pattern.quote(RenderedPage.FIRE_ID), -1))
                .map(piece -> piece.getBytes(StandardCharsets.UTF_8))
                .toList();
        return new ServedHtml(pieces, page.policy());
    }

    /** The page for one view, by the id of that view. */
    byte[] forView(String view) {
        byte[] id = view.getBytes(StandardCharsets.US_ASCII);
        int length = pieces.stream().mapToInt(piece -> piece.length).sum() + id.length * (pieces.size() - 1);
        byte[] whole = new byte[length];
        int at = 0;
        for (int i = 0; i < pieces.size(); i++) {
            if (i > 0) {
                System.arraycopy(id, 0, whole, at, id.length);
                at += id.length;
            }
            byte[] piece = pieces.get(i);
            System.arraycopy(piece, 0, whole, at, piece.length);
            at += piece.length;
        }
        return whole;
    }
}
