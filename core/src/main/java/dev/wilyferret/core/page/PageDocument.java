package dev.wilyferret.core.page;

import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.visit.TakenStep;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.NavigableSet;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import java.util.regex.Pattern;

/** A page's content as one value: what is kept, published, compared and drawn. */
public sealed interface PageDocument {

    /** What stands in the browser's title bar and in search results; at most 120 characters. */
    String title();

    /** The ad platform accounts whose pixel fires here, each once, with what it tells. */
    List<Firing> pixels();

    /** A page a visitor reads. */
    record ContentPage(PageSettings settings, Look look, Blocks blocks, List<Firing> pixels) implements PageDocument {
        public ContentPage {
            pixels = List.copyOf(pixels);
        }

        @Override
        public String title() {
            return settings.title();
        }

        public ContentPage with(PageSettings other) {
            return new ContentPage(other, look, blocks, pixels);
        }

        public ContentPage with(Look other) {
            return new ContentPage(settings, other, blocks, pixels);
        }

        public ContentPage firing(List<Firing> others) {
            return new ContentPage(settings, look, blocks, others);
        }

        /** The page with each single way on changed. */
        public ContentPage leading(UnaryOperator<NextStep> change) {
            return blocks(all -> {
                Blocks led = all;
                for (Placed placed : all.all().toList()) {
                    led = led.changed(placed.id(), one -> one.with(one.block().leading(change)));
                }
                return led;
            });
        }

        /** The page with another text in its first headline; empty if it has none. */
        public Optional<ContentPage> headed(String headline) {
            return blocks.all()
                    .filter(placed -> placed.block() instanceof Block.Headline)
                    .findFirst()
                    .map(placed ->
                            blocks(all -> all.changed(placed.id(), one -> one.with(new Block.Headline(headline)))));
        }

        /** The moments at which what visitors see changes by itself: the ends of its countdowns. */
        public NavigableSet<Instant> turns() {
            NavigableSet<Instant> turns = new TreeSet<>();
            blocks.shown().forEach(placed -> {
                if (placed.block() instanceof Block.Countdown countdown) {
                    countdown.until().ifPresent(turns::add);
                }
            });
            return turns;
        }

        /** The page as visitors see it at a moment: what a countdown ended is gone or leads elsewhere. */
        public ContentPage at(Instant now) {
            ContentPage page = this;
            for (Placed placed : blocks.shown().toList()) {
                if (placed.block() instanceof Block.Countdown countdown && countdown.over(now)) {
                    page = page.after(countdown);
                }
            }
            return page;
        }

        /** The page as visitors see it once one of its countdowns is over. */
        public ContentPage after(Block.Countdown countdown) {
            return blocks(all -> ended(all, countdown));
        }

        private static Blocks ended(Blocks blocks, Block.Countdown countdown) {
            Blocks shown = countdown.hides().map(blocks::without).orElse(blocks);
            return countdown
                    .changes()
                    .map(button -> shown.changed(
                            button, placed -> placed.with(placed.block().leadingTo(step -> countdown.then()))))
                    .orElse(shown);
        }

        /** The countdowns whose end cannot be kept: they change a button with two ways at once to what is not a way of its own. */
        public List<Placed> countdownsAtOdds() {
            return blocks.all()
                    .filter(placed -> placed.block() instanceof Block.Countdown countdown
                            && !countdown.then().leaves()
                            && countdown
                                    .changes()
                                    .flatMap(blocks::find)
                                    .filter(changed -> changed.block().nextSteps().stream()
                                            .anyMatch(NextStep.TwoAtOnce.class::isInstance))
                                    .isPresent())
                    .toList();
        }

        /** @throws Refusal if an edit that led from {@code before} to this made a countdown that cannot be kept */
        public void refuseOddCountdowns(ContentPage before) {
            if (countdownsAtOdds().size() > before.countdownsAtOdds().size()) {
                throw new Refusal(
                        "The countdown's end changes a button that opens two ways at once, so it needs a page or an offer to lead to. Choose one under “then leads”, or another button.");
            }
        }

        public ContentPage blocks(UnaryOperator<Blocks> change) {
            return new ContentPage(settings, look, change.apply(blocks), pixels);
        }
    }

    /**
     * A page that fires pixels and sends the visitor on to the offer.
     *
     * @param oncePerVisit whether its pixels fire only the first time that somebody comes by in a visit
     */
    record RedirectPage(String title, Hold hold, List<Firing> pixels, ReferrerRule referrer, boolean oncePerVisit)
            implements PageDocument {

        /** One that fires every time, and tells the offer only the host. */
        public RedirectPage(String title, Hold hold, List<Firing> pixels) {
            this(title, hold, pixels, ReferrerRule.ORIGIN, false);
        }

        public RedirectPage {
            title = PlainText.optionalLine("public title", title, 120);
            pixels = List.copyOf(pixels);
        }
    }

    /**
     * A page that stands on a host of its own, which this program neither draws nor serves: its script tells what visitors do there.
     *
     * @param address where it stands
     * @param steps what its owner calls the steps its script may tell of, at most {@link #MOST_STEPS}
     * @param clickParameter the parameter in which its links to other hosts take the click id; empty for none
     */
    record OutsidePage(WebAddress address, List<String> steps, String clickParameter) implements PageDocument {

        public static final int MOST_STEPS = 20;

        private static final Pattern PARAMETER = Pattern.compile("[A-Za-z0-9_.\\[\\]-]{0,40}");

        /** @throws Refusal if a step's name is wrong or there twice, there are too many, or the parameter is no name of one */
        public OutsidePage {
            steps = steps.stream().map(TakenStep::name).toList();
            Set<String> seen = new HashSet<>();
            for (String step : steps) {
                if (!seen.add(step)) {
                    throw new Refusal("The step “%s” is there twice. Leave one out.".formatted(step));
                }
            }
            if (steps.size() > MOST_STEPS) {
                throw new Refusal(
                        "There are %d steps; at most %d fit. Leave some out.".formatted(steps.size(), MOST_STEPS));
            }
            if (!PARAMETER.matcher(clickParameter).matches()) {
                throw new Refusal(
                        "“%s” is no name of a parameter. Write it as it stands in the address before the =, for example sub1."
                                .formatted(PlainText.cut(clickParameter, 60)));
            }
        }

        @Override
        public String title() {
            return "";
        }

        @Override
        public List<Firing> pixels() {
            return List.of();
        }
    }
}
