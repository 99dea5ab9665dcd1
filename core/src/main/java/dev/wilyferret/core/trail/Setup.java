package dev.wilyferret.core.trail;

import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.page.PageKind;
import dev.wilyferret.core.rotation.Behind;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What of a promotion stands.
 *
 * @param sources of its tracking links in use, with how many links each has
 * @param straight where links in use lead past every page, each once
 * @param forks where visitors are shared out among variants
 * @param offer its own
 * @param offers names of the workspace's offers
 * @param elsewhere names of the stored addresses elsewhere
 * @param clickIdInLink whether the affiliate link carries the click id
 * @param pixelAccounts ad platform accounts of the workspace
 * @param leadPixelSeen whether a lead pixel of this promotion was ever answered
 * @param legalComplete whether the legal footer has a name, an address and a contact
 */
public record Setup(
        Map<String, Integer> sources,
        List<Leaf> pages,
        List<Target> straight,
        List<Fork> forks,
        OfferId offer,
        Map<OfferId, String> offers,
        Map<ElsewhereId, String> elsewhere,
        boolean clickIdInLink,
        int pixelAccounts,
        boolean leadPixelSeen,
        boolean legalComplete) {

    /**
     * A page as it stands.
     *
     * @param landing whether it is the promotion's first page
     * @param entry whether a link leads to it
     * @param ways of what visitors press, in the order of the page
     * @param pixels how many fire on what is published
     */
    public record Leaf(
            PageId id,
            String name,
            PageKind kind,
            boolean landing,
            boolean entry,
            PageState state,
            List<Way> ways,
            Optional<Form> form,
            int pixels) {

        /** Whether it sends on by itself, after its pixels. */
        public boolean redirect() {
            return kind == PageKind.REDIRECT;
        }

        Place place() {
            return redirect() ? new Place.Redirect(id) : new Place.Page(id);
        }

        /** All ways that lead on from it, those behind its form too. */
        Stream<Target> targets() {
            return Stream.concat(
                            ways.stream(),
                            form.stream().flatMap(one -> Stream.concat(one.ways.stream(), one.confirmed.stream())))
                    .map(Way::target);
        }
    }

    /**
     * What takes addresses on a page.
     *
     * @param ways where who sent it goes
     * @param confirmed where confirming leads; empty if the list does not ask for that, or shows its own thanks
     * @param confirms whether the list asks to confirm
     * @param list that people are put on; empty for none
     * @param mailsOff whether the mails written for them are all switched off
     */
    public record Form(
            String label,
            List<Way> ways,
            Optional<Way> confirmed,
            boolean confirms,
            Optional<ListId> list,
            boolean mailsOff) {}

    /** A rotation. */
    public record Fork(Behind behind, List<Arm> arms) {

        /** Those that visitors are drawn for. */
        Stream<Arm> drawing() {
            return arms.stream().filter(arm -> arm.target.isPresent());
        }
    }

    /**
     * A variant of a rotation.
     *
     * @param note how it stands, in a few words
     * @param target empty where visitors are drawn for it no more
     */
    public record Arm(VariantId variant, String name, String note, Optional<Target> target) {}

    /** @param label the words of what leads there */
    public record Way(String label, Target target) {}

    /** Where a way leads. */
    public sealed interface Target {
        record ToPage(PageId page) implements Target {}

        /** A page still to be made. */
        record ToMissing(String name) implements Target {}

        record ToOffer(OfferId offer) implements Target {}

        record ToElsewhere(ElsewhereId elsewhere) implements Target {}

        record HandOut() implements Target {}

        /** A step of the owner's own on the page. */
        record ToStep(PageId page, String name) implements Target {}

        /** Stays where it is, with thanks: what is to be gained is gained. */
        record Thanks() implements Target {}
    }

    /** With a link for each of these sources, and no other. */
    Setup withSources(Set<String> names) {
        return new Setup(
                names.stream().collect(Collectors.toMap(Function.identity(), name -> 1)),
                pages,
                straight,
                forks,
                offer,
                offers,
                elsewhere,
                clickIdInLink,
                pixelAccounts,
                leadPixelSeen,
                legalComplete);
    }

    /** Those that visitors of something are shared out among; none where it leads to one place. */
    Stream<Arm> drawing(Behind behind) {
        return forks.stream().filter(fork -> fork.behind.equals(behind)).flatMap(Fork::drawing);
    }

    Stream<Arm> arms() {
        return forks.stream().flatMap(fork -> fork.arms.stream());
    }

    public Optional<Leaf> landing() {
        return pages.stream().filter(Leaf::landing).findFirst();
    }

    public Optional<Leaf> redirect() {
        return pages.stream().filter(Leaf::redirect).findFirst();
    }

    Optional<Leaf> page(PageId id) {
        return pages.stream().filter(page -> page.id.equals(id)).findFirst();
    }

    /** Where a station lies on the trail. */
    public Place place(Station station) {
        return Place.of(station, offer, this::place);
    }

    /** Where a page is on the trail. */
    Place place(PageId id) {
        return page(id).map(Leaf::place).orElse(new Place.Gone());
    }

    /** Whether visitors need no redirect page: they leave an address instead of going on to the offer. */
    boolean withoutRedirect() {
        return redirect().isEmpty() && landing().flatMap(Leaf::form).isPresent();
    }

    /** Whether a redirect page is missing on the way: visitors need one, and nothing leads to an offer yet. */
    boolean gapBeforeOffer() {
        return landing().isPresent()
                && redirect().isEmpty()
                && !withoutRedirect()
                && pages.stream().flatMap(Leaf::targets).noneMatch(Target.ToOffer.class::isInstance);
    }

    int links() {
        return sources.values().stream().mapToInt(Integer::intValue).sum();
    }

    /** Those where visitors begin without a variant: the landing page and what links lead to; of none such, the first. */
    List<Leaf> entries() {
        List<Leaf> entries = pages.stream()
                .filter(page -> page.entry || page.landing && !armed(page))
                .toList();
        return entries.isEmpty() && pages.stream().noneMatch(this::armed)
                ? pages.stream().limit(1).toList()
                : entries;
    }

    /** Whether a variant leads to a page. */
    boolean armed(Leaf page) {
        return arms().anyMatch(arm -> arm.target().equals(Optional.of(new Target.ToPage(page.id))));
    }
}
