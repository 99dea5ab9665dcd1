package dev.wilyferret.app.rotations;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.PastSplit;
import dev.wilyferret.core.rotation.Rotation;
import dev.wilyferret.core.rotation.Variant;
import java.time.Instant;
import java.util.Optional;
import org.jsoup.Jsoup;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Rotations over days: who counts, what is said, and shares that follow it. */
class DailySteeringTest extends AppTest {

    @Autowired
    private Rotations rotations;

    @Autowired
    private DailySteering steering;

    @Autowired
    private PastSplit past;

    private PastSplit.Split split;

    @BeforeEach
    void begin() {
        split = past.begin();
    }

    private Rotating rotating() {
        return past.rotating(split);
    }

    private String bench() {
        return Jsoup.parse(
                        owner(split.trail().stage()).get(rotating().address()).body())
                .text();
    }

    @Test
    void whoCameTodayDoesNotCountYetAndBetterIsSaidByEvidence() {
        past.days(split, 1, 8, 10, 30);
        past.days(split, 0, 0, 60, 0);
        assertThat(bench()).contains("“New” is better.", "Old 540 480 80 16.7 %", "New 540 480 240 50.0 %");
        assertThat(bench()).contains("How long a difference takes to be found", "The course so far");
    }

    @Test
    void sharesFollowWhatWasSeenOnceADayAndSayWhy() {
        past.days(split, 1, 8, 15, 24);
        rotations.share(split.trail().workspace(), split.id(), Rotation.Sharing.STEERED, Optional.empty(), 20);
        int stretch = rotating().rotation().stretch();
        steering.run();
        assertThat(rotating().rotation().variants()).extracting(Variant::weight).containsExactly(20, 80);
        assertThat(rotating().rotation().stretch()).isEqualTo(stretch);
        assertThat(bench())
                .contains("Shares are Old 20 %, New 80 %. Chances of being best: Old 0 %, New 100 %; none below 20 %.");
        Instant since = rotating().sharedSince();
        steering.run();
        assertThat(rotating().sharedSince()).as("once a day").isEqualTo(since);
    }

    @Test
    void withTooFewNobodyIsSteeredAnywhere() {
        past.days(split, 8, 8, 1, 2);
        rotations.share(split.trail().workspace(), split.id(), Rotation.Sharing.STEERED, Optional.empty(), 10);
        steering.run();
        assertThat(rotating().rotation().variants()).extracting(Variant::weight).containsExactly(1, 1);
    }
}
