package dev.wilyferret.app.pages;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.design.StartingDesign;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.Slug;
import dev.wilyferret.core.page.Hold;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.PageDocument.OutsidePage;
import dev.wilyferret.core.page.PageKind;
import dev.wilyferret.core.readiness.Finding;
import dev.wilyferret.core.readiness.Fold;
import dev.wilyferret.core.text.Refusal;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The pages of promotions: drafts, and what of them is public. */
@Service
public class Pages {

    private final PageStore pages;
    private final PageVersionStore versions;
    private final PageSteps steps;
    private final PageReadiness readiness;
    private final EntityManager entityManager;
    private final UuidV7 ids;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    Pages(
            PageStore pages,
            PageVersionStore versions,
            PageSteps steps,
            PageReadiness readiness,
            EntityManager entityManager,
            UuidV7 ids,
            ApplicationEventPublisher events,
            Clock clock) {
        this.pages = pages;
        this.versions = versions;
        this.steps = steps;
        this.readiness = readiness;
        this.entityManager = entityManager;
        this.ids = ids;
        this.events = events;
        this.clock = clock;
    }

    /** @throws PageUnreadable if this program cannot read its document */
    @Transactional(readOnly = true)
    public Optional<Page> find(WorkspaceId workspace, PageId id) {
        return pages.findById(RowKey.of(workspace, id)).map(row -> {
            try {
                return row.toPage();
            } catch (RuntimeException why) {
                throw new PageUnreadable(new PromotionId(row.promotion), id, why);
            }
        });
    }

    /** In the order visitors pass them: pages that are read, then redirect pages. */
    @Transactional(readOnly = true)
    public List<Page> ofPromotion(WorkspaceId workspace, PromotionId promotion) {
        return readable(pages.ofPromotion(workspace.value(), promotion.value()), unreadable -> {})
                .sorted(Comparator.comparing(Page::kind))
                .toList();
    }

    /** The page visitors of a promotion land on. */
    public Optional<Page> landing(WorkspaceId workspace, PromotionId promotion) {
        return ofPromotion(workspace, promotion).stream().filter(Page::landing).findFirst();
    }

    /** The promotion's first redirect page. */
    public Optional<Page> redirect(WorkspaceId workspace, PromotionId promotion) {
        return ofPromotion(workspace, promotion).stream()
                .filter(page -> page.kind() == PageKind.REDIRECT)
                .findFirst();
    }

    /**
     * The pages of a workspace, without those whose document this program cannot read.
     *
     * @param unreadable is told of each left out
     */
    @Transactional(readOnly = true)
    public List<Page> readable(WorkspaceId workspace, Consumer<LeftOut> unreadable) {
        return readable(pages.ofWorkspace(workspace.value()), unreadable).toList();
    }

    /** The pages of a workspace, without those whose document this program cannot read. */
    @Transactional(readOnly = true)
    public List<Page> of(WorkspaceId workspace) {
        return readable(workspace, unreadable -> {});
    }

    private static Stream<Page> readable(List<PageRow> rows, Consumer<LeftOut> unreadable) {
        return rows.stream().flatMap(row -> {
            try {
                return Stream.of(row.toPage());
            } catch (RuntimeException why) {
                unreadable.accept(
                        new LeftOut(new PageId(row.key.id()), new PromotionId(row.promotion), row.kind, row.name, why));
                return Stream.empty();
            }
        });
    }

    /** The pages of a promotion whose document this program cannot read. */
    @Transactional(readOnly = true)
    public List<LeftOut> unreadable(WorkspaceId workspace, PromotionId promotion) {
        List<LeftOut> found = new ArrayList<>();
        readable(pages.ofPromotion(workspace.value(), promotion.value()), found::add)
                .toList();
        return found;
    }

    /** Whether anything of an unreadable page can be brought back. */
    @Transactional(readOnly = true)
    public boolean mendable(WorkspaceId workspace, PageId id) {
        return pages.findById(RowKey.of(workspace, id))
                .flatMap(this::latestReadable)
                .isPresent();
    }

    /**
     * Brings back what can be read of a page: of the draft the latest state, and for visitors the latest version. Nothing
     * happens where nothing can be read.
     */
    @Transactional
    public void mend(WorkspaceId workspace, PageId id) {
        PageRow row = locked(workspace, id);
        latestReadable(row).ifPresent(draft -> {
            if (DocumentJson.tryRead(row.draft).isEmpty()) {
                steps.add(row, "mended", draft);
            }
            if (row.published != null && DocumentJson.tryRead(row.published).isEmpty()) {
                row.published = readableVersions(row)
                        .findFirst()
                        .map(version -> version.document)
                        .orElse(null);
            }
        });
    }

    private Optional<PageDocument> latestReadable(PageRow row) {
        return DocumentJson.tryRead(row.draft)
                .or(() -> steps.readable(row))
                .or(() -> readableVersions(row)
                        .map(version -> DocumentJson.read(version.document))
                        .findFirst());
    }

    private Stream<PageVersionRow> readableVersions(PageRow row) {
        return versions.ofPage(row.key.workspace(), row.key.id()).stream()
                .filter(version -> version.toVersion().isPresent());
    }

    /**
     * Makes a page from a starting design. What in it leads to the offer leads through the redirect page if there is one;
     * next steps of other pages that wait for a page of this name lead to it from now on.
     */
    @Transactional
    public Page make(WorkspaceId workspace, PromotionId promotion, StartingDesign design) {
        return make(workspace, promotion, design.key(), design.name(), design.page());
    }

    /** As {@link #make(WorkspaceId, PromotionId, StartingDesign)}, under another name and with what was changed of the design. */
    @Transactional
    public Page make(WorkspaceId workspace, PromotionId promotion, String design, String name, ContentPage page) {
        ContentPage draft = redirect(workspace, promotion)
                .map(redirect -> page.leading(offerTo(redirect)))
                .orElse(page);
        Page made = add(workspace, promotion, PageKind.CONTENT, name, design, draft);
        locked(workspace, made.id()).design = design;
        awaiting(made);
        return made;
    }

    /**
     * Makes the page anew in another promotion: the words and their places stay, the offer is that promotion's. What led to
     * other pages leads to the offer there, through its redirect page if it has one.
     */
    @Transactional
    public Page copyTo(Page page, PromotionId promotion) {
        NextStep onward = redirect(page.workspace(), promotion)
                .<NextStep>map(redirect -> new NextStep.ToPage(redirect.id()))
                .orElseGet(NextStep.ToOffer::new);
        ContentPage copy = ((ContentPage) page.draft())
                .leading(step -> step instanceof NextStep.ToPage
                                || step instanceof NextStep.ToPageToMake
                                || step instanceof NextStep.ToOffer
                        ? onward
                        : step);
        return add(page.workspace(), promotion, PageKind.CONTENT, page.name(), page.slug(), copy);
    }

    /**
     * A variant of a page in its own promotion: the same, under another name and slug, so that sub IDs name it, and with another
     * headline.
     *
     * @param headline empty to leave it as it is
     * @throws Refusal if the page stands elsewhere, or has no headline to change
     */
    @Transactional
    public Page vary(Page page, String name, String headline) {
        PageDocument varied = find(page.workspace(), page.id()).orElseThrow().draft();
        if (varied instanceof PageDocument.OutsidePage) {
            throw new Refusal(
                    "A page elsewhere cannot be copied here. Copy it on its host, and note the copy as a page of its own.");
        }
        if (!headline.isEmpty()) {
            varied = varied instanceof ContentPage content
                    ? content.headed(headline)
                            .orElseThrow(
                                    () -> new Refusal(
                                            "The page has no headline. Leave the line empty, and change the copy on its bench."))
                    : varied;
        }
        String slug = Slug.proposedFor(name);
        return add(page.workspace(), page.promotion(), page.kind(), name, slug.isEmpty() ? page.slug() : slug, varied);
    }

    /** The pages made from each starting design, by its key. */
    @Transactional(readOnly = true)
    public Map<String, List<PageId>> byDesign(WorkspaceId workspace) {
        return pages.ofWorkspace(workspace.value()).stream()
                .filter(row -> !row.design.isEmpty())
                .collect(Collectors.groupingBy(
                        row -> row.design, Collectors.mapping(row -> new PageId(row.key.id()), Collectors.toList())));
    }

    /** The pages whose next steps name a page to make lead to it once a page of that name is there. */
    private void awaiting(Page made) {
        NextStep waited = new NextStep.ToPageToMake(made.name());
        for (Page other : ofPromotion(made.workspace(), made.promotion())) {
            if (other.draft() instanceof ContentPage page
                    && page.blocks().ways().anyMatch(waited::equals)) {
                edit(
                        other.workspace(),
                        other.id(),
                        other.revision(),
                        "page made",
                        draft -> draft.leading(step -> step.equals(waited) ? new NextStep.ToPage(made.id()) : step));
            }
        }
    }

    /**
     * Makes a redirect page and publishes it, since there is nothing to write on it. What on the landing page leads
     * straight to the offer is led through it, as a draft.
     */
    @Transactional
    public Page makeRedirect(WorkspaceId workspace, PromotionId promotion) {
        PageDocument draft = new PageDocument.RedirectPage("One moment", Hold.DEFAULT, List.of());
        Page redirect = add(workspace, promotion, PageKind.REDIRECT, "Redirect page", "on", draft);
        publish(workspace, redirect.id());
        landing(workspace, promotion)
                .ifPresent(landing -> edit(
                        workspace,
                        landing.id(),
                        landing.revision(),
                        "redirect",
                        page -> page.leading(offerTo(redirect))));
        return find(workspace, redirect.id()).orElseThrow();
    }

    /** Notes a page that stands elsewhere, and publishes it, since there is nothing to draw. */
    @Transactional
    public Page makeOutside(WorkspaceId workspace, PromotionId promotion, String name, OutsidePage outside) {
        Page made = add(workspace, promotion, PageKind.OUTSIDE, name, "elsewhere", outside);
        publish(workspace, made.id());
        awaiting(made);
        return find(workspace, made.id()).orElseThrow();
    }

    /**
     * Changes what is noted of a page that stands elsewhere, for visitors at once.
     *
     * @return whether it was kept; false if it has been changed since that revision
     */
    @Transactional
    public boolean changeOutside(WorkspaceId workspace, PageId id, int revision, OutsidePage outside) {
        boolean kept = keepDraft(workspace, id, revision, outside);
        if (kept) {
            publish(workspace, id);
        }
        return kept;
    }

    private static UnaryOperator<NextStep> offerTo(Page redirect) {
        return step -> step instanceof NextStep.ToOffer ? new NextStep.ToPage(redirect.id()) : step;
    }

    private Page add(
            WorkspaceId workspace,
            PromotionId promotion,
            PageKind kind,
            String name,
            String slugWish,
            PageDocument draft) {
        List<PageRow> others = pages.ofPromotion(workspace.value(), promotion.value());
        String slug = free(slugWish, "-", others.stream().map(row -> row.slug).collect(Collectors.toSet()));
        String called = free(name, " ", others.stream().map(row -> row.name).collect(Collectors.toSet()));
        return pages.saveAndFlush(new PageRow(
                        RowKey.of(workspace, ids.next()),
                        promotion.value(),
                        kind,
                        kind != PageKind.REDIRECT && others.stream().noneMatch(row -> row.landing),
                        called,
                        slug,
                        draft,
                        clock.instant()))
                .toPage();
    }

    private static String free(String wish, String between, Set<String> taken) {
        String free = wish;
        for (int number = 2; taken.contains(free); number++) {
            free = wish + between + number;
        }
        return free;
    }

    /**
     * Keeps an edit of a page of any kind.
     *
     * @param revision the revision the edit was made on
     * @return whether it was kept; false if the draft has moved on since
     */
    @Transactional
    public boolean keepDraft(WorkspaceId workspace, PageId id, int revision, PageDocument draft) {
        PageRow row = locked(workspace, id);
        if (row.revision != revision) {
            return false;
        }
        keep(row, "whole", draft);
        return true;
    }

    private void keep(PageRow row, String what, PageDocument draft) {
        if (!DocumentJson.read(row.draft).equals(draft)) {
            steps.add(row, what, draft);
        }
    }

    /**
     * Keeps an edit of a content page.
     *
     * @param revision the revision the edit was made on
     * @param what what is edited; typing on in the same thing stays one step to undo
     * @return whether it was kept; false if the draft has moved on since
     * @throws Refusal if a countdown's end could not be kept any more
     */
    @Transactional
    public boolean edit(
            WorkspaceId workspace, PageId id, int revision, String what, UnaryOperator<ContentPage> change) {
        PageRow row = locked(workspace, id);
        if (row.revision != revision || !(DocumentJson.read(row.draft) instanceof ContentPage page)) {
            return false;
        }
        ContentPage changed = change.apply(page);
        changed.refuseOddCountdowns(page);
        keep(row, what, changed);
        return true;
    }

    /** Takes the last step back; false if there is none. */
    @Transactional
    public boolean undo(WorkspaceId workspace, PageId id) {
        return steps.go(locked(workspace, id), -1);
    }

    /** Does an undone step again; false if there is none. */
    @Transactional
    public boolean redo(WorkspaceId workspace, PageId id) {
        return steps.go(locked(workspace, id), 1);
    }

    @Transactional(readOnly = true)
    public Steps steps(Page page) {
        return steps.of(page);
    }

    /** Which ways the draft can go. */
    public record Steps(boolean back, boolean on) {}

    /** What is to be known before visitors see the draft. */
    @Transactional(readOnly = true)
    public List<Finding> findings(Page page) {
        return readiness.of(page);
    }

    /** Keeps what a browser measured of a draft, unless the draft has moved on since. */
    @Transactional
    public void measured(Page page, int revision, List<Fold> folds) {
        if (page.revision() == revision) {
            readiness.measured(page, folds);
        }
    }

    /** What was measured of the draft, if it was since its last edit. */
    @Transactional(readOnly = true)
    public List<Fold> folds(Page page) {
        return readiness.folds(page);
    }

    /**
     * Visitors see something else of a page from now on; told in the transaction that makes it so.
     *
     * @param changes as sentences
     */
    public record Published(WorkspaceId workspace, PageId page, List<String> changes) {}

    /**
     * Makes the draft what visitors see, if nothing speaks against it.
     *
     * @return what stopped it; empty if it is published
     */
    @Transactional
    public List<Finding> publish(WorkspaceId workspace, PageId id) {
        PageRow row = locked(workspace, id);
        Page page = row.toPage();
        List<Finding> stopping = readiness.of(page).stream()
                .filter(finding -> finding.grade() == Finding.Grade.STOPS)
                .toList();
        if (stopping.isEmpty()) {
            row.published = row.draft;
            row.publishedVersion++;
            row.publishedAt = clock.instant();
            versions.save(new PageVersionRow(
                    new PageVersionRow.Key(workspace.value(), id.value(), row.publishedVersion),
                    row.draft,
                    String.join("\n", page.changes()),
                    clock.instant()));
            if (!page.changes().isEmpty()) {
                events.publishEvent(new Published(workspace, id, page.changes()));
            }
        }
        return stopping;
    }

    /** What was published, the latest first. */
    @Transactional(readOnly = true)
    public List<PageVersion> versions(Page page) {
        return versions.ofPage(page.workspace().value(), page.id().value()).stream()
                .flatMap(version -> version.toVersion().stream())
                .toList();
    }

    /** Makes a past version the draft again; it can be undone like any edit. */
    @Transactional
    public void bringBack(WorkspaceId workspace, PageId id, int version) {
        PageRow row = locked(workspace, id);
        versions.findById(new PageVersionRow.Key(workspace.value(), id.value(), version))
                .flatMap(PageVersionRow::toVersion)
                .ifPresent(past -> keep(row, "version " + version, past.document()));
    }

    /** @throws Refusal if another page of the promotion has the slug */
    @Transactional
    public void rename(WorkspaceId workspace, PageId id, String name, Slug slug) {
        PageRow row = locked(workspace, id);
        boolean taken = pages.ofPromotion(workspace.value(), row.promotion).stream()
                .anyMatch(other -> !other.key.equals(row.key) && other.slug.equals(slug.text()));
        if (taken) {
            throw new Refusal("The slug \"%s\" is taken by another page of this promotion. Choose another."
                    .formatted(slug.text()));
        }
        row.name = name;
        row.slug = slug.text();
        pages.flush();
        awaiting(row.toPage());
    }

    private PageRow locked(WorkspaceId workspace, PageId id) {
        PageRow row = pages.findById(RowKey.of(workspace, id)).orElseThrow();
        entityManager.refresh(row, LockModeType.PESSIMISTIC_WRITE);
        return row;
    }
}
