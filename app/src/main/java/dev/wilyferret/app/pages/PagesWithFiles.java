package dev.wilyferret.app.pages;

import dev.wilyferret.app.shelf.PagesShowing;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.page.PageDocument;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Which pages show which files of the shelf. */
@Component
class PagesWithFiles implements PagesShowing {

    private final Pages pages;

    PagesWithFiles(Pages pages) {
        this.pages = pages;
    }

    @Override
    public Map<String, List<Showing>> of(WorkspaceId workspace) {
        Map<String, List<Showing>> showing = new HashMap<>();
        for (Page page : pages.of(workspace)) {
            Stream.concat(Stream.of(page.draft()), page.published().stream())
                    .flatMap(PagesWithFiles::files)
                    .distinct()
                    .forEach(file -> showing.computeIfAbsent(file, name -> new ArrayList<>())
                            .add(new Showing(page.promotion(), page.id(), page.name())));
        }
        return showing;
    }

    private static Stream<String> files(PageDocument document) {
        return document instanceof PageDocument.ContentPage page
                ? Stream.concat(
                        Stream.of(
                                page.settings().sharePicture(), page.settings().icon()),
                        page.blocks().all().flatMap(placed -> placed.block().files().stream()))
                : Stream.empty();
    }
}
