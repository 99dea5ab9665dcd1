package dev.wilyferret.app.rotations;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.evidence.Planner;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.rotation.Standings;
import dev.wilyferret.core.rotation.Weights;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** How long a test takes to find a difference, and which one it finds in so long; filled in with what the rotation brought so far. */
@Controller
@RequestMapping("/promotions/{promotion}/rotations/{rotation}/plan")
class RotationPlan {

    private static final int MOST_DAILY = 10_000_000;
    private static final int A_MONTH = 28;

    private final Rotations rotations;
    private final RotationDesk desk;
    private final RoundBook rounds;

    RotationPlan(Rotations rotations, RotationDesk desk, RoundBook rounds) {
        this.rotations = rotations;
        this.desk = desk;
        this.rounds = rounds;
    }

    /**
     * What is planned with.
     *
     * @param rate today's, above 0 and below 1
     * @param daily visitors a day, of all variants together
     */
    private record Given(double rate, int daily, int variants) {

        double each() {
            return (double) daily / variants;
        }

        /** As "5.50 instead of 5.00 %". */
        String than(double difference) {
            return String.format(Locale.ROOT, "%.2f instead of %.2f %%", 100 * (rate + difference), 100 * rate);
        }
    }

    @GetMapping
    String open(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @PathVariable RotationId rotation,
            @RequestParam MultiValueMap<String, String> typed,
            Model model) {
        Rotating rotating =
                rotations.find(member.workspace(), promotion, rotation).orElseThrow(NotFound::new);
        Intake form = typed.isEmpty() ? Intake.showing(soFar(rotating)) : Intake.of(typed);
        Asked asked = desk.asked(rotating.workspace(), rotating.promotion(), rotating.behind());
        model.addAttribute("promotion", asked.promotion());
        model.addAttribute("asked", asked);
        model.addAttribute("address", rotating.address());
        model.addAttribute("form", form);
        if (!form.value("rate").isEmpty() || !typed.isEmpty()) {
            plan(form, model);
        }
        return "rotations/plan";
    }

    private void plan(Intake form, Model model) {
        Optional<Double> rate = form.take("rate", RotationPlan::rate);
        Optional<Integer> daily = form.take("daily", text -> number("number of visitors", text, 1, MOST_DAILY));
        Optional<Integer> variants =
                form.take("variants", text -> number("number of variants", text, 2, Weights.MOST_VARIANTS));
        Optional<Integer> percent = form.take("difference", text -> number("difference", text, 1, 100));
        Optional<Integer> days = form.take("days", text -> number("number of days", text, 1, Planner.MOST_DAYS));
        if (!form.clean()) {
            return;
        }
        Given given = new Given(rate.orElseThrow(), daily.orElseThrow(), variants.orElseThrow());
        double difference = given.rate * percent.orElseThrow() / 100;
        model.addAttribute("needed", needed(given, difference));
        model.addAttribute("found", found(given, days.orElseThrow()));
    }

    private static String needed(Given given, double difference) {
        if (given.rate + difference >= 1) {
            return "No rate can be that high. Write a smaller difference.";
        }
        return Planner.of(given.rate, difference, given.each(), given.variants, Standings.ALPHA)
                .map(plan -> String.format(
                        Locale.ROOT,
                        "%s: about %,d visitors of each variant, %,d days at this pace.",
                        given.than(difference),
                        plan.visitors(),
                        plan.days()))
                .orElse("%s: over ten years at this pace. Test something that could change more."
                        .formatted(given.than(difference)));
    }

    private static String found(Given given, int days) {
        return Planner.smallestFound(given.rate, days, given.each(), given.variants, Standings.ALPHA)
                .map(difference -> String.format(
                        Locale.ROOT,
                        "In %,d days, %s is found: a difference of %.0f %%. A smaller one probably is not.",
                        days,
                        given.than(difference),
                        100 * difference / given.rate))
                .orElse("In %,d days not even a rate twice as high would be found at this pace.".formatted(days));
    }

    /** Of the present stretch; the rate is missing while there is none. */
    private Map<String, String> soFar(Rotating rotating) {
        RoundBook.Read read = rounds.read(rotating, rotating.rotation().round(), rotating.goal(), -1);
        long drawn = read.ripe().drawn();
        long converted = read.standings().lines().stream()
                .mapToLong(line -> line.seen().converted())
                .sum();
        Map<String, String> values = new LinkedHashMap<>();
        if (converted > 0 && converted < drawn) {
            values.put("rate", String.format(Locale.ROOT, "%.2f", 100.0 * converted / drawn));
            values.put(
                    "daily",
                    String.valueOf(Math.max(
                            1, Math.round((double) drawn / read.ripe().days().size()))));
        }
        values.put(
                "variants",
                String.valueOf(Math.max(2, rotating.rotation().drawing().size())));
        values.put("difference", String.valueOf(rotating.worth()));
        values.put("days", String.valueOf(A_MONTH));
        return values;
    }

    private static double rate(String typed) {
        String text = typed.strip().replaceFirst("\\s*%$", "").replace(',', '.');
        if (!text.matches("\\d{1,2}(\\.\\d{1,4})?") || Double.parseDouble(text) == 0) {
            throw new Refusal("“%s” is no rate. Write percent above 0 and below 100, for example 5 or 0.8."
                    .formatted(PlainText.cut(typed, 40)));
        }
        return Double.parseDouble(text) / 100;
    }

    private static int number(String what, String typed, int least, int most) {
        String text = typed.strip().replaceFirst("\\s*%$", "").replace(",", "");
        if (!text.matches("\\d{1,8}") || Integer.parseInt(text) < least || Integer.parseInt(text) > most) {
            throw new Refusal("“%s” is no %s. Write a whole number from %,d to %,d."
                    .formatted(PlainText.cut(typed, 40), what, least, most));
        }
        return Integer.parseInt(text);
    }
}
