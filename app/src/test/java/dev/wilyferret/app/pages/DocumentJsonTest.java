package dev.wilyferret.app.pages;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.Hold;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class DocumentJsonTest {

    private static final UUID PAGE = UUID.fromString("01900000-0000-7000-8000-000000000001");

    /** A document as version 1 of the program wrote it; it must open for ever. */
    private static final String VERSION_1 = """
            {"version":1,"page":{"kind":"content","title":"Oyster mushrooms","blocks":[
              {"kind":"headline","text":"Pick your first"},
              {"kind":"sub-headline","text":"Without a garden"},
              {"kind":"media","media":"ab.png","description":"A bucket"},
              {"kind":"benefits","lines":["Cheap","Quick"]},
              {"kind":"button","words":"Show me","next":{"kind":"to-page","page":"01900000-0000-7000-8000-000000000001"}},
              {"kind":"disclosure","text":"I earn a commission."}],
             "pixels":["01900000-0000-7000-8000-000000000001"]}}
            """;

    @Test
    void opensWhatVersionOneWrote() {
        PageDocument expected = new PageDocument.ContentPage(
                "Oyster mushrooms",
                List.of(
                        new Block.Headline("Pick your first"),
                        new Block.SubHeadline("Without a garden"),
                        new Block.Media("ab.png", "A bucket"),
                        new Block.Benefits(List.of("Cheap", "Quick")),
                        new Block.Button("Show me", new NextStep.ToPage(PAGE)),
                        new Block.Disclosure("I earn a commission.")),
                List.of(PAGE));
        assertThat(DocumentJson.read(VERSION_1)).isEqualTo(expected);
        assertThat(DocumentJson.read(DocumentJson.write(expected))).isEqualTo(expected);
    }

    @Test
    void keepsEveryKindOfNextStepAndRedirectPages() {
        for (NextStep next : List.of(new NextStep.NotChosen(), new NextStep.ToOffer(), new NextStep.ToPage(PAGE))) {
            PageDocument page = new PageDocument.ContentPage("", List.of(new Block.Button("Go", next)), List.of());
            assertThat(DocumentJson.read(DocumentJson.write(page))).isEqualTo(page);
        }
        PageDocument redirect = new PageDocument.RedirectPage("One moment", new Hold(2500), List.of(PAGE));
        assertThat(DocumentJson.read(DocumentJson.write(redirect))).isEqualTo(redirect);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "{\"version\":1,\"page\":{\"kind\":\"poster\"}}",
                "{\"version\":1,\"page\":{\"kind\":\"redirect\",\"title\":\"\",\"hold\":{\"millis\":1},\"pixels\":[],\"more\":1}}",
                "{\"version\":1,\"page\":{\"kind\":\"content\",\"title\":\"\",\"blocks\":[{\"kind\":\"marquee\"}],\"pixels\":[]}}",
                "not json"
            })
    void refusesWhatItDoesNotKnow(String json) {
        assertThatThrownBy(() -> DocumentJson.read(json)).isInstanceOf(RuntimeException.class);
    }

    @Test
    void saysSoOfADocumentFromANewerProgram() {
        String newer = DocumentJson.write(new PageDocument.RedirectPage("", Hold.DEFAULT, List.of()))
                .replace("\"version\":1", "\"version\":2");
        assertThatThrownBy(() -> DocumentJson.read(newer)).hasMessageContaining("has version 2; this program reads 1");
    }
}
