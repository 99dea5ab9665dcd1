package dev.wilyferret.app.rotations;

import java.time.Duration;
import java.util.List;

/**
 * How old a visit has to be before it counts in the standings, so that whoever reaches the goal has done so.
 *
 * @param age in whole hours, the same for all variants
 * @param learnedFrom how many recorded delays it was learned from; 0 where there were too few
 */
record RipeAge(Duration age, int learnedFrom) {

    /** Below so many the usual age is taken. */
    static final int FEWEST = 30;

    private static final Duration LONGEST = Duration.ofDays(60);

    /** Within it 95 of 100 recorded delays lie; an hour at the least. */
    static RipeAge of(List<Duration> delays, Duration usual) {
        if (delays.size() < FEWEST) {
            return new RipeAge(usual, 0);
        }
        List<Duration> sorted = delays.stream().sorted().toList();
        Duration long95 = sorted.get((int) Math.ceil(sorted.size() * 0.95) - 1);
        Duration hours = Duration.ofHours(Math.max(1, (long95.toSeconds() + 3599) / 3600));
        return new RipeAge(hours.compareTo(LONGEST) > 0 ? LONGEST : hours, delays.size());
    }

    /** As "26 hours" or "4 days". */
    public String words() {
        long hours = age.toHours();
        return hours == 1 ? "an hour" : hours < 72 ? hours + " hours" : (hours + 23) / 24 + " days";
    }
}
