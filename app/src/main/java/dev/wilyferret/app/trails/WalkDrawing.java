package dev.wilyferret.app.trails;

import dev.wilyferret.core.trail.Station;
import dev.wilyferret.core.trail.Walk;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The trail with one visitor's way lit up: the same six stations, and when each was reached. */
record WalkDrawing(List<Stop> stops) {

    /** @param after time from the click to the first arrival; empty if the station was not reached */
    record Stop(Station.Kind kind, int x, Optional<Duration> after) {}

    static WalkDrawing of(Walk walk) {
        List<Stop> stops = new ArrayList<>();
        for (Station.Kind kind : Station.Kind.values()) {
            stops.add(new Stop(kind, 100 + 200 * stops.size(), arrival(walk, kind)));
        }
        return new WalkDrawing(List.copyOf(stops));
    }

    /** The filter is passed at the moment of the click. */
    private static Optional<Duration> arrival(Walk walk, Station.Kind kind) {
        Station.Kind asked = kind == Station.Kind.FILTER ? Station.Kind.TRAFFIC : kind;
        return walk.steps().stream()
                .filter(step -> step.station() == asked)
                .map(Walk.Step::sinceClick)
                .findFirst();
    }

    /** How far along the drawing the walk got. */
    public int reachedX() {
        return stops.stream()
                .filter(stop -> stop.after().isPresent())
                .mapToInt(Stop::x)
                .max()
                .orElse(0);
    }
}
