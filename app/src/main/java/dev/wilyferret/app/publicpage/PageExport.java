package dev.wilyferret.app.publicpage;

import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.shelf.MediaFile;
import dev.wilyferret.app.shelf.Shelf;
import dev.wilyferret.core.link.SiteRoute;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/**
 * Writes a page as plain files that work from any web host: one HTML, its pictures, videos and faces beside it. Ways on to
 * this program (buttons, forms, quizzes) keep its whole address, and the page carries the script of pages elsewhere, so that views, clicks and leads are still
 * counted and belong together.
 */
@Component
public class PageExport {

    private static final Pattern MEDIA =
            Pattern.compile(SiteRoute.MEDIA.path("") + "([0-9a-f]{64}(?:-\\d{2,4})?\\.[a-z0-9]{2,4})");
    private static final Pattern TYPE = Pattern.compile(SiteRoute.TYPE.path("") + "([a-z0-9-]+\\.woff2)");
    private static final Pattern WAY_ON = Pattern.compile("(href|action)=\"(/(?!/)[^\"]*)\"");

    private final Previews previews;
    private final PageHtml html;
    private final Shelf shelf;
    private final Promotions promotions;
    private final SiteAddress site;
    private final OutsideScript script;

    PageExport(
            Previews previews,
            PageHtml html,
            Shelf shelf,
            Promotions promotions,
            SiteAddress site,
            OutsideScript script) {
        this.previews = previews;
        this.html = html;
        this.shelf = shelf;
        this.promotions = promotions;
        this.site = site;
        this.script = script;
    }

    public void write(Page page, OutputStream out) throws IOException {
        Promotion promotion =
                promotions.find(page.workspace(), page.promotion()).orElseThrow();
        PageHtml.Surroundings around = previews.around(page, promotion);
        String drawn = html.render(page.draft(), around.plain(id -> Optional.of("/" + promotion.slug())))
                .html();
        Map<String, MediaFile> files = files(page);
        Map<String, MediaFile> used = new LinkedHashMap<>();
        String text = Marks.plain(drawn);
        Matcher media = MEDIA.matcher(
                text.replace(site.of(promotion.host(), SiteRoute.MEDIA.path("")), SiteRoute.MEDIA.path("")));
        text = media.replaceAll(found -> {
            MediaFile file = files.get(found.group(1));
            if (file == null) {
                return "";
            }
            used.put(found.group(1), file);
            return "media/" + found.group(1);
        });
        Map<String, String> faces = new LinkedHashMap<>();
        text = TYPE.matcher(text).replaceAll(found -> {
            faces.put(found.group(1), "static/assets/fonts/" + found.group(1));
            return "media/" + found.group(1);
        });
        text = WAY_ON.matcher(text)
                .replaceAll(found -> Matcher.quoteReplacement(
                        found.group(1) + "=\"" + site.of(promotion.host(), found.group(2)) + "\""));
        int end = text.lastIndexOf("</body>");
        text = text.substring(0, end) + script.snippet(promotion.host(), page.id()) + "\n" + text.substring(end);
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            zip.putNextEntry(new ZipEntry("index.html"));
            zip.write(text.getBytes(StandardCharsets.UTF_8));
            for (Map.Entry<String, MediaFile> file : used.entrySet()) {
                zip.putNextEntry(new ZipEntry("media/" + file.getKey()));
                Files.copy(shelf.path(file.getValue()), zip);
            }
            for (Map.Entry<String, String> face : faces.entrySet()) {
                zip.putNextEntry(new ZipEntry("media/" + face.getKey()));
                try (var in = new ClassPathResource(face.getValue()).getInputStream()) {
                    in.transferTo(zip);
                }
            }
        }
    }

    private Map<String, MediaFile> files(Page page) {
        Map<String, MediaFile> files = new LinkedHashMap<>();
        shelf.of(page.workspace()).forEach(file -> file.copies().forEach(copy -> files.put(copy.name(), copy)));
        return files;
    }
}
