package dev.wilyferret.core.address;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.text.Refusal;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WebAddressTest {

    @Test
    void knowsItsOrigin() {
        assertThat(new WebAddress("HTTPS://Shop.Example:8443/buy?x=1").origin()).isEqualTo("https://shop.example:8443");
    }

    /**
     * The ASCII forms of hosts: RFC 3492, section 7.1 (R), where the letters stand in it; Unicode's UTS #46, table 2, for ß and ς.
     * What a browser makes of the rest: the standard WHATWG URL, 4.4 and 5.
     */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            https://straße.de/             | https://xn--strae-oqa.de/
            https://STRASSE.de/            | https://strasse.de/
            https://faß.de                 | https://xn--fa-hia.de/
            https://βόλος.com/             | https://xn--nxasmm1c.com/
            https://Bücher.example:8443/x  | https://xn--bcher-kva.example:8443/x
            https://ｓｈｏｐ．example/         | https://shop.example/
            https://shop。example/          | https://shop.example/
            https://xn--bcher-kva.example/ | https://xn--bcher-kva.example/
            https://a_b.shop.example/      | https://a_b.shop.example/
            https://-a-.example/           | https://-a-.example/
            https://r3---sn.example/       | https://r3---sn.example/
            https://shop.example./         | https://shop.example./
            https://192.0.2.7/x            | https://192.0.2.7/x
            https://[2001:DB8::1]:8080/x   | https://[2001:db8::1]:8080/x
            https://shop.example:/x        | https://shop.example/x
            https://shop.example/きのこ     | https://shop.example/%E3%81%8D%E3%81%AE%E3%81%93
            https://shop.example/a?q=größe#ß | https://shop.example/a?q=gr%C3%B6%C3%9Fe#%C3%9F
            https://shop.example/%zz/%41/% | https://shop.example/%25zz/%41/%25
            https://shop.example/%00%9f%aA%FA%4 | https://shop.example/%00%9f%aA%FA%254
            https://shop.example/%/0%:0%@A%GA%`a%ga | https://shop.example/%25/0%25:0%25@A%25GA%25%60a%25ga
            https://shop.example:65535/x  | https://shop.example:65535/x
            https://shop.example:1/x      | https://shop.example:1/x
            https://shop.example/b"<c>^   | https://shop.example/b%22%3Cc%3E%5E
            https://shop.example/?a[]=1#b#c | https://shop.example/?a[]=1#b%23c
            https://shop.example?x=//y@z   | https://shop.example/?x=//y@z
            """)
    void isKeptAsABrowserSendsIt(String typed, String text) {
        WebAddress address = new WebAddress(typed);
        assertThat(address.text()).isEqualTo(text);
        assertThat(new WebAddress(text)).as("reading it again changes nothing").isEqualTo(address);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            https://xn--strae-oqa.de/gr%C3%B6%C3%9Fe?q=%E3%81%8D%20b | https://straße.de/größe?q=き%20b
            https://shop.example/%20%2F%3F    | https://shop.example/%20%2F%3F
            https://shop.example/%C3%28%FF    | https://shop.example/%C3%28%FF
            https://shop.example/%E2%80%AEevil | https://shop.example/%E2%80%AEevil
            https://[2001:db8::1]:80/x        | https://[2001:db8::1]:80/x
            https://xn--bcher-kva.example:8443/ | https://bücher.example:8443/
            """)
    void isShownInItsOwnLetters(String text, String readable) {
        assertThat(new WebAddress(text).readable()).isEqualTo(readable);
        assertThat(new WebAddress(readable).text()).isEqualTo(text);
    }

    @Test
    void lengthsAreThoseOfWhatIsStored() {
        assertThat(new WebAddress("https://shop.example/" + "a".repeat(1979)).text())
                .hasSize(2000);
        assertThatThrownBy(() -> new WebAddress("https://shop.example/ß" + "a".repeat(1974)))
                .hasMessageContaining("2,001 characters as browsers send it");
        assertThatThrownBy(() -> new WebAddress("https://shop.example/" + "ß".repeat(400)))
                .hasMessageContaining("2,421 characters as browsers send it");
        String label = "a".repeat(63);
        assertThat(new WebAddress("https://" + label + ".example/").text()).hasSize(80);
        assertThatThrownBy(() -> new WebAddress("https://" + label + "a.example/"))
                .hasMessageContaining("more than 63");
        assertThatThrownBy(() -> new WebAddress("https://" + (label + ".").repeat(4) + "example/"))
                .hasMessageContaining("more than 253");
    }

    @Property
    void whatIsTakenIsPlainAscii(@ForAll @StringLength(max = 30) String path) {
        try {
            String text = new WebAddress("https://shop.example/" + path).text();
            assertThat(text.chars()).allMatch(sign -> sign > 32 && sign < 127);
            assertThat(java.net.URI.create(text).getHost()).isEqualTo("shop.example");
        } catch (Refusal refused) {
            assertThat(refused).hasMessageContaining("address");
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            javascript:alert(1)        | starts with "javascript:"
            data:text/html,x           | starts with "data:"
            file:///etc/passwd         | starts with "file:"
            shop.example               | has no scheme
            https://a b.example        | cannot be read at position 10
            https://u@shop.example     | user name
            https://shop.example:70000/ | "70000" is no port
            https://shop.example:0/     | "0" is no port
            https://shop.example:65536/ | "65536" is no port
            https://@shop.example/      | user name
            https://shop.example/a\\b  | cannot be read at position 23
            :alert(1)                   | has no scheme
            abcdefghijklmnopqrstuvwxyz123:x | starts with "abcdefghijklmnopqrstuvwxyz123:"
            abcdefghijklmnopqrstuvwxyz1234:x | has no scheme
            https://shop.example:8a/    | "8a" is no port
            https:///buy               | names no host
            https://?x                 | names no host
            https://2130706433/        | is a number
            https://0x7f.1/            | is a number
            https://127.1/             | is a number
            https://1.2.3.256/         | is a number
            https://01.2.3.4/          | is a number
            https://1.2.3.4.5/         | is a number
            https://shop.0x10/         | is a number
            https://xn--a/             | begins with xn-- and stands for nothing
            https://xn--a-ecp.ru/      | begins with xn-- and stands for nothing
            https://xn--80akhbyknj4f.xn--/ | stands for nothing
            https://a..example/        | a dot too many
            https://.example/          | a dot too many
            https://a%00b.example/     | holds a sign that no host has
            https://a%62.example/      | holds a sign that no host has
            https://a!b.example/       | holds a sign that no host has
            https://[::1/              | cannot be read
            https://[shop.example]/    | is no network address
            https://shop.example\\@evil.test/ | there is a \\
            https://\u05d0a.example/   | directions of writing
            """)
    void saysWhyAnAddressIsRefused(String typed, String message) {
        assertThatThrownBy(() -> new WebAddress(typed))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(message);
    }
}
