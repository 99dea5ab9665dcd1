package dev.wilyferret.core.address;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.text.Refusal;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OwnHostTest {

    @ParameterizedTest
    @CsvSource({
        "go.growbench.example, go.growbench.example",
        "GO.Growbench.EXAMPLE, go.growbench.example",
        "growbench.example., growbench.example",
        "pilze.straße.example, pilze.xn--strae-oqa.example",
        "キノコ.example, xn--nckm4f.example",
        "xn--nckm4f.example, xn--nckm4f.example",
        "a-b.c-d.example, a-b.c-d.example"
    })
    void aNameIsKeptAsRequestsNameIt(String typed, String kept) {
        assertThat(new OwnHost(typed).name()).isEqualTo(kept);
        assertThat(new OwnHost(kept)).isEqualTo(new OwnHost(typed));
    }

    @ParameterizedTest
    @CsvSource({
        "https://go.growbench.example, begins with a scheme. Type the name alone; for example go.growbench.example.",
        "HTTP://Go.Growbench.example/x, for example go.growbench.example.",
        "://go.growbench.example, begins with a scheme. Type the name alone; for example go.growbench.example.",
        "https:///x, for example go.growbench.example.",
        "/start, has a path behind the name. Type the name alone; for example go.growbench.example.",
        "?x=1, has a path behind the name",
        "#x, has a path behind the name",
        "@growbench.example, is a mail address",
        ":8080, has a port",
        "go.growbench.example/start, has a path behind the name",
        "go.growbench.example?x=1, has a path behind the name",
        "go.growbench.example#x, has a path behind the name",
        "go.growbench.example:8080, has a port",
        "mara@growbench.example, is a mail address",
        "192.0.2.7, is a network address",
        "2001:db8::7, is a network address",
        "[2001:db8::7], is a network address",
        "localhost, has no dot",
        "growbench, has no dot",
        "'', is empty",
        "go..example, a dot too many",
        ".example, a dot too many",
        "-go.example, hyphen where none may be",
        "go_there.example, sign that no host has",
        "go there.example, sign that no host has",
        "*.growbench.example, sign that no host has",
        "1.2.3, is no name",
        "aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa.example, more than 63 characters"
    })
    void moreThanANameIsRefusedWithWhatToDo(String typed, String why) {
        for (String part : why.split("; ")) {
            assertThatThrownBy(() -> new OwnHost(typed))
                    .isInstanceOf(Refusal.class)
                    .hasMessageContaining(part);
        }
    }

    @ParameterizedTest
    @CsvSource({"xn--nckm4f.example, キノコ.example", "go.growbench.example, go.growbench.example"})
    void peopleReadItInItsOwnLetters(String name, String read) {
        assertThat(new OwnHost(name).readable()).isEqualTo(read);
    }

    /** 253 letters with their dots: three labels of 63, one of 61. */
    @Test
    void aNameHasAtMostTwoHundredAndFiftyThreeLetters() {
        String three = ("a".repeat(63) + ".").repeat(3);
        assertThat(new OwnHost(three + "b".repeat(61)).name()).hasSize(253);
        assertThatThrownBy(() -> new OwnHost(three + "b".repeat(62))).hasMessageContaining("more than 253");
    }

    @Test
    void theyStandInTheOrderOfTheirNames() {
        OwnHost first = new OwnHost("a.example");
        OwnHost second = new OwnHost("b.example");
        assertThat(first).isLessThan(second).isEqualByComparingTo(new OwnHost("A.example."));
        assertThat(second).isGreaterThan(first).hasToString("b.example");
    }
}
