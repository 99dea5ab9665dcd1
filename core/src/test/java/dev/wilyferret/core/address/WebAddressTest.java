package dev.wilyferret.core.address;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.text.Refusal;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WebAddressTest {

    @Test
    void knowsItsOrigin() {
        assertThat(new WebAddress("HTTPS://Shop.Example:8443/buy?x=1").origin()).isEqualTo("https://shop.example:8443");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            javascript:alert(1)        | starts with "javascript:"
            data:text/html,x           | starts with "data:"
            file:///etc/passwd         | starts with "file:"
            shop.example               | has no scheme
            https://a b.example        | cannot be read at position 10
            https://u@shop.example     | user name
            """)
    void saysWhyAnAddressIsRefused(String typed, String message) {
        assertThatThrownBy(() -> new WebAddress(typed))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(message);
    }
}
