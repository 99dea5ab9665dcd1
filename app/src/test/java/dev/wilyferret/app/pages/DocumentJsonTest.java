package dev.wilyferret.app.pages;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.design.StartingDesign;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.BlockKind;
import dev.wilyferret.core.page.Blocks;
import dev.wilyferret.core.page.Firing;
import dev.wilyferret.core.page.FormField;
import dev.wilyferret.core.page.Hold;
import dev.wilyferret.core.page.Look;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.PageSettings;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.page.ReferrerRule;
import dev.wilyferret.core.pixel.PixelEvent;
import dev.wilyferret.core.readiness.Fold;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class DocumentJsonTest {

    private static final PageId PAGE = PageId.of("01900000-0000-7000-8000-000000000001");

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
                PageSettings.titled("Oyster mushrooms"),
                Look.PLAIN,
                new Blocks(List.of(
                        Placed.of("b1", new Block.Headline("Pick your first")),
                        Placed.of("b2", new Block.SubHeadline("Without a garden")),
                        Placed.of("b3", new Block.Picture("ab.png", "A bucket", false)),
                        Placed.of("b4", new Block.Benefits(List.of("Cheap", "Quick"))),
                        Placed.of("b5", new Block.Button("Show me", new NextStep.ToPage(PAGE))),
                        Placed.of("b6", new Block.Disclosure("I earn a commission.")))),
                Firing.views(new PixelId(PAGE.value())));
        assertThat(DocumentJson.read(VERSION_1)).isEqualTo(expected);
        assertThat(DocumentJson.read(DocumentJson.write(expected))).isEqualTo(expected);
        assertThat(DocumentJson.read(VERSION_1.replace("ab.png", "ab.mp4")))
                .isInstanceOfSatisfying(
                        PageDocument.ContentPage.class,
                        page -> assertThat(page.blocks().first(Block.Video.class))
                                .isPresent());
    }

    /** A document as version 2 of the program wrote it; it must open for ever. */
    private static final String VERSION_2 = """
            {"version":2,"page":{"kind":"content",
             "settings":{"title":"T","description":"D","sharePicture":"","icon":"","language":"de","indexed":false,"consent":true,"headCode":"","endCode":""},
             "look":{"palette":{"paper":"#ffffff","panel":"#eeeeee","ink":"#000000","quiet":"#444444","accent":"#2c6a3f"},
              "type":"CRATE","corners":"ROUND","buttons":"LIFTED","width":"WIDE","spacing":"TIGHT","columns":"TWO"},
             "blocks":{"top":[
              {"id":"a","block":{"kind":"headline","text":"H"},"hidden":false,"audience":"EVERYONE","inside":[]},
              {"id":"q","block":{"kind":"quiz","words":"Go","end":{"kind":"open-pop-up","popUp":"p"}},"hidden":true,"audience":"PHONES","inside":[
               {"id":"q1","block":{"kind":"question","text":"Q","answers":[{"words":"A","next":{"kind":"to-another-offer","offer":"01900000-0000-7000-8000-000000000001"}}]},"hidden":false,"audience":"EVERYONE","inside":[]}]},
              {"id":"f","block":{"kind":"form","firstName":"OPTIONAL","lastName":"NO","phone":"REQUIRED","own":["Balcony?","balcony?","Order number","Phone number"," "],"words":"Send","consent":"","thanks":"","next":{"kind":"show-thanks"}},"hidden":false,"audience":"EVERYONE","inside":[]},
              {"id":"c","block":{"kind":"countdown","until":"2026-12-24T18:00:00Z","words":"W","over":"O","hides":"a","changes":null,"then":{"kind":"to-page-to-make","name":"Later"},"calendar":true},"hidden":false,"audience":"WIDE_SCREENS","inside":[]}]},
             "pixels":[]}}
            """;

    @Test
    void opensWhatVersionTwoWrote() {
        PageDocument.ContentPage page = (PageDocument.ContentPage) DocumentJson.read(VERSION_2);
        assertThat(page.settings().language()).isEqualTo("de");
        assertThat(page.look().type()).isEqualTo(Look.Pairing.CRATE);
        assertThat(page.blocks().find(new BlockId("q1")).orElseThrow().block().nextSteps())
                .containsExactly(new NextStep.ToAnotherOffer(new OfferId(PAGE.value())));
        assertThat(page.blocks().find(new BlockId("c")).orElseThrow().block())
                .isEqualTo(new Block.Countdown(
                        Optional.of(Instant.parse("2026-12-24T18:00:00Z")),
                        "W",
                        "O",
                        Optional.of(new BlockId("a")),
                        Optional.empty(),
                        new NextStep.ToPageToMake("Later"),
                        true));
        assertThat(page.blocks().first(Block.Form.class).orElseThrow().fields())
                .isEqualTo(FormField.all("E-mail address", "First name", "Phone *", "Balcony?", "Order number"));
        assertThat(DocumentJson.read(DocumentJson.write(page))).isEqualTo(page);
    }

    @ParameterizedTest
    @EnumSource(BlockKind.class)
    void keepsEveryKindOfBlock(BlockKind kind) {
        Placed holder = Placed.of("h", kind.empty());
        List<Placed> top = kind.standsOnPage()
                ? List.of(holder)
                : List.of(Placed.of(
                        "o", (kind == BlockKind.BONUS ? BlockKind.BONUS_LIST : BlockKind.QUIZ).empty(), holder));
        PageDocument page =
                new PageDocument.ContentPage(PageSettings.titled(""), Look.PLAIN, new Blocks(top), List.of());
        assertThat(DocumentJson.read(DocumentJson.write(page))).isEqualTo(page);
    }

    @Test
    void keepsEveryStartingDesign() {
        StartingDesign.all()
                .forEach(design -> assertThat(DocumentJson.read(DocumentJson.write(design.page())))
                        .isEqualTo(design.page()));
    }

    @Test
    void keepsWhatWasMeasured() {
        List<Fold> folds = List.of(new Fold(Fold.Screen.PHONE, Map.of(new BlockId("a"), 120)));
        assertThat(DocumentJson.readFolds(DocumentJson.writeFolds(folds))).isEqualTo(folds);
    }

    @Test
    void keepsEveryKindOfNextStepAndRedirectPages() {
        for (NextStep next : List.of(
                new NextStep.NotChosen(),
                new NextStep.ToOffer(),
                new NextStep.ToPage(PAGE),
                new NextStep.ToElsewhere(new ElsewhereId(PAGE.value())),
                new NextStep.ShowThanks(),
                new NextStep.OpenPopUp(new BlockId("p")))) {
            PageDocument page = new PageDocument.ContentPage(
                    PageSettings.titled(""),
                    Look.PLAIN,
                    new Blocks(List.of(Placed.of("b", new Block.Button("Go", next)))),
                    List.of());
            assertThat(DocumentJson.read(DocumentJson.write(page))).isEqualTo(page);
        }
        PageDocument redirect = new PageDocument.RedirectPage(
                "One moment",
                new Hold(2500),
                List.of(new Firing(new PixelId(PAGE.value()), PixelEvent.own("Watched it"))),
                ReferrerRule.NOTHING,
                true);
        assertThat(DocumentJson.read(DocumentJson.write(redirect))).isEqualTo(redirect);
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3})
    void untilVersionThreeThePagesKindSaidWhatItsPixelsTold(int version) {
        String redirect = """
                {"version":%d,"page":{"kind":"redirect","title":"One moment","hold":{"millis":900},
                 "pixels":["01900000-0000-7000-8000-000000000001"]}}
                """.formatted(version);
        assertThat(DocumentJson.read(redirect))
                .isEqualTo(new PageDocument.RedirectPage(
                        "One moment",
                        new Hold(900),
                        Firing.leads(new PixelId(PAGE.value())),
                        ReferrerRule.ORIGIN,
                        false));
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
                .replace("\"version\":4", "\"version\":5");
        assertThatThrownBy(() -> DocumentJson.read(newer))
                .hasMessageContaining("has version 5; this program reads up to 4");
    }
}
