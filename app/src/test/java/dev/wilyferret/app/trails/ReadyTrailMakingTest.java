package dev.wilyferret.app.trails;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.console.Show;
import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.mail.Mails;
import dev.wilyferret.app.mail.Written;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.people.MailList;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.core.design.ReadyTrail;
import dev.wilyferret.core.figures.ClickCounts;
import dev.wilyferret.core.figures.StepFigures;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.link.Slug;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.trail.Advice;
import dev.wilyferret.core.trail.Place;
import dev.wilyferret.core.trail.Setup;
import dev.wilyferret.core.trail.Traffic;
import dev.wilyferret.core.trail.Trail;
import dev.wilyferret.core.trail.TrailDrawing;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.beans.factory.annotation.Autowired;

/** Choosing a ready-made trail makes all of it in one step. */
class ReadyTrailMakingTest extends AppTest {

    private static final StepFigures NOTHING = new StepFigures(ClickCounts.NONE, 0, 0, 0, 0, Money.zero(Scenario.EUR));

    private static int number;

    @Autowired
    private TrailMaker maker;

    @Autowired
    private Overviews overviews;

    @Autowired
    private Show show;

    @Autowired
    private Pages pages;

    @Autowired
    private Lists lists;

    @Autowired
    private Mails mails;

    @Autowired
    private Promotions promotions;

    private Scenario.Stage stage;
    private Promotion promotion;

    @BeforeEach
    void begin() {
        stage = scenario.emptyWithLegal();
        promotion =
                promotions.add(stage.id(), scenario.offer(stage).id(), "Kits " + ++number, new Slug("ready-" + number));
    }

    static Stream<String> trails() {
        return ReadyTrail.all().stream().map(ReadyTrail::key);
    }

    private List<NextStep> ways() {
        return pages.ofPromotion(stage.id(), promotion.id()).stream()
                .map(Page::draft)
                .filter(ContentPage.class::isInstance)
                .flatMap(page -> ((ContentPage) page).blocks().all())
                .flatMap(placed -> placed.block().nextSteps().stream())
                .flatMap(next -> next.each().stream())
                .toList();
    }

    @ParameterizedTest
    @MethodSource("trails")
    void allItsPagesAreThereAndLinked(String key) {
        ReadyTrail trail = ReadyTrail.of(key).orElseThrow();
        maker.make(promotion, trail, Optional.of(scenario.offer(stage).id()));
        assertThat(pages.ofPromotion(stage.id(), promotion.id()))
                .hasSize(trail.stops().size() + (trail.redirect() ? 1 : 0));
        assertThat(ways()).noneMatch(NextStep.ToPageToMake.class::isInstance);
        Setup setup = overviews.setup(promotion);
        Trail drawn = Trail.of(setup, Traffic.NONE);
        assertThat(drawn.stops()).noneMatch(stop -> stop.place() instanceof Place.Missing);
        assertThat(Advice.of(setup, NOTHING))
                .extracting(Advice::why)
                .noneMatch(why -> why.contains("Nothing leads")
                        || why.contains("dead end")
                        || why.contains("gone")
                        || why.contains("circles"));
        assertThat(lists.of(stage.id())).hasSize(trail.list().isPresent() ? 1 : 0);
        assertThat(crossings(TrailDrawing.of(drawn, show::rate))).isEmpty();
    }

    /** Pairs of streams that swap sides between two columns. */
    private static List<String> crossings(TrailDrawing drawing) {
        Pattern bend = Pattern.compile("L(\\S+) (\\S+) C\\S+ \\S+ \\S+ \\S+ (\\S+) (\\S+)");
        List<double[]> bends = new ArrayList<>();
        drawing.streams()
                .forEach(stream -> bend.matcher(stream.line())
                        .results()
                        .forEach(found -> bends.add(IntStream.rangeClosed(1, 4)
                                .mapToDouble(group -> Double.parseDouble(found.group(group)))
                                .toArray())));
        List<String> crossings = new ArrayList<>();
        for (double[] one : bends) {
            for (double[] other : bends) {
                if (one[0] == other[0] && one[1] < other[1] && one[3] > other[3]) {
                    crossings.add(Arrays.toString(one) + " and " + Arrays.toString(other));
                }
            }
        }
        assertThat(bends).isNotEmpty();
        return crossings;
    }

    @Test
    void twoOffersAskForTheSecond() {
        Guest owner = owner(stage);
        String home = "/promotions/" + promotion.id();
        assertThat(owner.get(home).body()).contains("note a second offer first");
        owner.sendTo(home, home + "/ready", "trail", "two-offers");
        assertThat(owner.get(home).body()).contains("This trail needs a second offer", "No page yet");
        OfferId second = scenario.offer(stage).id();
        owner.sendTo(
                home,
                home + "/ready",
                "trail",
                "two-offers",
                "secondOffer",
                promotion.offer().toString());
        assertThat(owner.get(home).body()).contains("Choose the second offer", "No page yet");
        owner.sendTo(home, home + "/ready", "trail", "two-offers", "secondOffer", second.toString());
        assertThat(ways()).contains(new NextStep.ToOffer(), new NextStep.ToAnotherOffer(second));
    }

    @Test
    void aNewPromotionWithTwoOffersAsksForTheSecond() {
        Guest owner = owner(stage);
        OfferId second = scenario.offer(stage).id();
        String[] typed = {
            "offer",
            promotion.offer().toString(),
            "name",
            "Both",
            "slug",
            "both-" + promotion.slug(),
            "trail",
            "two-offers"
        };
        assertThat(owner.send("/promotions/new", typed).body()).contains("Choose the second offer", "value=\"Both\"");
        String[] chosen = Arrays.copyOf(typed, typed.length + 2);
        chosen[typed.length] = "secondOffer";
        chosen[typed.length + 1] = second.toString();
        assertThat(owner.send("/promotions/new", chosen).statusCode()).isEqualTo(302);
        assertThat(promotions.of(stage.id())).hasSize(2);
    }

    @Test
    void growingAListBringsItsPagesAndTwoMailsThatAreOff() {
        maker.make(promotion, ReadyTrail.of("grow-a-list").orElseThrow());
        MailList list = lists.of(stage.id()).getFirst();
        assertThat(list.senderAddress()).isEqualTo("hello@growbench.example");
        assertThat(page(list.checkPage().orElseThrow().value())).isEqualTo("Check your inbox");
        assertThat(page(list.confirmedPage().orElseThrow().value())).isEqualTo("Thank-you page");
        List<Written> sequence = mails.of(stage.id(), list.id(), Written.Kind.SEQUENCE);
        assertThat(sequence).extracting(Written::live).containsExactly(false, false);
        assertThat(sequence).extracting(Written::delayWords).containsExactly("at once", "1 day");
        assertThat(sequence.getFirst().text().destinations())
                .containsExactly(installation.siteAddress() + "/" + promotion.slug() + "/download");
        maker.make(promotion, ReadyTrail.of("list-then-offer").orElseThrow());
        assertThat(lists.of(stage.id())).hasSize(2);
    }

    private String page(java.util.UUID id) {
        return pages.find(stage.id(), new PageId(id)).orElseThrow().name();
    }

    @Test
    void aMissingPageIsMadeFromTheTrailAndLinked() {
        Guest owner = owner(stage);
        String home = "/promotions/" + promotion.id();
        assertThat(owner.get(home).body()).contains("No page yet", "Grow a list", "One opt-in, two offers");
        owner.sendTo(home, home + "/ready", "trail", "grow-a-list");
        Page squeeze = pages.ofPromotion(stage.id(), promotion.id()).getFirst();
        pages.edit(
                stage.id(),
                squeeze.id(),
                squeeze.revision(),
                "x",
                draft -> draft.blocks(blocks -> {
                    var form = blocks.all()
                            .filter(placed -> !placed.block().nextSteps().isEmpty())
                            .findFirst()
                            .orElseThrow();
                    return blocks.changed(
                            form.id(),
                            placed -> placed.with(
                                    placed.block().leading(next -> new NextStep.ToPageToMake("My bonus page"))));
                }));
        assertThat(owner.get(home).body()).contains("Make this page: My bonus page", "still to be made");
        owner.sendTo(home, home + "/missing", "name", "My bonus page");
        assertThat(owner.get(home).body()).doesNotContain("Make this page");
        assertThat(pages.ofPromotion(stage.id(), promotion.id()))
                .extracting(Page::name)
                .contains("My bonus page");
        assertThat(owner.sendTo(home, home + "/ready", "trail", "no-such").statusCode())
                .isEqualTo(404);
    }
}
