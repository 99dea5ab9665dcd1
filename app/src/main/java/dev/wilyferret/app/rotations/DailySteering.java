package dev.wilyferret.app.rotations;

import dev.wilyferret.app.storage.EachByItself;
import dev.wilyferret.app.storage.Lane;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.rotation.Rotation;
import dev.wilyferret.core.rotation.Standings;
import dev.wilyferret.core.rotation.Steering;
import dev.wilyferret.core.rotation.Variant;
import dev.wilyferret.core.text.Fault;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
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
        Lane.BACKGROUND.run(() -> EachByItself.each(
                workspaces.ids(),
                workspace -> rotations.of(workspace).stream()
                        .filter(one -> one.rotation().sharing() == Rotation.Sharing.STEERED)
                        .forEach(this::steer)));
    }

    /** One that cannot be steered keeps no other from it. */
    private void steer(Rotating rotating) {
        try {
            if (!steeredToday(rotating)) {
                Map<VariantId, Integer> weights = new HashMap<>();
                List<String> reasons = new ArrayList<>();
                rotating.rotation().ways().forEach(branch -> steer(rotating.within(branch), weights, reasons));
                if (!weights.isEmpty()) {
                    rotations.steer(
                            rotating.workspace(),
                            rotating.rotation().id(),
                            rotating.rotation().variants().stream()
                                    .map(one -> one.weighing(weights.getOrDefault(one.id(), one.weight())))
                                    .toList(),
                            "Chances of being best: %s; none below %d %%."
                                    .formatted(String.join("; ", reasons), rotating.floor()));
                }
            }
        } catch (RuntimeException failed) {
            LOG.warn(
                    "Rotation {} is not steered just now: {}",
                    rotating.rotation().id(),
                    Fault.of(failed));
        }
    }

    private boolean steeredToday(Rotating rotating) {
        LocalDate today = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
        return rotations.marks(rotating.workspace(), rotating.rotation().id()).stream()
                .anyMatch(mark -> mark.kind() == Mark.Kind.STEERED
                        && LocalDate.ofInstant(mark.at(), ZoneOffset.UTC).equals(today));
    }

    /** The variants of a branch, or of the rest; left as they are while too little is known, or people are lost on the way. */
    private void steer(Rotating part, Map<VariantId, Integer> weights, List<String> reasons) {
        List<Variant> drawing = part.rotation().drawing();
        if (drawing.size() < 2) {
            return;
        }
        RoundBook.Read read = rounds.read(part, part.rotation().round(), part.goal(), -1);
        Standings standings = read.standings();
        Map<VariantId, Double> chances = new HashMap<>();
        standings.lines().stream()
                .filter(line ->
                        drawing.contains(line.variant()) && line.chance().isPresent())
                .forEach(line -> chances.put(line.variant().id(), line.chance().getAsDouble()));
        if (!read.whole() || standings.split().alarms() || chances.isEmpty()) {
            return;
        }
        drawing.forEach(one -> chances.putIfAbsent(one.id(), 0.0));
        weights.putAll(Steering.weights(chances, part.floor()));
        reasons.add(drawing.stream()
                .map(one ->
                        String.format(Locale.ROOT, "%s %.0f %%", one.name(), 100 * chances.getOrDefault(one.id(), 0.0)))
                .collect(Collectors.joining(", ")));
    }
}
