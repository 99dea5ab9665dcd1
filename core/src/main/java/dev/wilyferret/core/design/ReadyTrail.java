package dev.wilyferret.core.design;

import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.FormField;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.Placed;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * A trail that is made in one step: its pages, each leading to the next by name.
 *
 * @param list the list it puts people on
 * @param redirect whether it has a redirect page in front of the offer
 * @param secondOffer the name of its page for another offer than the promotion's; empty for none
 */
public record ReadyTrail(
        String key,
        String name,
        String purpose,
        List<Stop> stops,
        Optional<NewList> list,
        boolean redirect,
        String secondOffer) {

    /** A page of the trail. */
    public record Stop(String design, String name, ContentPage page) {}

    /**
     * A list a trail brings along.
     *
     * @param buyers whether it is a list of buyers
     * @param check the name of the page that tells people to look in their inbox; empty for none
     * @param confirmed the name of the page that confirming leads to; empty for none
     * @param gift the name of the page its first mail leads to; empty for no mails
     */
    public record NewList(boolean buyers, boolean doubleOptIn, String check, String confirmed, String gift) {}

    private static final String INBOX = "Check your inbox";
    private static final String THANKS = "Thank-you page";
    private static final String DOWNLOAD = "Download page";
    private static final String BRIDGE = "Bridge page";
    private static final String CLAIM = "Claim page";
    private static final String SECOND = "Second offer";

    /** All of them, in the order they are offered. */
    public static List<ReadyTrail> all() {
        return List.of(growAList(), listThenOffer(), bonusForBuyers(), quizToOffer(), twoOffers(), registration());
    }

    public static Optional<ReadyTrail> of(String key) {
        return all().stream().filter(trail -> trail.key.equals(key)).findFirst();
    }

    private static ReadyTrail growAList() {
        return new ReadyTrail(
                "grow-a-list",
                "Grow a list",
                "Squeeze page, check-your-inbox, thank-you, download; a list that asks for confirmation, and two mails.",
                List.of(
                        stop("calendar", "Squeeze page", page -> formLeads(page, to(INBOX))),
                        stop("check-your-inbox", INBOX, page -> page),
                        stop("thank-you", THANKS, page -> offerLeads(page, to(DOWNLOAD), "Open the calendar")),
                        stop("download", DOWNLOAD, ReadyTrail::handingOut)),
                Optional.of(new NewList(false, true, INBOX, THANKS, DOWNLOAD)),
                false,
                "");
    }

    private static ReadyTrail listThenOffer() {
        return new ReadyTrail(
                "list-then-offer",
                "List, then offer",
                "Squeeze page, then a bridge page to the offer; the address is yours before they go.",
                List.of(
                        stop("calendar", "Squeeze page", page -> formLeads(page, to(BRIDGE))),
                        stop("start", BRIDGE, page -> page)),
                Optional.of(new NewList(false, true, "", "", "")),
                false,
                "");
    }

    private static ReadyTrail bonusForBuyers() {
        return new ReadyTrail(
                "bonus-for-buyers",
                "Bonus for buyers",
                "Bonus page to the offer; a claim page that takes the order number, and a download page.",
                List.of(
                        stop("bonus", "Bonus page", ReadyTrail::tellingOfTheClaim),
                        stop("claim", CLAIM, page -> formLeads(page, to(DOWNLOAD), ReadyTrail::claiming)),
                        stop("download", DOWNLOAD, page -> withBonuses(handingOut(page)))),
                Optional.of(new NewList(true, false, "", "", "")),
                false,
                "");
    }

    private static ReadyTrail quizToOffer() {
        return new ReadyTrail(
                "quiz-to-offer",
                "Quiz to offer",
                "A quiz, then the redirect page that tells the ad platform, then the offer.",
                List.of(stop("quiz", "Quiz page", page -> page)),
                Optional.empty(),
                true,
                "");
    }

    private static ReadyTrail twoOffers() {
        return new ReadyTrail(
                "two-offers",
                "One opt-in, two offers",
                "A squeeze page; sending the form opens the offer in a new tab and a page for the second one in this tab.",
                List.of(
                        stop(
                                "calendar",
                                "Squeeze page",
                                page -> disclosing(
                                        formLeads(page, new NextStep.TwoAtOnce(new NextStep.ToOffer(), to(SECOND))))),
                        stop("start", SECOND, page -> page)),
                Optional.of(new NewList(false, true, "", "", "")),
                false,
                SECOND);
    }

    private static ReadyTrail registration() {
        return new ReadyTrail(
                "registration",
                "Event registration",
                "Registration, a confirmation with the date as a calendar file, and the replay.",
                List.of(
                        stop("registration", "Registration", page -> formLeads(page, to("Confirmation"))),
                        stop("thank-you", "Confirmation", ReadyTrail::confirming),
                        stop("story", "Replay", page -> page)),
                Optional.of(new NewList(false, true, "", "", "")),
                false,
                "");
    }

    private static NextStep to(String page) {
        return new NextStep.ToPageToMake(page);
    }

    private static Stop stop(String design, String name, UnaryOperator<ContentPage> change) {
        return new Stop(
                design,
                name,
                change.apply(StartingDesign.of(design).orElseThrow().page()));
    }

    private static ContentPage formLeads(ContentPage page, NextStep next) {
        return formLeads(page, next, form -> form);
    }

    private static ContentPage formLeads(ContentPage page, NextStep next, UnaryOperator<Block.Form> change) {
        return page.blocks(blocks -> {
            Placed form = blocks.all()
                    .filter(placed -> placed.block() instanceof Block.Form)
                    .findFirst()
                    .orElseThrow();
            return blocks.changed(
                    form.id(),
                    placed ->
                            placed.with(change.apply((Block.Form) placed.block().leading(old -> next))));
        });
    }

    /** The first button that leads to the offer leads elsewhere, with other words. */
    private static ContentPage offerLeads(ContentPage page, NextStep next, String words) {
        return page.blocks(blocks -> {
            BlockId button = blocks.all()
                    .filter(placed -> placed.block() instanceof Block.Button)
                    .findFirst()
                    .orElseThrow()
                    .id();
            return blocks.changed(button, placed -> placed.with(new Block.Button(words, next)));
        });
    }

    private static Block.Form claiming(Block.Form form) {
        return form.asking(FormField.all("E-mail address", "Order number *"));
    }

    /** Whoever bought through the bonus page finds there where to claim. */
    private static ContentPage tellingOfTheClaim(ContentPage page) {
        return page.blocks(blocks -> blocks.after(
                blocks.top().stream()
                        .filter(placed -> placed.block() instanceof Block.Button)
                        .findFirst()
                        .map(Placed::id),
                Placed.of("claim", new Block.Button("Bought it already? Claim your bonuses", to(CLAIM)))));
    }

    private static ContentPage disclosing(ContentPage page) {
        Block disclosure = StartingDesign.of("start")
                .orElseThrow()
                .page()
                .blocks()
                .all()
                .map(Placed::block)
                .filter(Block.Disclosure.class::isInstance)
                .findFirst()
                .orElseThrow();
        return page.blocks(
                blocks -> blocks.after(Optional.of(blocks.top().getLast().id()), Placed.of("disclosure", disclosure)));
    }

    /** Adds a button that hands out a file of the shelf, to be chosen. */
    private static ContentPage handingOut(ContentPage page) {
        return page.blocks(blocks -> blocks.after(
                blocks.top().stream()
                        .filter(placed -> placed.block() instanceof Block.SubHeadline)
                        .findFirst()
                        .map(Placed::id),
                Placed.of("gift", new Block.Button("Download the calendar", new NextStep.NotChosen()))));
    }

    private static ContentPage withBonuses(ContentPage page) {
        return page.blocks(blocks -> blocks.without(new BlockId("gift"))
                .after(
                        blocks.top().stream()
                                .filter(placed -> placed.block() instanceof Block.SubHeadline)
                                .findFirst()
                                .map(Placed::id),
                        Placed.of(
                                "bonuses",
                                new Block.BonusList("Your bonuses", false, true),
                                Placed.of("bonus1", new Block.Bonus("", "", "", "")))));
    }

    private static ContentPage confirming(ContentPage page) {
        ContentPage watching = offerLeads(page, to("Replay"), "Go to the replay");
        return watching.blocks(blocks -> blocks.after(
                Optional.of(Objects.requireNonNull(blocks.top().getFirst()).id()),
                Placed.of(
                        "date",
                        new Block.Countdown(
                                Optional.empty(),
                                "It begins in",
                                "It has begun.",
                                Optional.empty(),
                                Optional.empty(),
                                new NextStep.NotChosen(),
                                true))));
    }

    /**
     * The trail with its page for a second offer leading there.
     *
     * @param offer empty where none is chosen yet: then the page waits for a next step
     */
    public ReadyTrail leadingTo(Optional<OfferId> offer) {
        NextStep second = offer.<NextStep>map(NextStep.ToAnotherOffer::new).orElseGet(NextStep.NotChosen::new);
        List<Stop> led = stops.stream()
                .map(stop -> stop.name.equals(secondOffer)
                        ? new Stop(
                                stop.design,
                                stop.name,
                                stop.page.leading(step -> step instanceof NextStep.ToOffer ? second : step))
                        : stop)
                .toList();
        return new ReadyTrail(key, name, purpose, led, list, redirect, secondOffer);
    }

    /** The pages with their forms putting people on a list. */
    public List<Stop> onto(ListId listId) {
        return stops.stream()
                .map(stop -> new Stop(stop.design, stop.name, stop.page.blocks(blocks -> {
                    for (Placed placed : blocks.all().toList()) {
                        if (placed.block() instanceof Block.Form form) {
                            blocks = blocks.changed(placed.id(), one -> one.with(form.onto(listId)));
                        }
                    }
                    return blocks;
                })))
                .toList();
    }
}
