package dev.wilyferret.app.live;

import dev.wilyferret.app.pixels.PagePixel;
import dev.wilyferret.app.publicpage.PageHtml;
import dev.wilyferret.app.shelf.MediaFile;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import java.time.ZoneId;
import java.util.Currency;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * All that the drawing of a page depends on: while none of it has changed, a page need not be drawn again.
 *
 * @param host and path where it stands, which it says of itself
 * @param paths of the pages it leads to
 * @param files of the shelf that stand on it
 * @param elsewhere stored addresses it leads to
 */
record Seen(
        PageDocument document,
        Optional<OwnHost> host,
        String path,
        Workspace.Legal legal,
        ZoneId zone,
        Currency currency,
        Map<PageId, String> paths,
        Map<String, MediaFile> files,
        Set<ElsewhereId> elsewhere,
        List<PagePixel> pixels,
        Set<ListId> confirming) {

    static Seen of(PageDocument document, PageHtml.Surroundings around) {
        Map<PageId, String> paths = new HashMap<>();
        Map<String, MediaFile> files = new HashMap<>();
        Set<ElsewhereId> elsewhere = new HashSet<>();
        if (document instanceof PageDocument.ContentPage content) {
            content.blocks().ways().forEach(next -> {
                switch (next) {
                    case NextStep.ToPage(PageId id) -> around.page(id).ifPresent(path -> paths.put(id, path));
                    case NextStep.ToElsewhere(ElsewhereId id) when around.elsewhere(id) -> elsewhere.add(id);
                    case NextStep.HandOut(String name) ->
                        around.file().apply(name).ifPresent(file -> files.put(name, file));
                    default -> {}
                }
            });
            Stream.concat(
                            Stream.of(
                                    content.settings().sharePicture(),
                                    content.settings().icon()),
                            content.blocks().all().flatMap(placed -> placed.block().files().stream()))
                    .forEach(name -> around.file().apply(name).ifPresent(file -> files.put(name, file)));
        }
        return new Seen(
                document,
                around.host(),
                around.path(),
                around.legal(),
                around.zone(),
                around.currency(),
                paths,
                files,
                elsewhere,
                around.pixels(),
                around.confirming());
    }
}
