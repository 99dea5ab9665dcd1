package dev.wilyferret.core.source;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Collections;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SourceTest {

    private static Source with(Token... tokens) {
        return new Source("Plumage", "plumage", "paid-social", List.of(tokens), new Cost.Nothing());
    }

    @Test
    void handsOutItsTokensAsThePlatformLooksForThem() {
        Source source = with(new Token("ad", "{ad.id}", "4711"), new Token("kw", "%keyword%", "grow & eat"));
        assertThat(source.handedOut("https://go.example/go/x"))
                .isEqualTo("https://go.example/go/x?ad={ad.id}&kw=%keyword%");
        assertThat(source.sample("https://go.example/go/x"))
                .isEqualTo("https://go.example/go/x?ad=4711&kw=grow%20%26%20eat");
        assertThat(source.parameters()).containsExactlyInAnyOrder("ad", "kw");
        assertThat(with().handedOut("/go/x")).isEqualTo("/go/x");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            ad         | {ad id}  | cannot stand in an address
            ad         | {a}&b    | cannot stand in an address
            ad         | {a}#b    | cannot stand in an address
            ad         | ''       | cannot stand in an address
            utm_source | {s}      | is in use already
            d          | {s}      | is in use already
            a=b        | {s}      | is no name for a tag
            """)
    void aTokenThatWouldBreakTheAddressIsRefused(String parameter, String token, String message) {
        assertThatThrownBy(() -> new Token(parameter, token, "")).hasMessageContaining(message);
    }

    @Test
    void eachParameterIsFilledOnceAndThereAreNotTooMany() {
        Token token = new Token("ad", "{ad}", "1");
        assertThatThrownBy(() -> with(token, token)).hasMessageContaining("Two tokens are passed as ad");
        List<Token> many = IntStream.range(0, 21)
                .mapToObj(i -> new Token("p" + i, "{p}", ""))
                .toList();
        assertThatThrownBy(() -> new Source("a", "a", "b", many, new Cost.Nothing()))
                .hasMessageContaining("21 tokens; at most 20 fit");
        assertThatThrownBy(() -> new Source("", "a", "b", Collections.emptyList(), new Cost.Nothing()))
                .hasMessageContaining("The name is empty");
    }
}
