package dev.wilyferret.app.pagebench;

import dev.wilyferret.app.elsewhere.Places;
import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.publicpage.Previews;
import dev.wilyferret.app.shelf.Bonuses;
import dev.wilyferret.app.shelf.Shelf;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.BlockKind;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.readiness.Finding;
import dev.wilyferret.core.readiness.Fold;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.wording.PageChanges;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** What the page bench shows of a draft, and how it answers an edit. */
@Component
class PageEdits {

    private final BenchDesk desk;
    private final Pages pages;
    private final Offers offers;
    private final Promotions promotions;
    private final Places places;
    private final Shelf shelf;
    private final Workspaces workspaces;
    private final Previews previews;
    private final Lists lists;
    private final Bonuses bonuses;

    PageEdits(
            BenchDesk desk,
            Pages pages,
            Offers offers,
            Promotions promotions,
            Places places,
            Shelf shelf,
            Workspaces workspaces,
            Previews previews,
            Lists lists,
            Bonuses bonuses) {
        this.desk = desk;
        this.pages = pages;
        this.offers = offers;
        this.promotions = promotions;
        this.places = places;
        this.shelf = shelf;
        this.workspaces = workspaces;
        this.previews = previews;
        this.lists = lists;
        this.bonuses = bonuses;
    }

    SheetChoices choices(Page page) {
        Map<PageId, String> others = new LinkedHashMap<>();
        pages.ofPromotion(page.workspace(), page.promotion()).stream()
                .filter(other -> !other.id().equals(page.id()))
                .forEach(other -> others.put(other.id(), other.name()));
        OfferId own = promotions
                .find(page.workspace(), page.promotion())
                .orElseThrow()
                .offer();
        Map<OfferId, String> otherOffers = new LinkedHashMap<>();
        offers.of(page.workspace()).stream()
                .filter(offer -> !offer.id().equals(own))
                .forEach((Offer offer) -> otherOffers.put(offer.id(), offer.name()));
        Map<ElsewhereId, String> addresses = new LinkedHashMap<>();
        places.of(page.workspace()).forEach(place -> addresses.put(place.id(), place.name()));
        return new SheetChoices(
                others,
                otherOffers,
                addresses,
                shelf.of(page.workspace()),
                lists.names(page.workspace()),
                bonuses.of(page.workspace()),
                ((ContentPage) page.draft()).blocks(),
                workspaces.get(page.workspace()).zone());
    }

    /** The lines of the sheet, for the template. */
    public record Sheet(SheetChoices choices, Optional<BlockId> refused, Intake typed) {

        public List<SheetField> lines(Placed placed) {
            List<SheetField> lines = SheetLines.of(placed.block(), choices);
            return isRefused(placed)
                    ? lines.stream().map(line -> line.holding(typed)).toList()
                    : lines;
        }

        /** The ways of two at once. */
        public List<SheetField.Choice> tabs() {
            return choices.tabs();
        }

        /** What is wrong with what was typed in a line, or the empty string. */
        public String finding(Placed placed, SheetField line) {
            return isRefused(placed) ? typed.finding(line.name()) : "";
        }

        private boolean isRefused(Placed placed) {
            return refused.equals(Optional.of(placed.id()));
        }

        /** The kinds of block that can be added inside a block, or to the page. */
        public List<BlockKind> kinds(Placed holder) {
            return List.of(BlockKind.values()).stream()
                    .filter(kind -> holder.block().kind().holds(kind))
                    .toList();
        }
    }

    /** All of the bench. */
    void open(Page page, Model model) {
        show(page, model);
        model.addAttribute("versions", pages.versions(page));
    }

    void show(Page page, Model model) {
        ContentPage draft = (ContentPage) page.draft();
        SheetChoices choices = choices(page);
        List<Finding> findings = pages.findings(page);
        List<Fold> folds = pages.folds(page);
        model.addAttribute("page", page);
        model.addAttribute("draft", draft);
        model.addAttribute("sheet", sheet(choices, model));
        model.addAttribute("outs", choices.outs(page.id()));
        model.addAttribute("shelfFiles", choices.files());
        model.addAttribute("steps", pages.steps(page));
        model.addAttribute("findings", findings);
        model.addAttribute(
                "folds",
                folds.stream().map(fold -> fold.sentence(draft.blocks())).toList());
        model.addAttribute(
                "kinds",
                List.of(BlockKind.values()).stream()
                        .filter(BlockKind::standsOnPage)
                        .toList());
        if (!model.containsAttribute("settingsForm")) {
            model.addAttribute("settingsForm", SettingsForm.shown(draft, choices));
        }
        if (!model.containsAttribute("lookForm")) {
            model.addAttribute("lookForm", LookForm.shown(draft.look()));
        }
    }

    /** The sheet; where a line was refused, with what was typed in it. */
    private static Sheet sheet(SheetChoices choices, Model model) {
        return model.containsAttribute("refusal")
                        && model.getAttribute("form") instanceof Intake form
                        && model.getAttribute("written") instanceof Placed written
                ? new Sheet(choices, Optional.of(written.id()), form)
                : new Sheet(choices, Optional.empty(), Intake.showing(Map.of()));
    }

    /** Keeps an edit, or says what it would have changed in what stands there now. */
    String answer(BenchRequest asked, String what, UnaryOperator<ContentPage> change, boolean whole, Model model) {
        Page page = asked.page();
        boolean kept;
        try {
            kept = pages.edit(page.workspace(), page.id(), asked.revision(), what, change);
        } catch (Refusal refusal) {
            model.addAttribute("addRefused", refusal.getMessage());
            return notKept(asked, model);
        }
        if (!kept) {
            ContentPage now = (ContentPage) page.draft();
            model.addAttribute("differences", PageChanges.between(now, change.apply(now)));
        }
        return answer(asked, kept, whole, model);
    }

    /** @param whole whether the sheet itself changed, not only words in it */
    String answer(BenchRequest asked, boolean kept, boolean whole, Model model) {
        if (!asked.partly()) {
            return asked.toBench();
        }
        Page now = pages.find(asked.page().workspace(), asked.page().id()).orElseThrow();
        model.addAttribute("keptNow", kept);
        model.addAttribute("conflict", !kept);
        model.addAttribute("whole", whole && kept);
        model.addAttribute("page", now);
        model.addAttribute("steps", pages.steps(now));
        if (whole || !kept) {
            show(now, model);
        }
        if (kept) {
            model.addAttribute("drawn", previews.drawn(now));
            asked.response().setHeader("HX-Trigger-After-Swap", "page-kept");
        }
        return "pages/bench :: answer";
    }

    /** Says what is wrong with what was typed; nothing is kept of it, and a whole bench shows it as it was typed. */
    String notKept(BenchRequest asked, Model model) {
        model.addAttribute("refusal", true);
        if (asked.partly()) {
            model.addAttribute("keptNow", false);
            show(asked.page(), model);
            return "pages/bench :: answer";
        }
        desk.show(asked.member(), asked.promotion(), asked.page(), model);
        open(asked.page(), model);
        return "pages/bench";
    }
}
