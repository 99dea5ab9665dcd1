package dev.wilyferret.app.site;

import dev.wilyferret.app.live.SiteSnapshot;
import dev.wilyferret.app.workspace.OwnBrowsers;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.visit.SiteEvent;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * Who is asking, as far as it is known.
 *
 * @param visitor a fresh id if the browser brought none
 * @param known whether it brought one
 * @param current the click this visit hangs on, if it is still on
 * @param ownToken what an own browser carries
 * @param agreed whether the visitor said yes where a page asked for consent to pixels
 */
record Visit(VisitorId visitor, boolean known, Optional<Current> current, Optional<String> ownToken, boolean agreed) {

    /** A visit is over after this long without a request. */
    static final Duration VISIT_LASTS = Duration.ofMinutes(30);

    /** The click a visit hangs on: its id, its promotion, the link it came by, and the variant it was given. */
    record Current(ClickId click, PromotionId promotion, Optional<LinkId> link, Optional<VariantId> variant) {

        static Current of(SiteEvent.Click click) {
            return new Current(click.id(), click.promotion(), click.link(), click.variant());
        }

        Instant clicked() {
            return UuidV7.momentOf(click.value());
        }

        /** The ids with full stops between them; what is missing at the end is left out. */
        String text() {
            String text = ShortId.of(click) + "." + ShortId.of(promotion);
            if (link.isEmpty() && variant.isEmpty()) {
                return text;
            }
            return text + "." + link.map(ShortId::of).orElse("")
                    + variant.map(id -> "." + ShortId.of(id)).orElse("");
        }

        /** What is missing at the end is not known. */
        static Optional<Current> parse(String text) {
            String[] parts = text.split("\\.", -1);
            if (parts.length < 2 || parts.length > 4) {
                return Optional.empty();
            }
            Optional<ClickId> click =
                    ShortId.parse(parts[0]).filter(id -> id.version() == 7).map(ClickId::new);
            Optional<PromotionId> promotion = ShortId.parse(parts[1], PromotionId::new);
            Optional<LinkId> link = parts.length > 2 ? ShortId.parse(parts[2], LinkId::new) : Optional.empty();
            Optional<VariantId> variant = parts.length > 3 ? ShortId.parse(parts[3], VariantId::new) : Optional.empty();
            return click.isPresent() && promotion.isPresent()
                    ? Optional.of(new Current(click.get(), promotion.get(), link, variant))
                    : Optional.empty();
        }
    }

    /** The present click, if it belongs to the promotion. */
    Optional<Current> currentOn(PromotionId promotion) {
        return current.filter(click -> click.promotion().equals(promotion));
    }

    /**
     * The visit with a click that was carried along where cookies do not reach. A visitor whom a cookie names stays that one, and a
     * later click of theirs on the same promotion stays theirs.
     */
    Visit carrying(VisitorId carried, Current click) {
        Current latest = currentOn(click.promotion())
                .filter(own -> own.clicked().isAfter(click.clicked()))
                .orElse(click);
        return new Visit(known ? visitor : carried, true, Optional.of(latest), ownToken, agreed);
    }

    boolean own(SiteSnapshot snapshot, WorkspaceId workspace) {
        return ownToken.isPresent() && snapshot.marksOwn(workspace, OwnBrowsers.fingerprint(ownToken.get()));
    }
}
