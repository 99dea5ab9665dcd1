package dev.wilyferret.app.rotations;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.links.LinkChoices;
import dev.wilyferret.app.links.LinkLists;
import dev.wilyferret.app.links.Links;
import dev.wilyferret.app.links.TrackingLink;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.core.id.BranchId;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.readiness.Finding;
import dev.wilyferret.core.rotation.Behind;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Finds what rotations stand behind, and makes them and their variants of what was typed. */
@Service
class RotationDesk {

    private static final int NAME = 60;

    private final Promotions promotions;
    private final Links links;
    private final LinkLists lists;
    private final Pages pages;
    private final Rotations rotations;

    RotationDesk(Promotions promotions, Links links, LinkLists lists, Pages pages, Rotations rotations) {
        this.promotions = promotions;
        this.links = links;
        this.lists = lists;
        this.pages = pages;
        this.rotations = rotations;
    }

    Asked asked(WorkspaceId workspace, PromotionId promotion, Behind behind) {
        Promotion opened = promotions.find(workspace, promotion).orElseThrow(NotFound::new);
        LinkChoices choices = lists.choices(opened);
        return switch (behind) {
            case Behind.OfLink(var id) -> {
                TrackingLink link = links.find(workspace, id)
                        .filter(one -> one.promotion().equals(promotion))
                        .orElseThrow(NotFound::new);
                yield new Asked(
                        opened,
                        behind,
                        "link " + link.code().text(),
                        link.details().to(),
                        choices);
            }
            case Behind.OfPage(var id) ->
                new Asked(
                        opened, behind, "page “" + page(choices, id).name() + "”", new Destination.ToPage(id), choices);
            case Behind.OfOut(var id, var to) ->
                new Asked(
                        opened,
                        behind,
                        "the way to %s from “%s”"
                                .formatted(
                                        to.equals(new Destination.ToOffer(Optional.empty()))
                                                ? "the offer"
                                                : "“%s”"
                                                        .formatted(choices.of(to)
                                                                .orElseThrow(NotFound::new)
                                                                .name()),
                                        page(choices, id).name()),
                        to,
                        choices);
        };
    }

    private static Page page(LinkChoices choices, PageId id) {
        return choices.pages().stream()
                .filter(one -> one.id().equals(id))
                .findFirst()
                .orElseThrow(NotFound::new);
    }

    /** What a new variant is called. */
    static Optional<String> name(Intake form) {
        return form.take("name", text -> PlainText.line("variant's name", text, NAME));
    }

    static Optional<String> first(Intake form) {
        return form.take("first", text -> PlainText.line("variant's name", text, NAME));
    }

    /**
     * Puts a rotation behind something: what it leads to now, and another variant.
     *
     * @throws Refusal if something is wrong with it; then nothing is made
     */
    @Transactional
    RotationId begin(Asked asked, String first, String name, Intake form) {
        return rotations.begin(
                asked.promotion().workspace(),
                asked.promotion().id(),
                asked.behind(),
                first,
                asked.alone(),
                name,
                destination(asked, name, form));
    }

    /** @throws Refusal if something is wrong with it; then nothing is made */
    @Transactional
    void add(Asked asked, RotationId rotation, String name, Intake form) {
        rotations.add(
                asked.promotion().workspace(),
                rotation,
                name,
                destination(asked, name, form),
                Id.parse(form.value("branch"), BranchId::new));
    }

    /** Where a new variant leads; where that is a copy of a page, it is made and published. */
    private Destination destination(Asked asked, String name, Intake form) {
        if (form.value("copy").isEmpty()) {
            return asked.choices().chosen(form.value("to"));
        }
        Page of = Id.parse(form.value("copy"), PageId::new)
                .flatMap(asked::page)
                .orElseThrow(() -> new Refusal("The page is there no more. Choose another to copy."));
        Page copy = pages.vary(of, name, new Block.Headline(form.value("headline")).text());
        List<Finding> stopping = pages.publish(copy.workspace(), copy.id());
        if (!stopping.isEmpty()) {
            throw new Refusal("The copy cannot be published. %s Mend that on “%s” first."
                    .formatted(stopping.stream().map(Finding::what).collect(Collectors.joining(" ")), of.name()));
        }
        return new Destination.ToPage(copy.id());
    }
}
