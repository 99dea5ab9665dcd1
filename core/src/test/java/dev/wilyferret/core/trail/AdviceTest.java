package dev.wilyferret.core.trail;

import static dev.wilyferret.core.trail.Promoted.at;
import static dev.wilyferret.core.trail.Promoted.form;
import static dev.wilyferret.core.trail.Promoted.id;
import static dev.wilyferret.core.trail.Promoted.offer;
import static dev.wilyferret.core.trail.Promoted.page;
import static dev.wilyferret.core.trail.Promoted.straight;
import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.trail.Advice.Mend;
import dev.wilyferret.core.trail.Setup.Target;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

class AdviceTest {

    private static final Station BRIDGE = new Station.Page(id(1));
    private static final Station OUT = new Station.Offer(id(2), Optional.empty());

    private static Promoted but(Promoted promoted, Consumer<Promoted> change) {
        change.accept(promoted);
        return promoted;
    }

    private static Arguments that(Promoted promoted, Place about, String begins, Mend mend) {
        return Arguments.of(promoted, about, begins, mend);
    }

    static Stream<Arguments> undone() {
        Mend landing = new Mend.OpenPage(id(1));
        Place redirect = new Place.Redirect(id(2));
        return Stream.of(
                that(
                        but(new Promoted(), one -> one.clickId = false),
                        new Place.Offer(Promoted.OFFER),
                        "Put the click id",
                        new Mend.OpenOffer()),
                that(new Promoted(), Place.Missing.LANDING, "Make the page visitors land on", new Mend.MakeLanding()),
                that(
                        new Promoted().with(1, "Bridge page", offer()),
                        new Place.Offer(Promoted.OFFER),
                        "Make a redirect page",
                        new Mend.MakeRedirect()),
                that(
                        straight().in(PageState.DRAFT),
                        redirect,
                        "The redirect page is still a draft",
                        new Mend.OpenRedirect()),
                that(but(straight(), one -> one.legal = false), at(1), "Say who you are", new Mend.FillLegal()),
                that(
                        new Promoted()
                                .with(1, "Bridge page", page(2))
                                .in(PageState.DRAFT)
                                .withRedirect(2),
                        at(1),
                        "Write your own words",
                        landing),
                that(
                        new Promoted().with(1, "Bridge page", offer()).withRedirect(2),
                        at(1),
                        "The button skips your redirect page",
                        landing),
                that(
                        but(straight(), one -> one.pixelAccounts = 0),
                        at(1),
                        "Enter your ad platform's",
                        new Mend.AddPixel()),
                that(straight().silent(), redirect, "No pixel fires on the redirect page", new Mend.OpenRedirect()),
                that(
                        new Promoted().with(1, "Bridge page", page(2)).silent().withRedirect(2),
                        at(1),
                        "No pixel fires on the landing page",
                        landing),
                that(
                        but(straight(), one -> one.sources.clear()),
                        new Place.Source(""),
                        "Make a tracking link",
                        new Mend.OpenLinks()),
                that(
                        but(straight(), one -> one.leadPixelSeen = false),
                        redirect,
                        "Open your link in another browser",
                        new Mend.OpenLinks()),
                that(
                        new Promoted()
                                .with(1, "Bridge page", page(2))
                                .in(PageState.CHANGED)
                                .withRedirect(2),
                        at(1),
                        "The landing page's draft differs",
                        landing),
                that(
                        straight().went(50, BRIDGE, OUT),
                        new Place.Offer(Promoted.OFFER),
                        "Visitors reach the offer and no sale",
                        new Mend.OpenOffer()),
                that(
                        new Promoted().withForm(1, "Squeeze page", form(false, true, new Target.Thanks())),
                        new Place.OptIn(id(1)),
                        "The mails that answer an opt-in",
                        new Mend.OpenSequence(new dev.wilyferret.core.id.ListId(new java.util.UUID(9, 1)))),
                that(
                        straight().with(3, "Story", offer()).in(PageState.DRAFT),
                        at(3),
                        "Nothing leads to “Story”",
                        new Mend.OpenPage(id(3))),
                that(
                        new Promoted().withForm(1, "Squeeze page", form(false, false, new Target.ToMissing("Inbox"))),
                        new Place.Missing("Inbox"),
                        "“Inbox” is led to and still to be made",
                        new Mend.MakePage("Inbox")));
    }

    @ParameterizedTest
    @MethodSource("undone")
    void theFirstUndoneThingInTheOrderPeopleWork(Promoted promoted, Place about, String begins, Mend mend) {
        Advice first = promoted.advice().getFirst();
        assertThat(first.why()).startsWith(begins).endsWith(".");
        assertThat(first.about()).isEqualTo(about);
        assertThat(first.mend()).isEqualTo(mend);
        assertThat(first.button()).isNotBlank();
    }

    @Test
    void whereAllIsAtWorkNothingIsSaid() {
        assertThat(straight().advice()).isEmpty();
        assertThat(straight().went(49, BRIDGE, OUT).advice()).isEmpty();
        assertThat(straight().went(60, BRIDGE, OUT, new Station.Sale()).advice())
                .isEmpty();
        assertThat(new Promoted()
                        .withForm(1, "Squeeze page", form(false, false, new Target.Thanks()))
                        .advice())
                .as("who takes addresses needs no redirect page")
                .isEmpty();
    }

    @Test
    void allOfItIsThereTheMostUrgentFirst() {
        Promoted some = straight().in(PageState.DRAFT);
        some.legal = false;
        some.sources.clear();
        assertThat(some.advice())
                .extracting(Advice::mend)
                .containsExactly(new Mend.OpenRedirect(), new Mend.FillLegal(), new Mend.OpenLinks());
    }

    private static List<String> said(Promoted promoted) {
        return promoted.advice().stream()
                .map(Advice::why)
                .map(why -> why.substring(0, Math.min(why.length(), 40)))
                .toList();
    }

    private static Promoted pages() {
        return new Promoted().with(1, "Squeeze", page(2), offer()).withRedirect(9);
    }

    @Test
    void whatNothingLeadsToIsSaidOfACircleOnce() {
        assertThat(said(pages().with(2, "Inbox", page(9))
                        .with(3, "Thanks", page(4), offer())
                        .with(4, "More", page(3))))
                .containsExactly("Nothing leads to “Thanks”. Choose it as ");
    }

    @Test
    void aDeadEndAPageThatIsGoneAndACircleAreSaid() {
        assertThat(said(pages().with(2, "Inbox"))).anyMatch(why -> why.startsWith("“Inbox” is a dead end"));
        assertThat(said(pages().with(2, "Inbox", page(77), page(9))))
                .anyMatch(why -> why.startsWith("“Inbox” leads to a page that is gone"));
        assertThat(said(new Promoted().with(1, "Squeeze", page(2)).with(2, "Inbox", page(1))))
                .filteredOn(why -> why.contains("round in circles"))
                .hasSize(2);
        assertThat(said(new Promoted().with(1, "Squeeze", page(2)).with(2, "Inbox", page(1), offer())))
                .noneMatch(why -> why.contains("round in circles"));
    }

    /** A page that is there is not gone, and what leads to one that is gone goes in no circle. */
    @Test
    void onlyWhatIsGoneIsSaidToBeGone() {
        assertThat(said(pages().with(2, "Inbox", page(9), page(1)))).noneMatch(why -> why.contains("is gone"));
        assertThat(said(pages().with(2, "Inbox", offer(), new Target.ToMissing("More"), new Target.HandOut())))
                .noneMatch(why -> why.contains("is gone"));
        assertThat(said(pages().with(2, "Inbox", page(77))))
                .anyMatch(why -> why.startsWith("“Inbox” leads to a page that is gone"))
                .noneMatch(why -> why.contains("round in circles"));
    }

    /** Nobody can have seen a page that is not public: neither its pixel nor a walk over it is asked for yet. */
    @Test
    void pixelsAndAWalkAreAskedForOncePagesArePublic() {
        Promoted drafts = but(straight().in(PageState.DRAFT), one -> one.leadPixelSeen = false);
        assertThat(said(drafts)).containsExactly("The redirect page is still a draft. Publ");
        assertThat(said(straight().silent().in(PageState.DRAFT)))
                .containsExactly("The redirect page is still a draft. Publ");
        assertThat(said(new Promoted()
                        .with(1, "Bridge page", page(2))
                        .silent()
                        .in(PageState.DRAFT)
                        .withRedirect(2)))
                .containsExactly("Write your own words on the landing page");
        Promoted changed = but(straight().in(PageState.CHANGED), one -> one.leadPixelSeen = false);
        assertThat(said(changed))
                .as("visitors see what was published")
                .anyMatch(why -> why.startsWith("Open your link"));
        assertThat(said(straight().silent().in(PageState.CHANGED)))
                .anyMatch(why -> why.startsWith("No pixel fires on the redirect page"));
    }

    @Test
    void ofEachPageThatIsADraftItIsSaid() {
        assertThat(said(pages().with(2, "Inbox", page(9)).in(PageState.DRAFT)))
                .anyMatch(why -> why.startsWith("“Inbox” is still a draft"));
        assertThat(said(pages().with(2, "Inbox", page(9)).in(PageState.CHANGED)))
                .anyMatch(why -> why.startsWith("The draft of “Inbox” differs"));
    }
}
