package dev.wilyferret.core.address;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.address.Query.Parameter;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AddressPartsTest {

    @Test
    void anAddressIsTakenApart() {
        assertThat(AddressParts.of("https://shop.example:8443/buy/x?a=1&b&c=%20d=e&&=f#top?q=1"))
                .isEqualTo(new AddressParts(
                        "https://shop.example:8443",
                        "/buy/x",
                        List.of(
                                new Parameter("a", "1"),
                                new Parameter("b", ""),
                                new Parameter("c", " d=e"),
                                new Parameter("", "f")),
                        "top?q=1"));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            https://shop.example     | https://shop.example | ''   | 0 | ''
            https://shop.example?a=1 | https://shop.example | ''   | 1 | ''
            /go/autumn               | ''                   | /go/autumn | 0 | ''
            /go?                     | ''                   | /go  | 0 | ''
            /go#                     | ''                   | /go  | 0 | ''
            /go#a?b=1                | ''                   | /go  | 0 | a?b=1
            ?a=1&b=2                 | ''                   | ''   | 2 | ''
            #top                     | ''                   | ''   | 0 | top
            """)
    void whatIsNotThereIsEmpty(String address, String origin, String path, int parameters, String fragment) {
        AddressParts parts = AddressParts.of(address);
        assertThat(parts.origin()).isEqualTo(origin);
        assertThat(parts.path()).isEqualTo(path);
        assertThat(parts.parameters()).hasSize(parameters);
        assertThat(parts.fragment()).isEqualTo(fragment);
    }
}
