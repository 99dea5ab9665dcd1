package dev.wilyferret.core.pixel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.text.Refusal;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class JsonTemplateTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            {"v":{v}}              | 27.50        | {"v":27.50}
            {"v":{v}}              | -3           | {"v":-3}
            {"v":{v}}              | 007          | {"v":"007"}
            {"v":{v}}              | ``           | {"v":null}
            {"v":{v}}              | a"b          | {"v":"a\\"b"}
            {"v":"{v}"}            | 27.50        | {"v":"27.50"}
            {"v":"x {v} y"}        | "}],{\\      | {"v":"x \\"}],{\\\\ y"}
            {"v":"\\"{v}\\""}      | z            | {"v":"\\"z\\""}
            {"{v}":[{v},{}]}       | k            | {"k":["k",{}]}
            {"v":"{other}"}        | z            | {"v":""}
            """)
    void aPlaceholderIsWhatJsonWantsThere(String template, String value, String expected) {
        assertThat(new JsonTemplate(template).expand(Map.of("v", value))).isEqualTo(expected);
    }

    @Test
    void controlCharactersAreEscapedAndSurrogatesStay() {
        assertThat(new JsonTemplate("\"{v}\"").expand(Map.of("v", "a\n\u0000🍄")))
                .isEqualTo("\"a\\u000a\\u0000🍄\"");
    }

    @Test
    void whatItAsksForIsKnown() {
        ServerCall call = new ServerCall(
                UriTemplate.parseWeb("https://a.example/{?token}"), new JsonTemplate("{\"e\":{event},\"i\":{eid}}"));
        assertThat(call.asksForArrival()).isFalse();
        assertThat(call.needsToken()).isTrue();
        assertThat(new ServerCall(
                                UriTemplate.parseWeb("https://a.example/{?event,eid,plm_click}"), new JsonTemplate(""))
                        .asksForArrival())
                .isTrue();
        assertThatThrownBy(
                        () -> new ServerCall(UriTemplate.parseWeb("https://a.example/{?event}"), new JsonTemplate("")))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("{eid}");
    }
}
