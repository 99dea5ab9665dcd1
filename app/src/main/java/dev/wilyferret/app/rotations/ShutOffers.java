package dev.wilyferret.app.rotations;

import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PromotionId;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Rotations that share visitors out to offers which are full or fail, or take visitors again. */
@Service
public class ShutOffers {

    private final Rotations rotations;
    private final Promotions promotions;
    private final TimeLine timeLine;

    ShutOffers(Rotations rotations, Promotions promotions, TimeLine timeLine) {
        this.rotations = rotations;
        this.promotions = promotions;
        this.timeLine = timeLine;
    }

    /**
     * An offer became full or fails, or takes visitors again: the rotations that share visitors out to it do so without it, or as they did
     * before. Once all are back, the stretch goes on that was before the first was shut, unless something else changed meanwhile.
     *
     * @param now as it is, in the transaction that turned it
     */
    @Transactional
    public void turned(Offer now) {
        Map<PromotionId, OfferId> own =
                promotions.of(now.workspace()).stream().collect(Collectors.toMap(Promotion::id, Promotion::offer));
        for (Rotating one : rotations.of(now.workspace())) {
            if (drawn(one, own).contains(now.id())) {
                RotationRow row =
                        rotations.changing(now.workspace(), one.rotation().id());
                rotations
                        .find(now.workspace(), one.rotation().id())
                        .ifPresent(held -> turn(row, now, drawn(held, own)));
            }
        }
    }

    private static Set<OfferId> drawn(Rotating rotating, Map<PromotionId, OfferId> own) {
        return rotating.rotation().drawing().stream()
                .flatMap(variant -> variant.to().offer(own.get(rotating.promotion())).stream())
                .collect(Collectors.toSet());
    }

    /** @param row held for this transaction */
    private void turn(RotationRow row, Offer now, Set<OfferId> drawn) {
        // One whose variants draw no more is nobody's any longer.
        Set<OfferId> shut = row.shutOffers();
        shut.retainAll(drawn);
        if (now.closing().isPresent()) {
            if (shut.isEmpty()) {
                row.goesOn = row.stretch;
            }
            timeLine.sharedAnew(
                    row,
                    Mark.Kind.SHUT,
                    "“%s” %s; its share goes to the others."
                            .formatted(now.name(), now.closing().get().words()));
            shut.add(now.id());
        } else {
            boolean known = shut.remove(now.id());
            Optional<Integer> before = Optional.ofNullable(row.goesOn).filter(stretch -> known && shut.isEmpty());
            boolean steered = timeLine.steeredSince(row);
            timeLine.goesOn(row, before, Mark.Kind.BACK, "“%s” takes visitors again.".formatted(now.name()));
            if (steered && before.isPresent()) {
                timeLine.note(row, Mark.Kind.STEERED, "Shares were changed by steering meanwhile.");
            }
        }
        row.shutOffers(shut);
    }
}
