package dev.wilyferret.app.pages;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.link.Slug;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.Hold;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.PublishCheck;
import dev.wilyferret.core.text.Refusal;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.time.Clock;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The pages of promotions: drafts, and what of them is public. */
@Service
public class Pages {

    private final PageStore pages;
    private final PageVersionStore versions;
    private final EntityManager entityManager;
    private final UuidV7 ids;
    private final Clock clock;

    Pages(PageStore pages, PageVersionStore versions, EntityManager entityManager, UuidV7 ids, Clock clock) {
        this.pages = pages;
        this.versions = versions;
        this.entityManager = entityManager;
        this.ids = ids;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    public Optional<Page> find(UUID workspace, UUID id) {
        return pages.findById(new RowKey(workspace, id)).map(PageRow::toPage);
    }

    /** In the order visitors pass them: pages that are read, then redirect pages. */
    @Transactional(readOnly = true)
    public List<Page> ofPromotion(UUID workspace, UUID promotion) {
        return pages.ofPromotion(workspace, promotion).stream()
                .map(PageRow::toPage)
                .sorted(Comparator.comparing(Page::kind))
                .toList();
    }

    /** The promotion's first page of a kind. */
    public Optional<Page> first(UUID workspace, UUID promotion, PageKind kind) {
        return ofPromotion(workspace, promotion).stream()
                .filter(page -> page.kind() == kind)
                .findFirst();
    }

    @Transactional(readOnly = true)
    public List<Page> of(UUID workspace) {
        return pages.ofWorkspace(workspace).stream().map(PageRow::toPage).toList();
    }

    /** Makes a bridge page to write on; its button leads to the redirect page if there is one, else to the offer. */
    @Transactional
    public Page makeBridge(UUID workspace, UUID promotion, String offerName) {
        NextStep next = first(workspace, promotion, PageKind.REDIRECT)
                .<NextStep>map(redirect -> new NextStep.ToPage(redirect.id()))
                .orElseGet(NextStep.ToOffer::new);
        PageDocument draft = new PageDocument.ContentPage(
                offerName,
                List.of(
                        new Block.Headline(""),
                        new Block.SubHeadline(""),
                        new Block.Benefits(List.of()),
                        new Block.Button("", next),
                        new Block.Disclosure(
                                "I earn a commission if you buy through this page. It costs you nothing extra.")),
                List.of());
        return add(workspace, promotion, PageKind.BRIDGE, "Bridge page", draft);
    }

    /**
     * Makes a redirect page and publishes it, since there is nothing to write on it. A bridge page whose button leads
     * straight to the offer is led through it, as a draft.
     */
    @Transactional
    public Page makeRedirect(UUID workspace, UUID promotion) {
        PageDocument draft = new PageDocument.RedirectPage("One moment", Hold.DEFAULT, List.of());
        Page redirect = add(workspace, promotion, PageKind.REDIRECT, "Redirect page", draft);
        publish(workspace, redirect.id());
        first(workspace, promotion, PageKind.BRIDGE).ifPresent(bridge -> leadThrough(bridge, redirect.id()));
        return find(workspace, redirect.id()).orElseThrow();
    }

    private void leadThrough(Page bridge, UUID redirect) {
        if (bridge.draft() instanceof PageDocument.ContentPage page) {
            List<Block> blocks = page.blocks().stream()
                    .map(block -> block instanceof Block.Button(String words, NextStep.ToOffer next)
                            ? new Block.Button(words, new NextStep.ToPage(redirect))
                            : block)
                    .toList();
            keepDraft(
                    bridge.workspace(),
                    bridge.id(),
                    bridge.revision(),
                    new PageDocument.ContentPage(page.title(), blocks, page.pixels()));
        }
    }

    private Page add(UUID workspace, UUID promotion, PageKind kind, String name, PageDocument draft) {
        String wish = kind == PageKind.BRIDGE ? "start" : "on";
        List<String> taken = pages.ofPromotion(workspace, promotion).stream()
                .map(row -> row.slug)
                .toList();
        String slug = wish;
        for (int number = 2; taken.contains(slug); number++) {
            slug = wish + "-" + number;
        }
        return pages.saveAndFlush(new PageRow(
                        new RowKey(workspace, ids.next()), promotion, kind, name, slug, draft, clock.instant()))
                .toPage();
    }

    /**
     * Keeps an edit.
     *
     * @param revision the revision the edit was made on
     * @return whether it was kept; false if the draft has moved on since
     */
    @Transactional
    public boolean keepDraft(UUID workspace, UUID id, int revision, PageDocument draft) {
        PageRow row = locked(workspace, id);
        String json = DocumentJson.write(draft);
        if (row.revision != revision) {
            return false;
        }
        if (!DocumentJson.read(row.draft).equals(draft)) {
            row.draft = json;
            row.revision++;
        }
        return true;
    }

    /** What keeps the draft from being published. */
    @Transactional(readOnly = true)
    public List<PublishCheck.Finding> findings(Page page) {
        return PublishCheck.of(
                page.draft(),
                target ->
                        find(page.workspace(), target).flatMap(Page::published).isPresent());
    }

    /**
     * Makes the draft what visitors see, if nothing speaks against it.
     *
     * @return what stopped it; empty if it is published
     */
    @Transactional
    public List<PublishCheck.Finding> publish(UUID workspace, UUID id) {
        PageRow row = locked(workspace, id);
        Page page = row.toPage();
        List<PublishCheck.Finding> findings = findings(page);
        if (findings.isEmpty()) {
            row.published = row.draft;
            row.publishedVersion++;
            row.publishedAt = clock.instant();
            versions.save(new PageVersionRow(
                    new PageVersionRow.Key(workspace, id, row.publishedVersion),
                    row.draft,
                    String.join("\n", page.changes()),
                    clock.instant()));
        }
        return findings;
    }

    /** @throws Refusal if another page of the promotion has the slug */
    @Transactional
    public void rename(UUID workspace, UUID id, String name, Slug slug) {
        PageRow row = locked(workspace, id);
        boolean taken = pages.ofPromotion(workspace, row.promotion).stream()
                .anyMatch(other -> !other.key.equals(row.key) && other.slug.equals(slug.text()));
        if (taken) {
            throw new Refusal("The slug \"%s\" is taken by another page of this promotion. Choose another."
                    .formatted(slug.text()));
        }
        row.name = name;
        row.slug = slug.text();
    }

    private PageRow locked(UUID workspace, UUID id) {
        PageRow row = pages.findById(new RowKey(workspace, id)).orElseThrow();
        entityManager.refresh(row, LockModeType.PESSIMISTIC_WRITE);
        return row;
    }
}
