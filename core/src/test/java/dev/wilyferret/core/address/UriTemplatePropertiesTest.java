package dev.wilyferret.core.address;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.text.Refusal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.statistics.Statistics;

/** What holds for every template, whatever it is made of and whatever fills it. */
class UriTemplatePropertiesTest {

    private static final String UNRESERVED = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-._~";

    /** Scheme, host and port are those that were typed, or the template is refused. */
    @Property
    void noFillingChangesTheHost(
            @ForAll("origins") String origin,
            @ForAll("anything") List<String> parts,
            @ForAll("fills") Map<String, String> fills) {
        String typed = origin + String.join("", parts);
        UriTemplate template;
        try {
            template = UriTemplate.parseWeb(typed);
        } catch (Refusal refused) {
            Statistics.label("taken").collect(false);
            return;
        }
        Statistics.label("taken")
                .collect(true)
                .coverage(coverage -> coverage.check(true).percentage(share -> share > 20));
        // Scheme, host and port end with the first sign that begins something else, or a place.
        assertThat(new WebAddress(template.address(fills)).origin())
                .isEqualTo(typed.replaceFirst("(//[^/?#{]*).*", "$1"));
    }

    /** One sign of the query; the order of RFC 6570, and nothing lost or told twice. */
    @Property
    void anAddressCarriesWhatIsFilledOnceAndInOrder(
            @ForAll("queries") List<Piece> pieces, @ForAll("fills") Map<String, String> fills) {
        String typed = String.join("", pieces.stream().map(Piece::typed).toList());
        List<String> expected = new ArrayList<>();
        pieces.forEach(piece -> piece.carries(fills).forEach(expected::add));
        String address = UriTemplate.parseWeb("https://shop.example/r" + typed).address(fills);
        String query = address.substring("https://shop.example/r".length());
        assertThat(query.isEmpty() ? List.of() : List.of(query.substring(1).split("&", -1)))
                .as("%s with %s is %s", typed, fills, address)
                .isEqualTo(expected);
        assertThat(query).matches("(\\?.*)?");
    }

    /** A piece of a query: written out, or with places. */
    private sealed interface Piece {

        String typed();

        /** Its parameters, as a server is to read them. */
        List<String> carries(Map<String, String> fills);

        /** @param sign {@code ?} or {@code &} */
        record Written(char sign, String pair) implements Piece {
            @Override
            public String typed() {
                return sign + pair;
            }

            @Override
            public List<String> carries(Map<String, String> fills) {
                return List.of(pair);
            }
        }

        record Places(char sign, List<Place> places) implements Piece {
            @Override
            public String typed() {
                return "{" + sign
                        + String.join(",", places.stream().map(Place::typed).toList()) + "}";
            }

            @Override
            public List<String> carries(Map<String, String> fills) {
                return places.stream()
                        .filter(place -> fills.containsKey(place.name))
                        .map(place -> place.name + "=" + encoded(place.cut(fills.get(place.name))))
                        .toList();
            }
        }
    }

    /** @param letters how many are taken */
    private record Place(String name, Optional<Integer> letters) {

        String typed() {
            return name + letters.map(number -> ":" + number).orElse("");
        }

        String cut(String value) {
            int[] all = value.codePoints().toArray();
            return new String(all, 0, Math.min(all.length, letters.orElse(all.length)));
        }
    }

    private static String encoded(String value) {
        StringBuilder out = new StringBuilder();
        for (byte one : value.getBytes(StandardCharsets.UTF_8)) {
            char sign = (char) (one & 0xFF);
            out.append(UNRESERVED.indexOf(sign) >= 0 ? String.valueOf(sign) : "%%%02X".formatted(one & 0xFF));
        }
        return out.toString();
    }

    @Provide
    Arbitrary<List<Piece>> queries() {
        Arbitrary<Place> place = Combinators.combine(
                        Arbitraries.of("a", "b", "c", "d"),
                        Arbitraries.integers().between(1, 4).optional(0.3))
                .as(Place::new);
        Arbitrary<List<Place>> some = place.list().ofMinSize(1).ofMaxSize(3);
        Arbitrary<Piece> begins = Arbitraries.oneOf(
                some.map(places -> new Piece.Places('?', places)),
                Arbitraries.of(new Piece.Written('?', "x=1"), new Piece.Written('?', "q=why?")));
        Arbitrary<Piece> goesOn = Arbitraries.oneOf(
                some.map(places -> new Piece.Places('?', places)),
                some.map(places -> new Piece.Places('&', places)),
                Arbitraries.of(new Piece.Written('&', "y=2"), new Piece.Written('&', "z=a?b")));
        return Combinators.combine(begins, goesOn.list().ofMaxSize(5)).as((first, others) -> {
            List<Piece> all = new ArrayList<>(List.of(first));
            all.addAll(others);
            return all;
        });
    }

    @Provide
    Arbitrary<String> origins() {
        return Arbitraries.of(
                "https://shop.example", "http://shop.example:8443", "https://192.0.2.7", "https://[2001:db8::1]");
    }

    @Provide
    Arbitrary<List<String>> anything() {
        return Arbitraries.of(
                        "/",
                        "?",
                        "#",
                        "&",
                        "/go",
                        ".evil.test",
                        "@evil.test",
                        ":9",
                        "\\evil.test",
                        "x=1",
                        "//evil.test",
                        "{a}",
                        "{+a}",
                        "{#a}",
                        "{.a}",
                        "{/a,b}",
                        "{;a}",
                        "{?a,c}",
                        "{&b}",
                        "{+a:2}",
                        "{/b*}",
                        "{c:1}")
                .list()
                .ofMaxSize(6);
    }

    @Provide
    Arbitrary<Map<String, String>> fills() {
        return Arbitraries.maps(
                        Arbitraries.of("a", "b", "c", "d"),
                        Arbitraries.oneOf(
                                Arbitraries.of(
                                        "",
                                        "evil.test",
                                        ".evil.test",
                                        "@evil.test/",
                                        "//evil.test",
                                        ":9/",
                                        "\\evil.test",
                                        "a&b=c?d#e"),
                                Arbitraries.strings().ofMaxLength(5)))
                .ofMaxSize(4);
    }
}
