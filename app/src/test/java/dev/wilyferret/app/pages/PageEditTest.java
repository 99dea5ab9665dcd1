package dev.wilyferret.app.pages;

import static dev.wilyferret.app.kit.Guest.location;
import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.core.design.StartingDesign;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.link.Slug;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.Blocks;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.readiness.Fold;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;

/** Edits, steps and versions of a draft, and what the bench refuses. */
class PageEditTest extends AppTest {

    @Autowired
    private Pages pages;

    @Autowired
    private Promotions promotions;

    private Scenario.Trail trail;
    private Guest owner;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
        owner = owner(trail.stage());
    }

    private Page page() {
        return pages.find(trail.workspace(), trail.bridge().id()).orElseThrow();
    }

    private Blocks blocks() {
        return ((ContentPage) page().draft()).blocks();
    }

    private String headline() {
        return blocks().first(Block.Headline.class).orElseThrow().text();
    }

    private boolean write(String words) {
        return pages.edit(
                trail.workspace(),
                page().id(),
                page().revision(),
                "block headline",
                draft -> draft.blocks(
                        all -> all.changed(new BlockId("headline"), placed -> placed.with(new Block.Headline(words)))));
    }

    private String bench() {
        return "/promotions/" + trail.promotion().id() + "/pages/"
                + trail.bridge().id();
    }

    @Test
    void severalBrowsersMeasureAtOnceAndTheLatestDraftCounts() throws Exception {
        Page first = page();
        List<Fold> folds = List.of(new Fold(Fold.Screen.PHONE, Map.of(new BlockId("headline"), 120)));
        try (ExecutorService browsers = Executors.newFixedThreadPool(8)) {
            for (Future<?> one : browsers.invokeAll(Collections.nCopies(16, () -> {
                pages.measured(first, first.revision(), folds);
                return true;
            }))) {
                one.get();
            }
        }
        assertThat(pages.folds(first)).isEqualTo(folds);
        write("Later words");
        List<Fold> later = List.of(new Fold(Fold.Screen.PHONE, Map.of(new BlockId("headline"), 240)));
        pages.measured(page(), page().revision(), later);
        pages.measured(first, first.revision(), folds);
        assertThat(pages.folds(page())).isEqualTo(later);
    }

    @Test
    void aStepOfTheRedirectPageIsTakenBackAndDoneAgain() {
        String redirect = "/promotions/" + trail.promotion().id() + "/redirect";
        String id = trail.redirect().id().toString();
        var now = pages.find(trail.workspace(), trail.redirect().id()).orElseThrow();
        owner.sendTo(
                redirect,
                redirect + "/" + id,
                "title",
                "On to the course",
                "hold",
                "700",
                "revision",
                String.valueOf(now.revision()));
        assertThat(redirectTitle()).isEqualTo("On to the course");
        owner.sendTo(redirect, redirect + "/" + id + "/undo");
        assertThat(redirectTitle()).isEqualTo("One moment");
        owner.sendTo(redirect, redirect + "/" + id + "/redo");
        assertThat(redirectTitle()).isEqualTo("On to the course");
        assertThat(owner.sendTo(redirect, redirect + "/" + id + "/elsewhere").statusCode())
                .isEqualTo(404);
    }

    private String redirectTitle() {
        return pages.find(trail.workspace(), trail.redirect().id())
                .orElseThrow()
                .draft()
                .title();
    }

    private HttpResponse<String> send(String path, String... fields) {
        String[] all = java.util.Arrays.copyOf(fields, fields.length + 2);
        all[fields.length] = "revision";
        all[fields.length + 1] = String.valueOf(page().revision());
        return owner.sendTo(bench(), bench() + path, all);
    }

    @Test
    void typingOnInOneLineIsOneStepAndAPauseBeginsAnother() {
        write("One");
        clock.pass(Duration.ofSeconds(7));
        write("One two");
        clock.pass(Duration.ofSeconds(9));
        write("One two three");
        assertThat(pages.undo(trail.workspace(), page().id())).isTrue();
        assertThat(headline()).isEqualTo("One two");
        pages.undo(trail.workspace(), page().id());
        assertThat(headline()).isEqualTo("Pick your first oyster mushrooms");
        pages.redo(trail.workspace(), page().id());
        pages.redo(trail.workspace(), page().id());
        assertThat(headline()).isEqualTo("One two three");
        assertThat(pages.redo(trail.workspace(), page().id())).isFalse();
    }

    @Test
    void aHundredStepsCanBeTakenBackDaysLater() {
        for (int i = 0; i < 120; i++) {
            clock.pass(Duration.ofMinutes(1));
            write("Step " + i);
        }
        clock.pass(Duration.ofDays(40));
        int undone = 0;
        while (pages.undo(trail.workspace(), page().id())) {
            undone++;
        }
        assertThat(undone).isEqualTo(100);
        assertThat(headline()).isEqualTo("Step 19");
    }

    @Test
    void anEditAfterUndoForgetsWhatWasUndone() {
        write("One");
        pages.undo(trail.workspace(), page().id());
        write("Other");
        assertThat(pages.redo(trail.workspace(), page().id())).isFalse();
        assertThat(headline()).isEqualTo("Other");
    }

    @Test
    void aPastVersionComesBackAsADraft() {
        write("Second");
        assertThat(pages.publish(trail.workspace(), page().id())).isEmpty();
        int first = pages.versions(page()).getLast().number();
        pages.bringBack(trail.workspace(), page().id(), first);
        assertThat(headline()).isEqualTo("Pick your first oyster mushrooms");
        assertThat(page().published())
                .hasValueSatisfying(document -> assertThat(((ContentPage) document)
                                .blocks()
                                .first(Block.Headline.class)
                                .orElseThrow()
                                .text())
                        .isEqualTo("Second"));
        pages.undo(trail.workspace(), page().id());
        assertThat(headline()).isEqualTo("Second");
        assertThat(pages.versions(page()).getFirst().changes())
                .containsExactly("Headline: “Second” instead of “Pick your first oyster mushrooms”.");
    }

    @Test
    void theSamePageServesAnotherPromotionsOffer() {
        Promotion other = promotions.add(
                trail.workspace(),
                trail.offer(),
                "Second",
                new Slug("second-" + UUID.randomUUID().toString().substring(0, 8)));
        Page copy = pages.copyTo(page(), other.id());
        ContentPage made = (ContentPage) copy.draft();
        assertThat(made.blocks().first(Block.Button.class))
                .contains(new Block.Button("Show me the course", new NextStep.ToOffer()));
        assertThat(made.blocks().first(Block.Headline.class)).isEqualTo(blocks().first(Block.Headline.class));
        assertThat(copy.slug()).isEqualTo(page().slug());
    }

    @Test
    void aNextStepThatNamesAPageLeadsToItOnceItIsMade() {
        send("/blocks/button", "words", "Go", "next", "make", "next-make", "Thank-you page");
        assertThat(blocks().first(Block.Button.class))
                .contains(new Block.Button("Go", new NextStep.ToPageToMake("Thank-you page")));
        Page made = pages.make(
                trail.workspace(),
                trail.promotion().id(),
                StartingDesign.of("thank-you").orElseThrow());
        assertThat(blocks().first(Block.Button.class)).contains(new Block.Button("Go", new NextStep.ToPage(made.id())));
    }

    @Test
    void blocksAreAddedMovedCopiedHiddenAndDropped() {
        send("/add", "what", "A paragraph of words");
        BlockId added = blocks().top().getLast().id();
        send("/blocks/" + added + "/move", "by", "-99");
        assertThat(blocks().top().getFirst().id()).isEqualTo(added);
        send("/blocks/" + added + "/duplicate");
        assertThat(blocks().top()).hasSize(7);
        send("/blocks/" + added + "/hide");
        send("/blocks/" + added + "/audience", "audience", "PHONES");
        assertThat(blocks().find(added)).hasValueSatisfying(placed -> {
            assertThat(placed.hidden()).isTrue();
            assertThat(placed.audience()).isEqualTo(Placed.Audience.PHONES);
        });
        send("/blocks/" + added + "/drop");
        assertThat(blocks().top()).hasSize(6);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            /blocks/headline | text     | a\u202Eb                  | (U+202E) at position 2
            /settings        | language | deutsch!                  | is not a language tag
            /look            | accent   | red;}                     | is not a colour
            """)
    void whatIsRefusedIsSaidAndStaysTyped(String path, String field, String typed, String message) {
        ContentPage before = (ContentPage) page().draft();
        HttpResponse<String> answer = send(path, field, typed);
        assertThat(answer.statusCode()).isEqualTo(200);
        assertThat(answer.body()).contains(message);
        assertThat(page().draft()).isEqualTo(before);
    }

    @Test
    void aTextThatIsFarTooLongIsAnsweredWithItsLengthOrTheLimitOfAll() {
        send("/add", "what", "text");
        BlockId text = blocks().top().getLast().id();
        assertThat(send("/blocks/" + text, "text", "x".repeat(200 << 10)).body())
                .contains("has 204,800 characters; at most 8,000 fit");
        assertThat(send("/blocks/" + text, "text", "x".repeat(20 << 20)).statusCode())
                .isEqualTo(413);
        assertThat(blocks().find(text).orElseThrow().block())
                .isEqualTo(dev.wilyferret.core.page.BlockKind.TEXT.empty());
    }

    @Test
    void whatDoesNotExistIsAPlain404() {
        for (String path : List.of("/blocks/nosuch", "/blocks/headline/explode", "/nothing")) {
            assertThat(send(path, "text", "x").statusCode()).as(path).isEqualTo(404);
        }
        String pages = "/promotions/" + trail.promotion().id() + "/pages/";
        assertThat(location(owner.get(pages + trail.redirect().id())))
                .as("a redirect page has a bench of its own")
                .endsWith("/redirect");
        assertThat(owner.get(pages + UUID.randomUUID()).statusCode()).isEqualTo(404);
        assertThat(guest().get("/preview/" + UUID.randomUUID() + "." + UUID.randomUUID() + ".draft.x")
                        .statusCode())
                .isEqualTo(404);
        assertThat(guest().get("/design/nosuch").statusCode()).isEqualTo(404);
        assertThat(guest().get("/type/../application.yaml").statusCode()).isIn(400, 404);
    }

    @Test
    void aNextStepToAPageThatIsGoneStillOpensAndIsSaid() {
        pages.edit(
                trail.workspace(),
                page().id(),
                page().revision(),
                "gone",
                draft -> draft.blocks(all -> all.changed(
                        new BlockId("button"),
                        placed -> placed.with(
                                new Block.Button("Go", new NextStep.ToPage(new PageId(UUID.randomUUID())))))));
        assertThat(owner.get(bench()).body()).contains("leads to a page that is gone");
        assertThat(pages.publish(trail.workspace(), page().id())).isNotEmpty();
    }

    /** Fifty times the blocks take by far not fifty times as long. */
    @Test
    void twoHundredBlocksStayFluent() {
        fill(4);
        long few = quickestEdit();
        fill(Blocks.MOST);
        assertThat(send("/add", "what", "one too many").body()).contains("holds at most 200 blocks");
        assertThat(quickestEdit()).isLessThan(12 * few);
    }

    private void fill(int blocks) {
        List<Placed> many = new ArrayList<>();
        many.add(Placed.of("headline", new Block.Headline("Many")));
        for (int i = 1; i < blocks; i++) {
            many.add(Placed.of("m" + i, new Block.SubHeadline("Line " + i)));
        }
        pages.edit(
                trail.workspace(),
                page().id(),
                page().revision(),
                "filled",
                draft -> draft.blocks(all -> new Blocks(many)));
    }

    /** In nanoseconds; a busy machine only ever adds. */
    private long quickestEdit() {
        long quickest = Long.MAX_VALUE;
        for (int i = 0; i < 15; i++) {
            long began = System.nanoTime();
            write("Words " + i);
            quickest = Math.min(quickest, System.nanoTime() - began);
        }
        return quickest;
    }
}
