package dev.wilyferret.core.design;

import static dev.wilyferret.core.design.Sketch.CELLAR;
import static dev.wilyferret.core.design.Sketch.CLAY;
import static dev.wilyferret.core.design.Sketch.NIGHT;
import static dev.wilyferret.core.design.Sketch.OYSTER;
import static dev.wilyferret.core.design.Sketch.SKY;

import dev.wilyferret.core.page.Look.Buttons;
import dev.wilyferret.core.page.Look.Corners;
import dev.wilyferret.core.page.Look.Pairing;
import dev.wilyferret.core.page.Look.Width;
import java.util.List;

/** The words and shapes of the starting designs, from the home-growing niche. */
final class StartingPages {

    static final List<StartingDesign> ALL = List.of(
            squeeze(),
            squeezeNight(),
            bridge(),
            bridgeStory(),
            bonus(),
            quiz(),
            offers(),
            thanks(),
            inbox(),
            download(),
            claim(),
            turnAway(),
            registration(),
            blank());

    private StartingPages() {}

    private static StartingDesign squeeze() {
        return Sketch.of("A free mushroom calendar", "When to start, feed and pick oyster mushrooms at home.")
                .look(OYSTER, Pairing.HOMEGROWN, Corners.SOFT, Buttons.FILLED, Width.NARROW)
                .headline("Free: the calendar that tells you when to pick")
                .sub("Twelve weeks of oyster mushrooms on one sheet of paper.")
                .form("Send me the calendar", "Thank you. Look in your inbox for the calendar.")
                .text("No more than one mail a week, and you can leave with one click.")
                .as(
                        "calendar",
                        "Squeeze page",
                        "Trades something small for an e-mail address: headline, one line, one field.");
    }

    private static StartingDesign squeezeNight() {
        return Sketch.of("Seven mistakes that rot a harvest", "A short guide for first-time mushroom growers.")
                .look(NIGHT, Pairing.GAZETTE, Corners.SQUARE, Buttons.LIFTED, Width.WIDE)
                .headline("Seven mistakes that rot a first harvest")
                .sub("Number four is in every shop-bought kit.")
                .benefits(
                        "Why tap water is fine, and what is not",
                        "The smell that tells you to start again",
                        "How cool is cool enough")
                .form("Show me all seven", "Thank you. The guide is on its way to your inbox.", "First name")
                .as(
                        "seven-mistakes",
                        "Squeeze page, dark",
                        "For cold visitors who need a reason: a claim, three teasers, name and address.");
    }

    private static StartingDesign bridge() {
        return Sketch.of("Oyster mushrooms at home", "What it takes to grow oyster mushrooms without a garden.")
                .look(OYSTER, Pairing.HOMEGROWN, Corners.SOFT, Buttons.FILLED, Width.NARROW)
                .headline("Pick your first oyster mushrooms in six weeks")
                .sub("A cool corner, a bucket and coffee grounds are enough.")
                .benefits("What to buy for under twenty euros", "A calendar from spores to pan")
                .toOffer("Show me the course")
                .disclosure()
                .as(
                        "start",
                        "Bridge page",
                        "Warms up a visitor before the offer: headline, a few benefits, one button.");
    }

    private static StartingDesign bridgeStory() {
        return Sketch.of("From coffee grounds to dinner", "How one bucket on a balcony feeds two people every week.")
                .look(CELLAR, Pairing.CRATE, Corners.SOFT, Buttons.FILLED, Width.NARROW)
                .headline("I threw coffee grounds away for ten years. Then I ate them.")
                .text("My balcony has two square metres and no sun. **Nothing grew there** until a neighbour gave me a "
                        + "bag of white threads and told me to leave it alone.\n\n"
                        + "Six weeks later I picked a kilo. *Without a garden, without a greenhouse.* "
                        + "The course below is what she learned from, and now I did too.")
                .toOffer("See how it works")
                .quote(
                        "I had given up on growing anything. Now the bucket is the first thing guests ask about.",
                        "Ines, Kelderhoek")
                .toOffer("See how it works")
                .disclosure()
                .as("story", "Bridge page, story", "Tells a story before the offer, for an audience that reads.");
    }

    private static StartingDesign bonus() {
        return Sketch.of(
                        "Cellar Crop Course: my review and bonuses",
                        "What the course does well, what it leaves out, and what you get on top.")
                .look(CLAY, Pairing.HOMEGROWN, Corners.ROUND, Buttons.FILLED, Width.WIDE)
                .headline("Cellar Crop Course: what I liked, what I missed")
                .sub("And what you get from me on top, if it is for you.")
                .text("**What it does well:** every step is filmed in a real cellar, with the mistakes left in.\n\n"
                        + "**What it leaves out:** where to buy in your country. That is why I made the first bonus.")
                .bonuses(
                        "On top from me",
                        "Shopping list",
                        "Every item with three places to buy it.",
                        "9.00",
                        "Harvest calendar",
                        "Twelve weeks on one sheet for the fridge door.",
                        "12.00",
                        "Rescue guide",
                        "Eleven photos of trouble, and what to do about each.",
                        "19.00")
                .toOffer("Get the course and the bonuses")
                .disclosure()
                .as("bonus", "Bonus page", "An honest review, and what a buyer gets on top.");
    }

    private static StartingDesign quiz() {
        return Sketch.of("Which mushroom suits your home?", "Three questions, and you know what to grow first.")
                .look(SKY, Pairing.GAZETTE, Corners.ROUND, Buttons.FILLED, Width.NARROW)
                .headline("Which mushroom suits your home?")
                .sub("Three questions, half a minute.")
                .quiz(
                        "Next question",
                        List.of(
                                List.of("Where could a bucket stand?", "On a balcony", "In a cellar", "In the kitchen"),
                                List.of("How cool is it there?", "Under 15 °C", "About 18 °C", "Warmer"),
                                List.of(
                                        "How much do you want to eat?",
                                        "A taste",
                                        "A meal a week",
                                        "Enough to give away")))
                .disclosure()
                .as("quiz", "Quiz page", "Two or three easy questions, then on: small yeses before the offer.");
    }

    private static StartingDesign offers() {
        return Sketch.of("Three ways to start growing", "A course, a kit and a diary compared.")
                .look(OYSTER, Pairing.CRATE, Corners.SOFT, Buttons.OUTLINED, Width.WIDE)
                .headline("Three ways to your first mushrooms")
                .offer(
                        "Cellar Crop Course",
                        "For those who want to understand it. Filmed step by step, six weekends.",
                        "See the course")
                .offer(
                        "Oyster Kit Club",
                        "For those who want to start tonight. A ready bag every month.",
                        "See the kits")
                .offer(
                        "Spore Diary",
                        "For those who forget to water. Reminds you, and keeps your notes.",
                        "Try the diary")
                .disclosure()
                .as("offers", "List of offers", "Several offers on one page, each with an outbound link of its own.");
    }

    private static StartingDesign thanks() {
        return Sketch.of("Thank you", "Your address is confirmed.")
                .notIndexed()
                .look(OYSTER, Pairing.HOMEGROWN, Corners.SOFT, Buttons.FILLED, Width.NARROW)
                .headline("Thank you, {{first_name|and welcome}}")
                .sub("The calendar is on its way. While it travels:")
                .text("I learned most of what I know from one course. It is the one thing I would buy again.")
                .toOffer("Show me that course")
                .disclosure()
                .as("thank-you", "Thank-you page", "After an opt-in, while the visitor still looks.");
    }

    private static StartingDesign inbox() {
        return Sketch.of("One more step", "Confirm your address.")
                .notIndexed()
                .look(SKY, Pairing.HOMEGROWN, Corners.SOFT, Buttons.FILLED, Width.NARROW)
                .headline("Look in your inbox now")
                .text(
                        "- Open the mail from **Growbench**.\n- Press the button in it.\n- The calendar opens at once.\n\n"
                                + "Nothing there after five minutes? Look among the spam, and drag it to your inbox.")
                .toOffer("Meanwhile: see how I started")
                .disclosure()
                .as("check-your-inbox", "Check your inbox", "Asks a new subscriber to confirm.");
    }

    private static StartingDesign download() {
        return Sketch.of("Your download", "The harvest calendar, ready to print.")
                .notIndexed()
                .look(OYSTER, Pairing.HOMEGROWN, Corners.SOFT, Buttons.LIFTED, Width.NARROW)
                .headline("Here is your calendar")
                .sub("One sheet, to print and hang on the fridge door.")
                .text("Start in week one with the bucket. **Do not open it before week three.**")
                .toOffer("See the course behind it")
                .disclosure()
                .as("download", "Download page", "Hands over what was promised.");
    }

    private static StartingDesign claim() {
        return Sketch.of("Claim your bonuses", "For buyers of the Cellar Crop Course.")
                .notIndexed()
                .look(CLAY, Pairing.HOMEGROWN, Corners.ROUND, Buttons.FILLED, Width.NARROW)
                .headline("You bought the course? Here are your bonuses")
                .sub("Tell me where to send them.")
                .form(
                        "Send me my bonuses",
                        "Thank you. I check the order, and the bonuses are in your inbox within a day.",
                        "Order number")
                .as(
                        "claim",
                        "Bonus claim page",
                        "Puts buyers on a list of their own, and gives them what was promised.");
    }

    private static StartingDesign turnAway() {
        return Sketch.of("This page is resting", "")
                .notIndexed()
                .look(CELLAR, Pairing.HOMEGROWN, Corners.SOFT, Buttons.OUTLINED, Width.NARROW)
                .headline("You have been here a few times today")
                .text(
                        "That is why this page takes a rest for you. If you are a person and came by mistake, go right on:")
                .toOffer("Take me to the course")
                .disclosure()
                .as("turn-away", "Turn-away page", "For visitors a filter holds back, with a way through for people.");
    }

    private static StartingDesign registration() {
        return Sketch.of("Live from the cellar", "An evening in a working mushroom cellar, with questions.")
                .look(NIGHT, Pairing.HOMEGROWN, Corners.SOFT, Buttons.FILLED, Width.NARROW)
                .headline("Live from the cellar: one evening, one harvest")
                .sub("We pick, we cook, and you ask what you like.")
                .countdown("It begins in", "It has begun.")
                .form("Keep a seat for me", "Your seat is kept. The way in comes by mail.", "First name")
                .as("registration", "Event registration", "Fills an event at a moment: date, countdown, a seat.");
    }

    private static StartingDesign blank() {
        return Sketch.of("", "")
                .headline("The one thing they should read")
                .toOffer("")
                .disclosure()
                .as("page", "Page", "Nothing but a headline and a button.");
    }
}
