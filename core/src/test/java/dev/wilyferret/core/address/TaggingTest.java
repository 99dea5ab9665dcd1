package dev.wilyferret.core.address;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.net.URI;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;
import org.junit.jupiter.params.provider.CsvSource;

/** The rules stand in docs/addresses.md; each has its property here. */
class TaggingTest {

    private static final Map<String, String> TWO = map("src", "plumage", "cmp", "a&b");

    private static Map<String, String> map(String... pairs) {
        Map<String, String> map = new LinkedHashMap<>();
        for (int i = 0; i < pairs.length; i += 2) {
            map.put(pairs[i], pairs[i + 1]);
        }
        return map;
    }

    private static String tagged(String address, Map<String, String> parameters) {
        return Tagging.of(address, parameters).address();
    }

    @ParameterizedTest
    @CsvFileSource(resources = "/awkward-addresses.txt", delimiter = '|', quoteCharacter = '\u0001')
    void anAwkwardAddressIsSentAsTheStandardsSay(String typed, String sent) {
        String address = typed.translateEscapes();
        if (sent.startsWith("http")) {
            assertThat(tagged(new WebAddress(address).text(), TWO)).isEqualTo(sent);
        } else {
            assertThatThrownBy(() -> new WebAddress(address)).hasMessageContaining(sent);
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            /?q=why?        | /?q=why?&src=plumage
            /?q=a?b         | /?q=a?b&src=plumage
            /??             | /??&src=plumage
            /?              | /?src=plumage
            /?a=1&          | /?a=1&src=plumage
            /?q=why?#top?   | /?q=why?&src=plumage#top?
            /?q=why?&src=x? | /?q=why?&src=plumage
            """)
    void aQuestionMarkInAQueryBeginsNone(String address, String sent) {
        assertThat(tagged(address, Map.of("src", "plumage"))).isEqualTo(sent);
        assertThat(tagged(sent, Map.of("src", "plumage"))).as("once more").isEqualTo(sent);
    }

    @Test
    void saysWhatTookThePlaceOfWhat() {
        assertThat(Tagging.of("/p?src=my%20own&cmp=&z=1", TWO).replaced()).containsExactly(Map.entry("src", "my own"));
        assertThat(Tagging.of("/p?src=plumage", TWO).replaced()).isEmpty();
    }

    @Provide
    Arbitrary<String> addresses() {
        Arbitrary<String> path = Arbitraries.of("/", "/p", "/p/src=1", "https://a.example", "https://a.example/x%20y");
        Arbitrary<String> part = Arbitraries.of(
                "",
                "a",
                "src",
                "src=",
                "src=x",
                "s%72c=y",
                "cmp=a%26b",
                "z=1",
                "z=2&z=3",
                "q=a+b",
                "%",
                "=",
                "ü=ö",
                "q=why?",
                "?",
                "q=a?b",
                "src?",
                "src=?");
        Arbitrary<String> query = part.list().ofMaxSize(5).map(all -> String.join("&", all));
        Arbitrary<String> fragment = Arbitraries.of("", "#", "#top", "#a?src=1&b", "#x#y");
        return Combinators.combine(path, query.optional(0.8), fragment)
                .as((begin, middle, end) ->
                        begin + middle.map(some -> "?" + some).orElse("") + end);
    }

    @Provide
    Arbitrary<Map<String, String>> tags() {
        return Arbitraries.maps(Arbitraries.of("src", "cmp", "own.1", "z"), texts())
                .ofMaxSize(4);
    }

    /** Text as there can be: no halves of letters. */
    @Provide
    Arbitrary<String> texts() {
        return Arbitraries.strings()
                .ofMaxLength(14)
                .filter(text -> text.codePoints()
                        .noneMatch(point -> point >= Character.MIN_SURROGATE && point <= Character.MAX_SURROGATE));
    }

    /** Names and values of a query, in their order. */
    private static List<Map.Entry<String, String>> query(String address) {
        String before = address.split("#", 2)[0];
        int mark = before.indexOf('?');
        return mark < 0
                ? List.of()
                : Arrays.stream(before.substring(mark + 1).split("&", -1))
                        .filter(part -> !part.isEmpty())
                        .map(part -> part.split("=", 2))
                        .map(pair -> Map.entry(Query.decoded(pair[0]), pair.length < 2 ? "" : Query.decoded(pair[1])))
                        .toList();
    }

    private static String fragment(String address) {
        return address.indexOf('#') < 0 ? "" : address.substring(address.indexOf('#'));
    }

    @Property(tries = 300)
    void taggingTwiceChangesNothing(@ForAll("addresses") String address, @ForAll("tags") Map<String, String> tags) {
        String once = tagged(address, tags);
        assertThat(tagged(once, tags)).isEqualTo(once);
        assertThat(Tagging.of(once, tags).replaced()).isEmpty();
    }

    @Property(tries = 300)
    void whatStandsThereStaysInItsOrder(@ForAll("addresses") String address, @ForAll("tags") Map<String, String> tags) {
        String sent = tagged(address, tags);
        assertThat(sent).startsWith(address.split("[?#]", 2)[0]);
        assertThat(fragment(sent)).isEqualTo(fragment(address));
        assertThat(query(sent).stream().filter(one -> !tags.containsKey(one.getKey())))
                .containsExactlyElementsOf(query(address).stream()
                        .filter(one -> !tags.containsKey(one.getKey()))
                        .toList());
    }

    @Property(tries = 300)
    void eachTagStandsOnceWithTheLinksOwnValue(
            @ForAll("addresses") String address, @ForAll("tags") Map<String, String> tags) {
        Map<String, List<String>> sent = query(tagged(address, tags)).stream()
                .collect(Collectors.groupingBy(
                        Map.Entry::getKey, Collectors.mapping(Map.Entry::getValue, Collectors.toList())));
        tags.forEach((name, value) -> {
            if (!value.isEmpty()) {
                assertThat(sent.get(name)).containsExactly(value);
            }
        });
    }

    @Property(tries = 300)
    void anEmptyTagIsLeftOut(@ForAll("addresses") String address) {
        assertThat(tagged(address, map("own", "", "src", ""))).isEqualTo(address);
    }

    @Property(tries = 300)
    void whateverAValueHoldsItIsEncodedOnce(@ForAll("texts") String value) {
        String sent = tagged("/p#end", map("t", value));
        assertThat(URI.create(sent).getRawFragment()).isEqualTo("end");
        assertThat(query(sent)).isEqualTo(value.isEmpty() ? List.of() : List.of(Map.entry("t", value)));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            spring%20sale | spring sale
            gr%C3%B6%C3%9Fe | größe
            100%25        | 100%
            100%          | 100%
            50%off        | 50%off
            %FF           | %FF
            %0A           | %0A
            a+b           | a+b
            größe%20x     | größe x
            """)
    void aValuePastedInItsEncodedFormIsRead(String typed, String value) {
        assertThat(Tagging.read(typed)).isEqualTo(value);
        assertThat(Tagging.read(Tagging.typed(value))).isEqualTo(value);
    }

    @Property(tries = 300)
    void aValueIsShownSoThatItIsReadAgain(@ForAll("texts") String value) {
        assertThat(Tagging.read(Tagging.typed(value))).isEqualTo(value);
    }
}
