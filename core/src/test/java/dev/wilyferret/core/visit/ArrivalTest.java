package dev.wilyferret.core.visit;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.address.NetworkKey;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is kept of a request: enough, and never more than can be kept. */
class ArrivalTest {

    @Test
    void parametersStandAsTheyArrived() {
        Parameters passed = new Parameters("utm_source=plumage&sub1=a%2Fb&sub1=later&empty=&flag&email=i%40k.example");
        assertThat(passed.query()).isEqualTo("utm_source=plumage&sub1=a%2Fb&sub1=later&empty=&flag");
        assertThat(passed.values()).containsEntry("sub1", "a/b");
        assertThat(passed.values()).containsEntry("empty", "");
        assertThat(passed.values()).containsEntry("flag", "");
        assertThat(passed.values().keySet()).containsExactly("utm_source", "sub1", "empty", "flag");
    }

    @Test
    void parametersAreBoundedInNumberLengthAndSum() {
        String many = IntStream.range(0, 60).mapToObj(i -> "p" + i + "=1").collect(Collectors.joining("&"));
        assertThat(new Parameters(many).values()).hasSize(40).containsKey("p39").doesNotContainKey("p40");
        String cut = new Parameters("long=" + "%C3%A4".repeat(600)).values().get("long");
        assertThat(cut).isEqualTo("\u00e4".repeat(512));
        assertThat(new Parameters("pair=" + "x".repeat(511) + "%F0%9F%8D%84")
                        .values()
                        .get("pair"))
                .hasSize(511);
        String heavy = IntStream.range(0, 20)
                .mapToObj(i -> "p" + i + "=" + "x".repeat(500))
                .collect(Collectors.joining("&"));
        assertThat(new Parameters(heavy).query()).hasSizeBetween(3500, 4096);
        assertThat(new Parameters(heavy + "&last=1").values())
                .as("a small one after one that does not fit")
                .containsEntry("last", "1");
    }

    /** Exactly what fits stands as it came; one letter more does not. */
    @Test
    void whatJustFitsStandsAsItCame() {
        String just = "a=%61" + "x".repeat(511);
        assertThat(new Parameters(just).query()).isEqualTo(just);
        assertThat(new Parameters(just + "x").query()).isEqualTo("a=a" + "x".repeat(511));
        assertThat(new Parameters("=" + "x".repeat(513)).query()).isEqualTo("=" + "x".repeat(512));
        // Seven of 512 with the signs between them, and the rest of 4,096.
        String seven = IntStream.range(0, 7)
                .mapToObj(i -> "p" + i + "=" + "x".repeat(509))
                .collect(Collectors.joining("&"));
        String rest = "&z=" + "x".repeat(4096 - seven.length() - 3);
        assertThat(new Parameters(seven + rest).query()).isEqualTo(seven + rest).hasSize(4096);
        assertThat(new Parameters(seven + rest + "x").query()).isEqualTo(seven);
    }

    @ParameterizedTest
    @CsvSource({
        "a=%00b&c=1, a=b&c=1",
        "a=\u00e4, a=%C3%A4",
        "a=%zz, a=%zz",
        "'', ''",
        "&&, ''",
        "'a=b c', 'a=b c'",
        "a=\u007f, a=%7F",
        "a=~, a=~"
    })
    void whatNoQueryMayHoldIsEncodedOrLeftOut(String query, String kept) {
        assertThat(new Parameters(query).query()).isEqualTo(kept);
        assertThat(new Parameters(new Parameters(query).query()))
                .as("read again")
                .isEqualTo(new Parameters(query));
    }

    @Test
    void headersAreCutBetweenCharactersAndFreedOfNul() {
        assertThat(Headers.of("x".repeat(511) + "\uD83C\uDF44").userAgent()).hasSize(511);
        assertThat(Headers.of("a\0b").userAgent()).isEqualTo("ab");
        assertThat(Headers.of("\0ab").userAgent()).isEqualTo("ab");
        assertThat(new Arrival.Place("192.0.2.1\0", "", "").address()).isEqualTo("192.0.2.1");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            Mozilla/5.0 (Linux; Android 16; K) AppleWebKit/537.36 Chrome/150.0 Mobile Safari/537.36 | PHONE
            Mozilla/5.0 (Linux; Android 16; SM-X710) AppleWebKit/537.36 Chrome/150.0 Safari/537.36  | TABLET
            Mozilla/5.0 (iPhone; CPU iPhone OS 26_0 like Mac OS X) AppleWebKit/605.1 Mobile/15E148  | PHONE
            Mozilla/5.0 (iPad; CPU OS 26_0 like Mac OS X) AppleWebKit/605.1 Mobile/15E148           | TABLET
            Mozilla/5.0 (Windows NT 10.0; Win64; x64) AppleWebKit/537.36 Chrome/150.0               | COMPUTER
            Mozilla/5.0 (Macintosh; Intel Mac OS X 15_0) AppleWebKit/605.1 Safari/605.1             | COMPUTER
            Mozilla/5.0 (X11; CrOS x86_64 16000.0.0) AppleWebKit/537.36 Chrome/150.0                | COMPUTER
            Mozilla/5.0 (SMART-TV; Linux; Tizen 8.0) AppleWebKit/537.36 TV Safari/537.36            | TELEVISION
            QuerywellCrawler/1.0                                                                    | UNKNOWN
            ''                                                                                      | UNKNOWN
            """)
    void devicesAreTold(String agent, Device device) {
        assertThat(Device.of(Headers.of(agent))).isEqualTo(device);
    }

    @Test
    void aClientHintSaysPhoneWhereTheUserAgentDoesNot() {
        Headers hinted = new Headers("Mozilla/5.0", "", "", new Headers.Hints("", "?1", ""), Headers.Fetch.NONE, "");
        assertThat(Device.of(hinted)).isEqualTo(Device.PHONE);
    }

    @ParameterizedTest
    @CsvSource({"192.0.2.77, 192.0.2.0/24", "2001:db8:77:1::9, 2001:db8:77::/48", "not-an-address, ''", "'', ''"})
    void networksAreWrittenAsPrefixes(String address, String network) {
        assertThat(NetworkKey.prefix(address)).isEqualTo(network);
    }
}
