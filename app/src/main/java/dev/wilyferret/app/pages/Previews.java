package dev.wilyferret.app.pages;

import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.workspace.Workspaces;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;

/** Drafts as visitors would see them, on the public origin, for whoever holds the signed address. */
@Service
public class Previews {

    private final Pages pages;
    private final Promotions promotions;
    private final Workspaces workspaces;
    private final PageHtml html;

    Previews(Pages pages, Promotions promotions, Workspaces workspaces, PageHtml html) {
        this.pages = pages;
        this.promotions = promotions;
        this.workspaces = workspaces;
        this.html = html;
    }

    /** The path of a page's preview on the public site. */
    public String path(Page page) {
        String claim = page.workspace() + "." + page.id();
        return "/preview/" + claim + "." + workspaces.sign(page.workspace(), "preview." + claim);
    }

    /** The preview a signed path names; no pixel fires on it. */
    public Optional<RenderedPage> open(String signed) {
        String[] parts = signed.split("\\.", -1);
        if (parts.length != 3 || !parts[0].matches("[0-9a-f-]{36}") || !parts[1].matches("[0-9a-f-]{36}")) {
            return Optional.empty();
        }
        return pages.find(UUID.fromString(parts[0]), UUID.fromString(parts[1]))
                .filter(page -> MessageDigest.isEqual(
                        path(page).getBytes(StandardCharsets.UTF_8),
                        ("/preview/" + signed).getBytes(StandardCharsets.UTF_8)))
                .map(this::render);
    }

    private RenderedPage render(Page page) {
        String promotion = promotions
                .find(page.workspace(), page.promotion())
                .orElseThrow()
                .slug();
        return html.render(
                page.draft(),
                new PageHtml.Surroundings(
                        page,
                        "/" + promotion + "/" + page.slug(),
                        workspaces.get(page.workspace()).legal(),
                        target -> "#",
                        List.of()));
    }
}
