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

    /** A document of version 1. */
    private static final String VERSION_1 = """
            {"version":1,"page":{"kind":"content",
             "settings":{"title":"T","description":"D","sharePicture":"","icon":"","language":"de","indexed":false,"consent":true,"headCode":"","endCode":""},
             "look":{"palette":{"paper":"#ffffff","panel":"#eeeeee","ink":"#000000","quiet":"#444444","accent":"#2c6a3f"},
              "type":"CRATE","corners":"ROUND","buttons":"LIFTED","width":"WIDE","spacing":"TIGHT","columns":"TWO"},
             "blocks":{"top":[
              {"id":"a","block":{"kind":"headline","text":"H"},"hidden":false,"audience":"EVERYONE","inside":[]},
              {"id":"q","block":{"kind":"quiz","words":"Go","end":{"kind":"open-pop-up","popUp":"p"}},"hidden":true,"audience":"PHONES","inside":[
               {"id":"q1","block":{"kind":"question","text":"Q","answers":[{"words":"A","next":{"kind":"to-another-offer","offer":"01900000-0000-7000-8000-000000000001"}}]},"hidden":false,"audience":"EVERYONE","inside":[]}]},
              {"id":"c","block":{"kind":"countdown","until":"2026-12-24T18:00:00Z","words":"W","over":"O","hides":"a","changes":null,"then":{"kind":"to-page-to-make","name":"Later"},"calendar":true},"hidden":false,"audience":"WIDE_SCREENS","inside":[]}]},
             "pixels":[{"pixel":"01900000-0000-7000-8000-000000000001","event":"PAGE_VIEW"}]}}
            """;

    @Test
    void opensWhatVersionOneWrote() {
        PageDocument.ContentPage page = (PageDocument.ContentPage) DocumentJson.read(VERSION_1);
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
        assertThat(page.pixels()).isEqualTo(Firing.views(new PixelId(PAGE.value())));
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
        assertThatThrownBy(() -> DocumentJson.read(newer))
                .hasMessageContaining("has version 2; this program reads version 1");
    }
}
