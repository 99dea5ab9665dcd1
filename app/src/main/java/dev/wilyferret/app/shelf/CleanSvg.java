package dev.wilyferret.app.shelf;

import dev.wilyferret.core.text.Refusal;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Attribute;
import org.jsoup.nodes.Comment;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.nodes.Node;
import org.jsoup.nodes.TextNode;
import org.jsoup.parser.Parser;

/** An SVG with nothing left in it but shapes: no script, no style sheet, no event, nothing fetched from elsewhere. */
final class CleanSvg {

    private static final Set<String> ELEMENTS =
            Set.of(("svg g defs symbol use title desc path rect circle ellipse line polyline polygon text tspan "
                            + "lineargradient radialgradient stop clippath mask pattern marker")
                    .split(" "));
    private static final int MOST_DEEP = 100;
    private static final Set<String> LINKS = Set.of("href", "xlink:href");

    private CleanSvg() {}

    /** @throws Refusal if there is no drawing in it */
    static String of(String source) {
        Document parsed = Jsoup.parse(source, "", Parser.xmlParser());
        Element svg = parsed.selectFirst("svg");
        if (svg == null) {
            throw new Refusal("That SVG holds no drawing. Save it again and send the new file.");
        }
        clean(svg, MOST_DEEP);
        Document alone = new Document("");
        alone.outputSettings().syntax(Document.OutputSettings.Syntax.xml).prettyPrint(false);
        svg.attr("xmlns", "http://www.w3.org/2000/svg");
        svg.attr("xmlns:xlink", "http://www.w3.org/1999/xlink");
        alone.appendChild(svg);
        return alone.outerHtml();
    }

    private static void clean(Element element, int deeper) {
        if (deeper == 0) {
            throw new Refusal(
                    "That SVG has more than %d shapes inside each other. Save it as a flat drawing and send the new file."
                            .formatted(MOST_DEEP));
        }
        for (Attribute attribute : element.attributes().asList()) {
            if (!harmless(attribute)) {
                element.removeAttr(attribute.getKey());
            }
        }
        for (Node child : List.copyOf(element.childNodes())) {
            switch (child) {
                case Element inner
                when ELEMENTS.contains(inner.normalName().toLowerCase(Locale.ROOT)) -> clean(inner, deeper - 1);
                case TextNode words -> {}
                case Comment comment -> comment.remove();
                default -> child.remove();
            }
        }
    }

    private static boolean harmless(Attribute attribute) {
        String key = attribute.getKey().toLowerCase(Locale.ROOT);
        String value = attribute.getValue().toLowerCase(Locale.ROOT).replaceAll("\\s", "");
        if (key.startsWith("on") || key.equals("style") || key.startsWith("xmlns")) {
            return false;
        }
        if (LINKS.contains(key)) {
            return value.startsWith("#");
        }
        return !value.contains("javascript:") && (!value.contains("url(") || value.contains("url(#"));
    }
}
