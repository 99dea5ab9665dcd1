package dev.wilyferret.core.offer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.offer.Cap.Counted;
import dev.wilyferret.core.text.Refusal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What an offer takes in a day, and what is said where it takes no more. */
class CapTest {

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 999_999, 1_000_000})
    void aCapIsFromOneToAMillion(int most) {
        assertThat(Cap.read(" " + most + " ", Counted.CONVERSIONS)).contains(new Cap(Counted.CONVERSIONS, most));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            0          | A cap of 0 is not from 1 to 1,000,000
            -1         | A cap of -1 is not from 1 to 1,000,000
            1000001    | A cap of 1,000,001 is not from 1 to 1,000,000
            999999999  | A cap of 999,999,999 is not from 1 to 1,000,000
            1000000000 | “1000000000” is no cap. Write a whole number
            1.5        | “1.5” is no cap. Write a whole number
            fifty      | “fifty” is no cap. Write a whole number
            ١٢         | “١٢” is no cap. Write a whole number
            """)
    void whatIsNoCapIsSaid(String typed, String message) {
        assertThatThrownBy(() -> Cap.read(typed, Counted.CLICKS))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(message);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", " ", "\t\n"})
    void nothingTypedIsNoCap(String typed) {
        assertThat(Cap.read(typed, Counted.CLICKS)).isEqualTo(Optional.empty());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            CLICKS      | 1       | 1 click
            CLICKS      | 2       | 2 clicks
            CLICKS      | 12000   | 12,000 clicks
            CONVERSIONS | 1       | 1 conversion
            CONVERSIONS | 1000000 | 1,000,000 conversions
            """)
    void itIsReadAsItIsSaid(Counted counted, int most, String words) {
        assertThat(new Cap(counted, most).words()).isEqualTo(words);
    }

    @Test
    void whyAnOfferTakesNoMoreIsSaid() {
        Closing full = new Closing.Full(LocalDate.of(2026, 3, 29));
        assertThat(full.brief()).isEqualTo("full today");
        assertThat(full.words()).isEqualTo("is full for 2026-03-29");
        Closing failing = new Closing.Failing(Instant.EPOCH, "it answers 404");
        assertThat(failing.brief()).isEqualTo("does not answer");
        assertThat(failing.words()).isEqualTo("fails: it answers 404");
    }
}
