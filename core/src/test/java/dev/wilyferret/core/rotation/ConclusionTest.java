package dev.wilyferret.core.rotation;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.evidence.Planner;
import dev.wilyferret.core.id.VariantId;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Each conclusion as it is said. */
class ConclusionTest {

    private static final VariantId FILM = new VariantId(new UUID(1, 1));

    private static String said(Conclusion conclusion) {
        return conclusion.said(id -> id.equals(FILM) ? "Film" : "?", Optional.empty());
    }

    private static Stream<Arguments> all() {
        return Stream.of(
                Arguments.of(
                        new Conclusion.Alone(),
                        "Visitors are drawn for one variant only, so there is nothing to compare."),
                Arguments.of(new Conclusion.NobodyRipe(0), "Nobody was drawn since the shares are what they are."),
                Arguments.of(
                        new Conclusion.NobodyRipe(1),
                        "1 visitor was drawn, none of them counts yet: a day’s visitors enter once the day is over and they had time to reach the goal."),
                Arguments.of(
                        new Conclusion.NobodyRipe(1_234),
                        "1,234 visitors were drawn, none of them counts yet: a day’s visitors enter once the day is over and they had time to reach the goal."),
                Arguments.of(
                        new Conclusion.Uneven(FILM, 0.123, 0.04),
                        "No advice until this is explained: 12.3 % of those drawn for “Film” never got there, of the others 4.0 %."),
                Arguments.of(new Conclusion.Better(FILM), "“Film” is better."),
                Arguments.of(
                        new Conclusion.TooFew(7),
                        "Keep going: 7 reached the goal so far; below 10 nothing can be said."),
                Arguments.of(new Conclusion.NoDifference(), "No difference worth having: take whichever you like."),
                Arguments.of(
                        new Conclusion.Safe(FILM, 0.00123),
                        "Safe to take “Film”, not proven better: if it is wrong, it costs 0.12 points in the mean."),
                Arguments.of(
                        new Conclusion.KeepGoing(Optional.empty()),
                        "At this pace a difference worth having would not be found in ten years: bring more visitors, or try something bolder."),
                Arguments.of(
                        new Conclusion.OnlyProbable(FILM, 0.968),
                        "“Film” brings most with a chance of 97 %. That is no proof; of money none is said. The goal “bought” can prove more sales."));
    }

    @ParameterizedTest
    @MethodSource("all")
    void itIsSaidAsASentence(Conclusion conclusion, String sentence) {
        assertThat(said(conclusion)).isEqualTo(sentence);
    }

    @Test
    void whatMoneyCostsIsSaidAVisitor() {
        assertThat(new Conclusion.Safe(FILM, 3.2)
                        .said(id -> "Film", Optional.<Function<Double, String>>of(loss -> "€ " + loss / 100)))
                .isEqualTo(
                        "Safe to take “Film”, not proven better: if it is wrong, it costs € 0.032 a visitor in the mean.");
    }

    /** Two digits of how many more; the rest would be made up. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            7      | 1  | Keep going: about 7 more visitors each, 1 day at this pace.
            99     | 2  | Keep going: about 99 more visitors each, 2 days at this pace.
            100    | 3  | Keep going: about 100 more visitors each, 3 days at this pace.
            104    | 3  | Keep going: about 100 more visitors each, 3 days at this pace.
            995    | 3  | Keep going: about 1,000 more visitors each, 3 days at this pace.
            1_249  | 12 | Keep going: about 1,200 more visitors each, 12 days at this pace.
            98_765 | 90 | Keep going: about 99,000 more visitors each, 90 days at this pace.
            """)
    void howMuchMoreIsSaidInTwoDigits(String visitors, int days, String sentence) {
        assertThat(said(new Conclusion.KeepGoing(
                        Optional.of(new Planner(Long.parseLong(visitors.replace("_", "")), days)))))
                .isEqualTo(sentence);
    }
}
