package dev.wilyferret.app.rotations;

import dev.wilyferret.app.storage.Lane;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.rotation.Rotation;
import dev.wilyferret.core.rotation.Standings;
import dev.wilyferret.core.rotation.Steering;
import dev.wilyferret.core.rotation.Variant;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Sets the shares of steered rotations, once a UTC day, soon after it begins. */
@Component
class DailySteering {

    private static final Logger LOG = LoggerFactory.getLogger(DailySteering.class);

    private final Workspaces workspaces;
    private final Rotations rotations;
    private final RoundBook rounds;
    private final Clock clock;

    DailySteering(Workspaces workspaces, Rotations rotations, RoundBook rounds, Clock clock) {
        this.workspaces = workspaces;
        this.rotations = rotations;
        this.rounds = rounds;
        this.clock = clock;
    }

    @Scheduled(initialDelay = 1, fixedDelay = 5, timeUnit = TimeUnit.MINUTES)
    void run() {
        Lane.BACKGROUND.run(() -> workspaces.all().stream()
                .map(Workspace::id)
                .flatMap(workspace -> rotations.of(workspace).stream())
                .filter(one -> one.rotation().sharing() == Rotation.Sharing.STEERED)
                .forEach(this::steer));
    }

    /** One that cannot be steered keeps no other from it. */
    void steer(Rotating rotating) {
        try {
            if (rotating.rotation().drawing().size() > 1 && !steeredToday(rotating)) {
                RoundBook.Read read = rounds.read(rotating, rotating.rotation().round(), rotating.goal(), -1);
                if (read.whole()) {
                    steer(rotating, read.standings());
                }
            }
        } catch (RuntimeException failed) {
            LOG.warn("Rotation {} is not steered just now", rotating.rotation().id(), failed);
        }
    }

    private boolean steeredToday(Rotating rotating) {
        LocalDate today = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
        return rotations.marks(rotating.workspace(), rotating.rotation().id()).stream()
                .anyMatch(mark -> mark.kind() == Mark.Kind.STEERED
                        && LocalDate.ofInstant(mark.at(), ZoneOffset.UTC).equals(today));
    }

    private void steer(Rotating rotating, Standings standings) {
        Map<VariantId, Double> chances = new HashMap<>();
        standings.lines().stream()
                .filter(line -> rotating.rotation().drawing().contains(line.variant()))
                .forEach(line -> chances.put(line.variant().id(), line.chance().orElse(0)));
        if (standings.split().alarms()
                || standings.lines().stream().noneMatch(line -> line.chance().isPresent())) {
            return;
        }
        Map<VariantId, Integer> weights = Steering.weights(chances, rotating.floor());
        List<Variant> changed = rotating.rotation().variants().stream()
                .map(one -> one.weighing(weights.getOrDefault(one.id(), one.weight())))
                .toList();
        rotations.steer(
                rotating.workspace(),
                rotating.rotation().id(),
                changed,
                "Chances of being best: %s; none below %d %%."
                        .formatted(
                                standings.lines().stream()
                                        .filter(line -> line.chance().isPresent())
                                        .map(line -> String.format(
                                                Locale.ROOT,
                                                "%s %.0f %%",
                                                line.variant().name(),
                                                100 * line.chance().getAsDouble()))
                                        .collect(Collectors.joining(", ")),
                                rotating.floor()));
    }
}
