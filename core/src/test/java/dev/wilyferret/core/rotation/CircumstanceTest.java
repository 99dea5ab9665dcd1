package dev.wilyferret.core.rotation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.rotation.Circumstance.Facts;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.visit.Device;
import java.time.DayOfWeek;
import java.time.ZonedDateTime;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class CircumstanceTest {

    /** 27 November 2026 is a Friday. */
    private static Facts at(int hour) {
        return new Facts(
                "AT",
                Device.PHONE,
                "de-AT",
                Optional.of(new Tags("plumage", "paid-social", "balcony", "", "video-1")),
                ZonedDateTime.parse("2026-11-27T%02d:30:00+01:00[Europe/Vienna]".formatted(hour)),
                true);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "from AT,DE | true | come from Austria or Germany",
                "from at | true | come from Austria",
                "from DE | false | come from Germany",
                "on phone, tablet | true | read on a phone or tablet",
                "on COMPUTER | false | read on a computer",
                "speaking de | true | read German",
                "speaking de-at | true | read German (Austria)",
                "speaking d | refused | is no language",
                "speaking del | false | read Delaware",
                "speaking de-a | refused | is no language",
                "speaking pt,en | false | read English or Portuguese",
                "tagged SOURCE plumage | true | come by a link with the source “plumage”",
                "tagged content video-1,video-2 | true | come by a link with the content “video-1” or “video-2”",
                "tagged content \"video-1, long\",video-2 | false | come by a link with the content “video-1, long” or “video-2”",
                "tagged content \"video-1\" | true | come by a link with the content “video-1”",
                "tagged content \"a \"\"b\"\", c\" | false | come by a link with the content “a \"b\", c”",
                "tagged content \"open,video-1 | true | come by a link with the content “\"open” or “video-1”",
                "from XK | false | come from Kosovo",
                "tagged TERM plumage | false | come by a link with the term “plumage”",
                "at 18 24 | true | come between 18 and 24 o’clock",
                "at 9 17 | false | come between 9 and 17 o’clock",
                "at 18 24 friday | true | come between 18 and 24 o’clock on Friday",
                "at 18 24 monday,saturday | false | come between 18 and 24 o’clock on Monday, Saturday",
                "at 22 4 | false | come between 22 and 4 o’clock",
                "returning true | true | were here before",
                "returning false | false | are here for the first time",
                "'from AT\non phone' | true | come from Austria and read on a phone",
                "'from AT\non computer' | false | come from Austria and read on a computer",
                "'from AT\nfrom AT' | refused | asked of the branch already",
                "'from AT\nfrom DE\nfrom CH\nfrom IT\nfrom FR\nfrom ES\nfrom PT' | refused | At most 6 things",
                "'from AT\ncrawler true' | refused | Choose what is to be so",
                "from AUSTRIA | refused | is no country",
                "from | refused | Write one to 40 values",
                "on toaster | refused | is no device",
                "tagged gclid x | refused | is no tag",
                "at 9 9 | refused | is no time of day",
                "at nine 17 | refused | is no hour",
                "at 9 17 someday | refused | is no day",
                "crawler true | refused | Choose what is to be so",
                "network 192.0.2.0/24 | refused | Choose what is to be so",
                "parameter gclid | refused | Choose what is to be so",
            })
    void holdsSaysAndRefuses(String text, String holds, String said) {
        if (holds.equals("refused")) {
            assertThatThrownBy(() -> Circumstance.read(text))
                    .isInstanceOf(Refusal.class)
                    .hasMessageContaining(said);
            return;
        }
        Circumstance when = Circumstance.read(text);
        assertThat(when.holds(at(20))).isEqualTo(Boolean.parseBoolean(holds));
        assertThat(when.said()).isEqualTo(said);
        assertThat(Circumstance.read(when.text())).isEqualTo(when);
    }

    /** A language is a whole word of what a browser says: "de" is not the beginning of "del". */
    @ParameterizedTest
    @CsvSource({
        "de, de, true",
        "de, DE-ch, true",
        "de, del, false",
        "del, de, false",
        "de-at, de, false",
        "de-at, de-atx, false",
        "de, '', false"
    })
    void aLanguageIsAWholeWord(String asked, String spoken, boolean holds) {
        Facts facts = at(12);
        assertThat(new Circumstance.Speaking(Set.of(asked))
                        .holds(new Facts(
                                facts.country(), facts.device(), spoken, facts.tags(), facts.at(), facts.returning())))
                .isEqualTo(holds);
    }

    /** Every hour of a week, against the hours written out: from the first, one after the other, up to the one before the last. */
    @Property
    void hoursHoldAsWhenTheyAreWrittenOut(
            @ForAll @IntRange(max = 23) int from,
            @ForAll @IntRange(min = 1, max = 24) int until,
            @ForAll boolean some) {
        Assume.that(from != until && !(from == 0 && until == 24));
        Set<DayOfWeek> days = some ? Set.of(DayOfWeek.MONDAY, DayOfWeek.SUNDAY) : Set.of();
        Circumstance when = new Circumstance.At(days, from, until);
        ZonedDateTime monday = ZonedDateTime.parse("2026-11-23T00:59:59Z");
        Set<Integer> held = new TreeSet<>();
        for (int day = 0; day < 7; day++) {
            if (days.isEmpty() || days.contains(DayOfWeek.of(day + 1))) {
                for (int hour = from; hour % 24 != until % 24; hour++) {
                    held.add((day * 24 + hour) % 168);
                }
            }
        }
        for (int hour = 0; hour < 168; hour++) {
            Facts facts = at(12);
            assertThat(when.holds(new Facts(
                            facts.country(),
                            facts.device(),
                            facts.language(),
                            facts.tags(),
                            monday.plusHours(hour),
                            facts.returning())))
                    .as("%d to %d, hour %d", from, until, hour)
                    .isEqualTo(held.contains(hour));
        }
    }

    /** Over midnight the day is that on which the hours begin. */
    @ParameterizedTest
    @ValueSource(ints = {22, 23, 0, 3})
    void hoursMayGoOverMidnight(int hour) {
        String begins = hour < 12 ? "thursday" : "friday";
        String other = hour < 12 ? "friday" : "thursday";
        assertThat(Circumstance.read("at 22 4 " + begins).holds(at(hour))).isTrue();
        assertThat(Circumstance.read("at 22 4 " + other).holds(at(hour))).isFalse();
    }
}
