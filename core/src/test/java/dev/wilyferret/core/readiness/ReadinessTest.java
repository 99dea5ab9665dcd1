package dev.wilyferret.core.readiness;

import static dev.wilyferret.core.page.SamplePages.BENEFITS;
import static dev.wilyferret.core.page.SamplePages.BUTTON;
import static dev.wilyferret.core.page.SamplePages.DISCLOSURE;
import static dev.wilyferret.core.page.SamplePages.HEADLINE;
import static dev.wilyferret.core.page.SamplePages.NOON;
import static dev.wilyferret.core.page.SamplePages.OTHER_OFFER;
import static dev.wilyferret.core.page.SamplePages.around;
import static dev.wilyferret.core.page.SamplePages.found;
import static dev.wilyferret.core.page.SamplePages.good;
import static dev.wilyferret.core.page.SamplePages.goodWith;
import static dev.wilyferret.core.page.SamplePages.page;
import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.params.provider.Arguments.arguments;

import dev.wilyferret.core.color.Palette;
import dev.wilyferret.core.color.Rgb;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.Block.Answer;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.FormField;
import dev.wilyferret.core.page.Hold;
import dev.wilyferret.core.page.Look;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.PageSettings;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.page.RichText;
import dev.wilyferret.core.page.SamplePages;
import java.time.Instant;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class ReadinessTest {

    private static final NextStep OFFER = new NextStep.ToOffer();

    private static Placed button(NextStep next) {
        return Placed.of("b", new Block.Button("Go", next));
    }

    private static Placed form(String... fields) {
        return Placed.of(
                "f",
                new Block.Form(FormField.all(fields), "Send", "", "Thanks", new NextStep.ShowThanks())
                        .onto(new ListId(new UUID(4, 4))));
    }

    private static Placed countdown(Optional<Instant> until, Optional<BlockId> hides) {
        return Placed.of("c", new Block.Countdown(until, "Ends in", "", hides, Optional.empty(), OFFER, false));
    }

    private static Placed ending(Optional<String> hides, Optional<String> changes, NextStep then) {
        return Placed.of(
                "c",
                new Block.Countdown(
                        Optional.of(NOON.plusSeconds(60)),
                        "Ends in",
                        "",
                        hides.map(BlockId::new),
                        changes.map(BlockId::new),
                        then,
                        false));
    }

    private static Placed picture(String media, String description) {
        return Placed.of("p", new Block.Picture(media, description, false));
    }

    private static Placed video(String media, String frame, String description) {
        return Placed.of("v", new Block.Video(media, frame, "", description, false, true, false));
    }

    private static ContentPage settings(PageSettings settings) {
        return good().with(settings);
    }

    private static PageSettings said(String title, String description, String head) {
        return new PageSettings(title, description, "", "", "en", true, false, head, "");
    }

    static Stream<Arguments> flaws() {
        return Stream.of(
                arguments("no headline", page(BUTTON, DISCLOSURE), "STOPS NO_HEADLINE page"),
                arguments(
                        "an empty headline counts as none",
                        page(Placed.of("h", new Block.Headline("")), BUTTON, DISCLOSURE),
                        "STOPS NO_HEADLINE page"),
                arguments(
                        "two headlines",
                        goodWith(Placed.of("h2", new Block.Headline("Another"))),
                        "SHOULD SEVERAL_HEADLINES h2"),
                arguments(
                        "a headline of 91 characters",
                        page(Placed.of("h", new Block.Headline("x".repeat(91))), BUTTON, DISCLOSURE),
                        "ADVICE LONG_HEADLINE h"),
                arguments("nothing to do", page(HEADLINE, BENEFITS), "STOPS NO_ACTION page"),
                arguments("two ways on", goodWith(button(OFFER)), "SHOULD COMPETING_ACTIONS b"),
                arguments(
                        "a button that leads nowhere",
                        page(HEADLINE, button(new NextStep.NotChosen()), DISCLOSURE),
                        "STOPS NO_NEXT_STEP b"),
                arguments(
                        "a page still to be made",
                        page(HEADLINE, button(new NextStep.ToPageToMake("Thanks")), DISCLOSURE),
                        "STOPS PAGE_MISSING b"),
                arguments(
                        "a page that is gone",
                        page(HEADLINE, button(new NextStep.ToPage(new PageId(new UUID(9, 9)))), DISCLOSURE),
                        "STOPS PAGE_MISSING b"),
                arguments(
                        "a page that is a draft",
                        page(HEADLINE, button(new NextStep.ToPage(SamplePages.DRAFTED)), DISCLOSURE),
                        "STOPS PAGE_NOT_PUBLISHED b"),
                arguments(
                        "an offer that is gone",
                        page(HEADLINE, button(new NextStep.ToAnotherOffer(new OfferId(new UUID(9, 9)))), DISCLOSURE),
                        "STOPS PAGE_MISSING b"),
                arguments(
                        "an address elsewhere that is gone",
                        goodWith(button(new NextStep.ToElsewhere(new ElsewhereId(new UUID(9, 9))))),
                        "STOPS PAGE_MISSING b"),
                arguments(
                        "a pop-up that is not there",
                        goodWith(button(new NextStep.OpenPopUp(new BlockId("pop")))),
                        "STOPS POP_UP_MISSING b"),
                arguments(
                        "a jump to a part that is not there",
                        goodWith(button(new NextStep.JumpTo(new BlockId("gone")))),
                        "STOPS PART_MISSING b"),
                arguments(
                        "a handed-out file that is gone",
                        goodWith(button(new NextStep.HandOut("gone.pdf"))),
                        "STOPS HANDED_FILE_MISSING b"),
                arguments(
                        "two at once, one of them gone",
                        page(
                                HEADLINE,
                                button(new NextStep.TwoAtOnce(OFFER, new NextStep.ToPage(new PageId(new UUID(9, 9))))),
                                DISCLOSURE),
                        "STOPS PAGE_MISSING b"),
                arguments(
                        "a form that puts people on no list",
                        page(
                                HEADLINE,
                                Placed.of(
                                        "f",
                                        new Block.Form(List.of(), "Send", "", "Thanks", new NextStep.ShowThanks()))),
                        "ADVICE NO_LIST f"),
                arguments("three fields", goodWith(form("First name", "Phone *")), "SHOULD MANY_FIELDS f"),
                arguments(
                        "an affiliate link without disclosure",
                        page(HEADLINE, button(OFFER)),
                        "STOPS NO_DISCLOSURE page"),
                arguments("a way on without disclosure", page(HEADLINE, BUTTON), "ADVICE NO_DISCLOSURE page"),
                arguments("a picture nobody described", goodWith(picture("bucket.jpg", "")), "STOPS NO_ALT_TEXT p"),
                arguments("a picture block without a file", goodWith(picture("", "x")), "STOPS MEDIA_MISSING p"),
                arguments("a picture that is gone", goodWith(picture("gone.jpg", "x")), "STOPS MEDIA_MISSING p"),
                arguments("a video nobody described", goodWith(video("film.mp4", "", "")), "STOPS NO_ALT_TEXT v"),
                arguments(
                        "a player that starts with sound",
                        goodWith(video("", "https://tube.example/v/1?autoplay=1", "How it grows")),
                        "SHOULD VIDEO_WITH_SOUND v"),
                arguments("a heavy picture", goodWith(picture("poster.png", "A poster")), "SHOULD TOO_HEAVY page"),
                arguments("no title", settings(said("", "How.", "")), "STOPS NO_TITLE page"),
                arguments("no description", settings(said("Title", "", "")), "ADVICE NO_DESCRIPTION page"),
                arguments(
                        "a token without fallback",
                        goodWith(Placed.of("q", new Block.Quote("Hello {{city}}", ""))),
                        "STOPS TOKEN_WITHOUT_FALLBACK q"),
                arguments(
                        "a token without fallback in the title",
                        settings(said("For {{city}}", "How.", "")),
                        "STOPS TOKEN_WITHOUT_FALLBACK page"),
                arguments(
                        "a countdown that is over",
                        goodWith(countdown(Optional.of(NOON), Optional.of(new BlockId("sub")))),
                        "STOPS COUNTDOWN_PAST c"),
                arguments(
                        "a countdown whose end opens nothing in two tabs",
                        goodWith(
                                Placed.of("two", new Block.Button("Both", new NextStep.TwoAtOnce(OFFER, OFFER))),
                                Placed.of(
                                        "c",
                                        new Block.Countdown(
                                                Optional.of(NOON.plusSeconds(60)),
                                                "Ends in",
                                                "",
                                                Optional.empty(),
                                                Optional.of(new BlockId("two")),
                                                new NextStep.ClosePopUp(),
                                                false))),
                        "STOPS COUNTDOWN_AT_ODDS c"),
                arguments(
                        "a countdown that leaves a button without a way",
                        goodWith(ending(Optional.empty(), Optional.of("go"), new NextStep.NotChosen())),
                        "STOPS COUNTDOWN_LEAVES_NO_WAY c"),
                arguments(
                        "a countdown that leaves a button to a page still to be made",
                        goodWith(ending(Optional.empty(), Optional.of("go"), new NextStep.ToPageToMake("Later"))),
                        "STOPS COUNTDOWN_LEAVES_NO_WAY c"),
                arguments(
                        "a countdown that hides the only way on",
                        goodWith(ending(Optional.of("go"), Optional.empty(), OFFER)),
                        "STOPS COUNTDOWN_LEAVES_NO_WAY c"),
                arguments(
                        "a countdown that hides what a button opens",
                        goodWith(
                                button(new NextStep.OpenPopUp(new BlockId("o"))),
                                Placed.of("o", new Block.PopUp("More"), Placed.of("m", new Block.SubHeadline("More"))),
                                ending(Optional.of("o"), Optional.empty(), OFFER)),
                        "STOPS COUNTDOWN_LEAVES_NO_WAY c"),
                arguments(
                        "a token with signs in its name",
                        goodWith(Placed.of("q", new Block.Quote("Hello {{ci-ty|you}}", ""))),
                        "STOPS TOKEN_NOT_READ q"),
                arguments(
                        "a token with two bars",
                        goodWith(Placed.of("q", new Block.Quote("Hello {{city|you|all}}", ""))),
                        "STOPS TOKEN_NOT_READ q"),
                arguments(
                        "a token with too much to fall back on",
                        goodWith(Placed.of("q", new Block.Quote("Hello {{city|" + "x".repeat(121) + "}}", ""))),
                        "STOPS TOKEN_NOT_READ q"),
                arguments(
                        "a token that is not closed",
                        goodWith(Placed.of("q", new Block.Quote("Hello {{city|you}", ""))),
                        "STOPS TOKEN_NOT_READ q"),
                arguments(
                        "a token of another alphabet in the description",
                        settings(said("Title", "For {{größe|you}}", "")),
                        "STOPS TOKEN_NOT_READ page"),
                arguments(
                        "a countdown without an end",
                        goodWith(countdown(Optional.empty(), Optional.of(new BlockId("sub")))),
                        "STOPS COUNTDOWN_PAST c"),
                arguments(
                        "a countdown after which nothing ends",
                        goodWith(countdown(Optional.of(NOON.plusSeconds(60)), Optional.empty())),
                        "SHOULD COUNTDOWN_WITHOUT_EFFECT c"),
                arguments(
                        "an insecure link in the text",
                        goodWith(Placed.of("t", new Block.Text(new RichText("[see](http://shop.example/a)")))),
                        "SHOULD INSECURE_ADDRESS t"),
                arguments(
                        "code that loads from outside",
                        goodWith(Placed.of("x", new Block.Code("<script src=//cdn.example/a.js></script>"))),
                        "SHOULD OUTSIDE_CODE x"),
                arguments(
                        "code for the head that loads from outside",
                        settings(said("Title", "How.", "<link href='https://cdn.example/a.css' rel=stylesheet>")),
                        "SHOULD OUTSIDE_CODE page"),
                arguments(
                        "a style that loads from outside",
                        goodWith(Placed.of(
                                "x", new Block.Code("<style>p{background:url(https://a.example/b.png)}</style>"))),
                        "SHOULD OUTSIDE_CODE x"),
                arguments(
                        "one benefit",
                        page(HEADLINE, Placed.of("g", new Block.Benefits(List.of("Cheap"))), BUTTON, DISCLOSURE),
                        "SHOULD ONE_BENEFIT g"),
                arguments(
                        "a button without words",
                        page(HEADLINE, Placed.of("b", new Block.Button("", OFFER)), DISCLOSURE),
                        "STOPS EMPTY_BLOCK b"),
                arguments("an empty pop-up", goodWith(Placed.of("o", new Block.PopUp("More"))), "STOPS EMPTY_BLOCK o"),
                arguments(
                        "a quiz without questions",
                        page(HEADLINE, Placed.of("z", new Block.Quiz("Go", OFFER)), DISCLOSURE),
                        "STOPS EMPTY_BLOCK z"),
                arguments(
                        "a question with one answer",
                        page(
                                HEADLINE,
                                Placed.of(
                                        "z",
                                        new Block.Quiz("Go", OFFER),
                                        Placed.of(
                                                "z1",
                                                new Block.Question(
                                                        "Where?",
                                                        List.of(new Answer("Here", new NextStep.NotChosen()))))),
                                DISCLOSURE),
                        "STOPS EMPTY_BLOCK z1"),
                arguments(
                        "a bonus without a name",
                        goodWith(Placed.of(
                                "l",
                                new Block.BonusList("Bonuses", true),
                                Placed.of("l1", new Block.Bonus("", "", "A list", "9.00")))),
                        "STOPS EMPTY_BLOCK l1"),
                arguments(
                        "an offer item without a title",
                        goodWith(Placed.of(
                                "i",
                                new Block.OfferItem(
                                        "", "", "", "Text", "Go", new NextStep.ToPage(SamplePages.REDIRECT)))),
                        "STOPS EMPTY_BLOCK i"),
                arguments(
                        "pale words",
                        good().with(Look.PLAIN.with(
                                new Palette(Rgb.WHITE, Rgb.WHITE, Rgb.parse("#999999"), Rgb.BLACK, Rgb.BLACK))),
                        "SHOULD CONTRAST page"));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("flaws")
    void findsEachFlawAndOnlyThat(String flaw, PageDocument page, String expected) {
        assertThat(found(page).distinct()).as(flaw).contains(expected);
        assertThat(found(page).map(line -> line.split(" ")[1]).collect(Collectors.toSet()))
                .as(flaw)
                .hasSizeLessThanOrEqualTo(2);
    }

    @Test
    void aGoodPageHasNothingAgainstIt() {
        assertThat(found(good())).isEmpty();
        assertThat(found(new PageDocument.RedirectPage("", Hold.DEFAULT, List.of())))
                .isEmpty();
    }

    @Test
    void whatIsHiddenIsNotLookedAt() {
        Placed hidden = picture("", "").with(true, Placed.Audience.EVERYONE);
        assertThat(found(goodWith(hidden))).isEmpty();
    }

    @Test
    void severalOffersOfAListDoNotCompete() {
        Placed one = Placed.of("i1", new Block.OfferItem("", "", "A", "", "Go", OFFER));
        Placed two =
                Placed.of("i2", new Block.OfferItem("", "", "B", "", "Go", new NextStep.ToAnotherOffer(OTHER_OFFER)));
        assertThat(found(page(HEADLINE, one, two, DISCLOSURE))).isEmpty();
    }

    @Test
    void aFormNeedsACompleteFooter() {
        ContentPage page = page(HEADLINE, form());
        assertThat(found(page)).isEmpty();
        assertThat(found(page, around(false, true, List.of()))).containsExactly("STOPS FORM_WITHOUT_LEGAL f");
    }

    @Test
    void anAffiliateLinkWithoutClickIdIsSaid() {
        ContentPage page = page(HEADLINE, button(OFFER), DISCLOSURE);
        assertThat(found(page, around(true, false, List.of()))).containsExactly("SHOULD UNTAGGED_LINK b");
    }

    @Test
    void theFoldIsMeasuredOnBothScreens() {
        Fold phone = new Fold(Fold.Screen.PHONE, Map.of(BUTTON.id(), 665));
        Fold laptop = new Fold(Fold.Screen.LAPTOP, Map.of(BUTTON.id(), 626));
        assertThat(found(good(), around(true, true, List.of(phone, laptop))))
                .containsExactly("SHOULD ACTION_BELOW_FOLD go", "ADVICE ACTION_BELOW_FOLD go");
        Fold above = new Fold(Fold.Screen.PHONE, Map.of(BUTTON.id(), 664));
        assertThat(found(good(), around(true, true, List.of(above)))).isEmpty();
    }

    /** A browser fetches a picture once, however often it stands on the page; a hidden one and a film it does not fetch at once. */
    @Test
    void aPictureThatStandsTwiceIsWeighedOnce() {
        Placed half = picture("half.jpg", "Half");
        Placed same = Placed.of("p2", new Block.Picture("half.jpg", "The same", false));
        Placed other = Placed.of("p2", new Block.Picture("other-half.jpg", "The other half", false));
        assertThat(found(goodWith(half, same))).isEmpty();
        assertThat(found(goodWith(half, other))).containsExactly("SHOULD TOO_HEAVY page");
        assertThat(found(goodWith(half, other.with(true, Placed.Audience.EVERYONE))))
                .isEmpty();
        assertThat(found(goodWith(half, video("film.mp4", "", "How it grows")))).isEmpty();
    }

    @Test
    void whatStopsStandsFirst() {
        assertThat(Readiness.of(page(button(new NextStep.NotChosen())).with(said("", "", "")), around()))
                .extracting(Finding::grade)
                .isSorted();
    }

    @Test
    void everyFindingSaysWhatWhyAndHow() {
        flaws().map(flaw -> (PageDocument) flaw.get()[1])
                .flatMap(page -> Readiness.of(page, around()).stream())
                .forEach(finding -> {
                    assertThat(finding.what()).endsWith(".");
                    assertThat(finding.why()).endsWith(".");
                    assertThat(finding.mend()).endsWith(".");
                });
    }

    /** 4.48 : 1 is #777777 on white, by the formula of WCAG 2.2. */
    @Test
    void tooLittleContrastDoesNotReadAsEnough() {
        ContentPage page = good().with(
                        Look.PLAIN.with(new Palette(Rgb.WHITE, Rgb.WHITE, Rgb.parse("#777777"), Rgb.BLACK, Rgb.BLACK)));
        assertThat(Readiness.of(page, around()))
                .extracting(Finding::what)
                .anyMatch(what -> what.endsWith("4.47, where 4.5 is needed."));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<a href=\"https://shop.example/a\">there</a>",
                "<svg xmlns=\"http://www.w3.org/2000/svg\" xmlns:xlink='http://www.w3.org/1999/xlink'><use href='#a'/></svg>",
                "<form action=\"https://shop.example/a\"></form>",
                "<blockquote cite=\"https://shop.example/a\">x</blockquote>",
                "<link rel=canonical href=\"https://growbench.example/a\">",
                "<map><area href=//shop.example></map>",
                "<script>let url = 'https://shop.example';</script>",
                "<p data-src='//x'>//y</p>"
            })
    void codeThatLoadsNothingFromOutsideIsLeftAlone(String html) {
        assertThat(found(goodWith(Placed.of("x", new Block.Code(html))))).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<img src=\"https://shop.example/a.png\">",
                "<IMG SRCSET = '//shop.example/a.png 2x'>",
                "<video poster=https://shop.example/a.png></video>",
                "<object data=\"https://shop.example/a\"></object>",
                "<svg><use xlink:href='https://shop.example/a.svg#b'/></svg>",
                "<link rel='shortcut icon' href=\"https://shop.example/a\">",
                "<style>@import 'a.css'</style>",
                "<script>let i = new Image(); i.src = 'https://shop.example/a';</script>",
                "<base href=\"https://shop.example/\">",
                "<a href=\"https://shop.example/\"><img src=\"https://shop.example/a.png\"></a>"
            })
    void codeThatLoadsSomethingFromOutsideIsFound(String html) {
        assertThat(found(goodWith(Placed.of("x", new Block.Code(html))))).containsExactly("SHOULD OUTSIDE_CODE x");
    }

    /** A letter with its mark, and a family, are one each. */
    @Test
    void aHeadlineIsAsLongAsItReads() {
        String ninety = "e\u0301".repeat(88) + "\uD83D\uDC69\u200D\uD83D\uDC67" + "x";
        assertThat(found(page(Placed.of("h", new Block.Headline(ninety)), BUTTON, DISCLOSURE)))
                .isEmpty();
        assertThat(found(page(Placed.of("h", new Block.Headline(ninety + "x")), BUTTON, DISCLOSURE)))
                .containsExactly("ADVICE LONG_HEADLINE h");
    }

    @Test
    void everyCheckHasATest() {
        Set<Finding.Check> tested = EnumSet.of(
                Finding.Check.ACTION_BELOW_FOLD, Finding.Check.FORM_WITHOUT_LEGAL, Finding.Check.UNTAGGED_LINK);
        flaws().flatMap(flaw -> Readiness.of((PageDocument) flaw.get()[1], around()).stream())
                .forEach(finding -> tested.add(finding.check()));
        assertThat(tested).containsExactlyInAnyOrder(Finding.Check.values());
    }
}
