package dev.wilyferret.core.offer;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Names and values of affiliate links, by the usage of the trade. */
class PartNameTest {

    /** What would be sent as it stands if it were not seen that it only stands in for something. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "-",
                "{x}",
                "[x]",
                "<x>",
                "|x|",
                "*x*",
                "7{",
                "%7%",
                "#7#",
                "$7$",
                "_7_",
                "__7__",
                "aff",
                "ref",
                "AFF_ID",
                "sub1",
                "YOUR_ID",
                "my-id",
                "xx",
                "XXXX",
                "value",
                "id-here",
                "sample7",
                "insert id",
                "puthere"
            })
    void aSampleIsSeen(String value) {
        assertThat(PartName.isSample(value)).isTrue();
    }

    /** What somebody wrote and means. A single letter is a value, though some name their partner id so. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "7",
                "77ab",
                "a",
                "spring",
                "growbench",
                "%7",
                "7%",
                "%7#",
                "_7",
                "7_",
                "$77",
                "#1",
                "x",
                "a-7",
                "abc",
                "-7-"
            })
    void whatIsMeantIsNoSample(String value) {
        assertThat(PartName.isSample(value)).isFalse();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"sub", "sub1", "s1", "s12", "clickid", "click_ref", "aff_sub2", "tid", "tracking-code", "my_sid"
            })
    void aSubIdIsKnownByItsName(String name) {
        assertThat(PartName.isSubId(name)).isTrue();
    }

    @ParameterizedTest
    @ValueSource(strings = {"s", "aff", "sub123", "lang", "id", "subject", "source", "clicks"})
    void whatIsNamedOtherwiseIsNone(String name) {
        assertThat(PartName.isSubId(name)).isFalse();
    }
}
