package dev.wilyferret.app.rotations;

import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.offer.Closing;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Rotations that share visitors out to offers which are full or fail, or take visitors again. */
@Service
public class ShutOffers {

    private final Rotations rotations;
    private final Offers offers;
    private final Promotions promotions;
    private final TimeLine timeLine;

    ShutOffers(Rotations rotations, Offers offers, Promotions promotions, TimeLine timeLine) {
        this.rotations = rotations;
        this.offers = offers;
        this.promotions = promotions;
        this.timeLine = timeLine;
    }

    /**
     * An offer became full or fails, or takes visitors again: the rotations that share visitors out to it do so without it, or as they did
     * before. Once all are back, the stretch goes on that was before the first was shut.
     *
     * @param before as it was
     * @param now as it is
     */
    @Transactional
    public void turned(Offer before, Offer now) {
        if (before.closing().isPresent() == now.closing().isPresent()) {
            return;
        }
        Map<OfferId, Offer> known =
                offers.of(now.workspace()).stream().collect(Collectors.toMap(Offer::id, Function.identity()));
        Map<PromotionId, OfferId> own =
                promotions.of(now.workspace()).stream().collect(Collectors.toMap(Promotion::id, Promotion::offer));
        for (Rotating one : rotations.of(now.workspace())) {
            Set<Offer> drawn = one.rotation().drawing().stream()
                    .flatMap(variant -> variant.to().offer(own.get(one.promotion())).stream())
                    .flatMap(id -> Optional.ofNullable(known.get(id)).stream())
                    .collect(Collectors.toSet());
            if (drawn.stream().anyMatch(offer -> offer.id().equals(now.id()))) {
                turn(rotations.changing(now.workspace(), one.rotation().id()), now, drawn);
            }
        }
    }

    private void turn(RotationRow row, Offer now, Set<Offer> drawn) {
        Optional<Closing> shut = now.closing();
        if (shut.isPresent()) {
            timeLine.sharedAnew(
                    row,
                    Mark.Kind.SHUT,
                    "“%s” %s; its share goes to the others."
                            .formatted(now.name(), shut.get().words()));
            return;
        }
        boolean allBack = drawn.stream().allMatch(one -> one.closing().isEmpty());
        timeLine.goesOn(
                row,
                Stretch.before(timeLine.of(row)).filter(stretch -> allBack),
                Mark.Kind.BACK,
                "“%s” takes visitors again.".formatted(now.name()));
    }
}
