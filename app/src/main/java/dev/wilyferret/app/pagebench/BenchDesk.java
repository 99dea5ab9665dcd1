package dev.wilyferret.app.pagebench;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.PageUnreadable;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.pixels.PixelAccount;
import dev.wilyferret.app.pixels.PixelAccounts;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.publicpage.Previews;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.link.Slug;
import dev.wilyferret.core.page.Firing;
import dev.wilyferret.core.page.PageKind;
import dev.wilyferret.core.pixel.PixelEvent;
import dev.wilyferret.core.readiness.Finding;
import dev.wilyferret.core.text.PlainText;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What the benches of all pages have in common: what they show around a page, publishing, renaming. */
@Component
class BenchDesk {

    /** What pages can tell. Sales are reported by networks. */
    private static final List<PixelEvent.Kind> EVENTS =
            List.of(PixelEvent.Kind.PAGE_VIEW, PixelEvent.Kind.LEAD, PixelEvent.Kind.CHECKOUT, PixelEvent.Kind.OWN);

    private final Pages pages;
    private final Promotions promotions;
    private final PixelAccounts pixels;
    private final Previews previews;
    private final SiteAddress site;

    BenchDesk(Pages pages, Promotions promotions, PixelAccounts pixels, Previews previews, SiteAddress site) {
        this.pages = pages;
        this.promotions = promotions;
        this.pixels = pixels;
        this.previews = previews;
        this.site = site;
    }

    Promotion promotion(Member member, PromotionId id) {
        return promotions.find(member.workspace(), id).orElseThrow(NotFound::new);
    }

    Page page(Member member, PromotionId promotion, PageId id) {
        return pages.find(member.workspace(), id)
                .filter(page -> page.promotion().equals(promotion))
                .orElseThrow(NotFound::new);
    }

    /**
     * The promotion's landing page, or its first redirect page.
     *
     * @throws PageUnreadable if there is none that can be read, but one that cannot
     */
    Optional<Page> first(Member member, PromotionId promotion, PageKind kind) {
        Optional<Page> first = kind == PageKind.REDIRECT
                ? pages.redirect(member.workspace(), promotion)
                : pages.landing(member.workspace(), promotion);
        if (first.isEmpty()) {
            pages.unreadable(member.workspace(), promotion).stream()
                    .filter(page -> page.kind() == kind)
                    .findFirst()
                    .ifPresent(page -> {
                        throw new PageUnreadable(promotion, page.page(), page.cause());
                    });
        }
        return first;
    }

    Map<PixelId, String> pixelNames(Member member) {
        return pixels.of(member.workspace()).stream()
                .collect(Collectors.toMap(
                        PixelAccount::id, account -> account.details().name()));
    }

    Set<PixelId> pixelIds(Member member) {
        Set<PixelId> ids = new LinkedHashSet<>();
        pixels.of(member.workspace()).forEach(account -> ids.add(account.id()));
        return ids;
    }

    /**
     * The ticked pixels the workspace really has, in its order, with what each tells; what is wrong is said at its field.
     *
     * @param usual what one tells of which nothing is said
     */
    List<Firing> pixels(Member member, Intake form, PixelEvent usual) {
        return pixelIds(member).stream()
                .filter(id -> form.chosen("pixel", id.toString()))
                .flatMap(id ->
                        form
                                .take("own-" + id, own -> new Firing(id, event(form.value("event-" + id), own, usual)))
                                .stream())
                .toList();
    }

    private static PixelEvent event(String chosen, String own, PixelEvent usual) {
        return chosen.isEmpty()
                ? usual
                : chosen.equals(PixelEvent.Kind.OWN.name()) ? PixelEvent.own(own) : PixelEvent.read(chosen);
    }

    /** The pixels of a page as the form shows them. */
    static void shown(List<Firing> pixels, Intake form) {
        form.put("pixel", pixels.stream().map(one -> one.pixel().toString()).toList());
        pixels.forEach(one -> {
            form.put("event-" + one.pixel(), List.of(one.event().kind().name()));
            form.put("own-" + one.pixel(), List.of(one.event().own()));
        });
    }

    void show(Member member, Promotion promotion, Page page, Model model) {
        model.addAttribute("promotion", promotion);
        model.addAttribute("page", page);
        model.addAttribute("siblings", pages.ofPromotion(member.workspace(), promotion.id()));
        model.addAttribute(
                "otherPromotions",
                promotions.of(member.workspace()).stream()
                        .filter(other -> !other.id().equals(promotion.id()))
                        .toList());
        model.addAttribute("accounts", pixels.of(member.workspace()));
        model.addAttribute("pixelEvents", EVENTS);
        model.addAttribute("previewAddress", site.of(previews.path(page)));
        model.addAttribute("publicPreview", site.of(previews.path(page, "public")));
        model.addAttribute("previews", previews);
        if (!model.containsAttribute("naming")) {
            model.addAttribute("naming", Intake.showing(Map.of("name", page.name(), "slug", page.slug())));
        }
        model.addAttribute("publicAddress", site.of(promotion.host(), promotion.path(page.slug())));
    }

    /** Publishes, and says what changed or what stands against it. */
    void publish(Page page, RedirectAttributes after) {
        List<String> changes = page.changes();
        List<Finding> stopping = pages.publish(page.workspace(), page.id());
        if (stopping.isEmpty()) {
            after.addFlashAttribute("said", "Published. " + String.join(" ", changes));
        } else {
            after.addFlashAttribute("stopped", stopping);
        }
    }

    void rename(Page page, Intake form, RedirectAttributes after) {
        Optional<String> name = form.take("name", text -> PlainText.line("internal name", text, 60));
        Optional<Slug> slug = form.take("slug", Slug::new);
        if (form.clean()) {
            form.take("slug", text -> {
                pages.rename(page.workspace(), page.id(), name.orElseThrow(), slug.orElseThrow());
                return slug;
            });
        }
        if (form.clean()) {
            after.addFlashAttribute("said", "Name and address are kept.");
        } else {
            after.addFlashAttribute("naming", form);
        }
    }
}
