package dev.wilyferret.core.link;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.text.Refusal;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class DestinationTest {

    private static final UUID ID = new UUID(1, 2);

    @Test
    void isReadAsItWritesItself() {
        for (Destination one : List.of(
                new Destination.ToPage(new PageId(ID)),
                new Destination.ToOffer(Optional.empty()),
                new Destination.ToOffer(Optional.of(new OfferId(ID))),
                new Destination.ToElsewhere(new ElsewhereId(ID)))) {
            assertThat(Destination.read(one.text())).isEqualTo(one);
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "page", "page x", "offer x", "elsewhere", "https://evil.test/", "page 1 2"})
    void nothingElseIsOne(String text) {
        assertThatThrownBy(() -> Destination.read(text)).isInstanceOf(Refusal.class);
    }

    @Test
    void anAddressElsewhereTakesTheClickIdAndIsTagged() {
        Tags tags = new Tags("plumage", "cpc", "spring", "", "");
        Elsewhere page =
                new Elsewhere("My page", UriTemplate.parseWeb("https://own.example/start{?click_id,term}#form"));
        assertThat(page.sent("c1", Optional.of(tags)))
                .isEqualTo(
                        "https://own.example/start?click_id=c1&utm_source=plumage&utm_medium=cpc&utm_campaign=spring#form");
        assertThat(page.sent("c1", Optional.empty())).isEqualTo("https://own.example/start?click_id=c1#form");
    }

    @Test
    void nothingFillsAnythingElse() {
        UriTemplate address = UriTemplate.parseWeb("https://own.example/{?email}");
        assertThatThrownBy(() -> new Elsewhere("My page", address))
                .hasMessageContaining("Nothing fills {email}. An address may take click_id, source,");
        assertThatThrownBy(() -> new Elsewhere(" ", UriTemplate.parseWeb("https://own.example/")))
                .hasMessageContaining("The name is empty");
    }
}
