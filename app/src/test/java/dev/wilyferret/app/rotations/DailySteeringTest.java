package dev.wilyferret.app.rotations;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.PastSplit;
import dev.wilyferret.core.rotation.Rotation;
import dev.wilyferret.core.rotation.Variant;
import java.time.Instant;
import java.time.LocalTime;
import java.util.Optional;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
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
        // Who came yesterday counts once the day is over for an hour.
        clock.passUntil(LocalTime.of(2, 0));
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

    /** Filled in with what came: 480 visitors of each in 8 days, 320 of 960 of whom went on. */
    @Test
    void aTestIsPlannedWithWhatCameOrWithWhatIsExpected() {
        String plan = rotating().address() + "/plan";
        Guest owner = owner(split.trail().stage());
        assertThat(owner.get(rotating().address()).body()).contains("There is no rate to go by yet");
        assertThat(Jsoup.parse(owner.get(plan).body()).select("section[aria-label=What follows]"))
                .isEmpty();
        past.days(split, 1, 8, 10, 30);
        Document filled = Jsoup.parse(owner.get(plan).body());
        assertThat(filled.select("#rate").val()).isEqualTo("33.33");
        assertThat(filled.select("#daily").val()).isEqualTo("120");
        assertThat(filled.text()).contains("36.66 instead of 33.33 %: about", "In 28 days, ");
        String typed = plan + "?rate=%s&daily=%s&variants=%s&difference=%s&days=%s";
        assertThat(owner.get(typed.formatted("5", "2", "2", "5", "28")).body())
                .contains("5.25 instead of 5.00 %: over ten years", "not even a rate twice as high");
        assertThat(owner.get(typed.formatted("60", "1000", "2", "100", "28")).body())
                .contains("No rate can be that high");
        Document wrong = Jsoup.parse(
                owner.get(typed.formatted("many", "0", "21", "-3", "4000")).body());
        assertThat(wrong.text())
                .contains(
                        "“many” is no rate",
                        "“0” is no number of visitors",
                        "“21” is no number of variants",
                        "“-3” is no difference",
                        "“4000” is no number of days. Write a whole number from 1 to 3,650.");
        assertThat(wrong.select("#rate").val()).isEqualTo("many");
        assertThat(owner(scenario.empty()).get(plan).statusCode()).isEqualTo(404);
    }
}
