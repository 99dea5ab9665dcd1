package dev.wilyferret.core.people;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class AddressesInTest {

    @ParameterizedTest
    @ValueSource(
            strings = {
                "ines.okafor+news@kelderhoek.example",
                "buyer=Ines.Okafor%2Bnews%40kelderhoek.example&x=50%",
                "%zz=1&b=ines%2Eokafor%2bnews%40Kelderhoek%2Eexample",
                "b=ines.okafor%252Bnews%2540kelderhoek.example",
                "b=%25252569nes.okafor%2525252Bnews%25252540kelderhoek.example",
                "to:<ines.okafor+news@kelderhoek.example>.",
                "“ines.okafor+news@kelderhoek.example”",
                "'ines.okafor+news@kelderhoek.example'",
                "a@b.example,ines.okafor+news@kelderhoek.example;c@d.example"
            })
    void anAddressIsSeenHoweverItIsWritten(String text) {
        assertThat(AddressesIn.text(text)).contains("ines.okafor+news@kelderhoek.example");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "@",
                "ines.okafor+news kelderhoek.example",
                "mines.okafor+news@kelderhoek.example",
                "ines.okafor+news@kelderhoek.example.org",
                "ines.okafor+news@kelderhoek",
                "kelderhoek.example@ines.okafor+news"
            })
    void anotherOneIsNotTakenForIt(String text) {
        assertThat(AddressesIn.text(text)).doesNotContain("ines.okafor+news@kelderhoek.example");
    }

    @ParameterizedTest
    @ValueSource(strings = {"a@käse.example", "a%40k%C3%A4se.example", "a@xn--kse-qla.example", "A@KÄSE.example"})
    void aDomainIsTheSameInItsOwnLettersAndInAscii(String text) {
        assertThat(AddressesIn.text(text)).contains("a@xn--kse-qla.example");
    }
}
