package dev.wilyferret.app.pages;

import dev.wilyferret.core.page.PageDocument;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** The states a draft went through: a hundred to go back, and on again until something else is edited. */
@Component
class PageSteps {

    static final int MOST = 100;
    /** Typing on in the same thing within this time is one step. */
    private static final Duration SAME_STEP = Duration.ofSeconds(8);

    private final PageStepStore steps;
    private final Clock clock;

    PageSteps(PageStepStore steps, Clock clock) {
        this.steps = steps;
        this.clock = clock;
    }

    /** Makes a state the draft, as a step that can be taken back. */
    void add(PageRow row, String what, PageDocument draft) {
        Instant now = clock.instant();
        Optional<PageStepRow> present = steps.findById(key(row, row.step));
        if (present.isEmpty()) {
            steps.save(new PageStepRow(key(row, row.step), row.draft, "", now));
        }
        boolean goesOn = present.filter(step ->
                        step.what.equals(what) && step.madeAt.plus(SAME_STEP).isAfter(now))
                .isPresent();
        row.draft = DocumentJson.write(draft);
        row.revision++;
        if (goesOn) {
            present.get().document = row.draft;
            present.get().madeAt = now;
        } else {
            steps.keepOnly(row.key.workspace(), row.key.id(), row.step + 1 - MOST, row.step);
            row.step++;
            steps.save(new PageStepRow(key(row, row.step), row.draft, what, now));
        }
    }

    /** Takes the draft to a neighbouring state; false if there is none that can be read. */
    boolean go(PageRow row, int by) {
        Optional<PageStepRow> to = steps.findById(key(row, row.step + by))
                .filter(step -> DocumentJson.tryRead(step.document).isPresent());
        to.ifPresent(step -> {
            row.step += by;
            row.draft = step.document;
            row.revision++;
            // What is typed from here on is a step of its own.
            step.madeAt = Instant.EPOCH;
        });
        return to.isPresent();
    }

    /** The latest state up to the present one that can be read. */
    Optional<PageDocument> readable(PageRow row) {
        return steps.upTo(row.key.workspace(), row.key.id(), row.step).stream()
                .flatMap(step -> DocumentJson.tryRead(step.document).stream())
                .findFirst();
    }

    Pages.Steps of(Page page) {
        return new Pages.Steps(
                steps.existsById(
                        new PageStepRow.Key(page.workspace().value(), page.id().value(), page.step() - 1)),
                steps.existsById(
                        new PageStepRow.Key(page.workspace().value(), page.id().value(), page.step() + 1)));
    }

    private static PageStepRow.Key key(PageRow row, int step) {
        return new PageStepRow.Key(row.key.workspace(), row.key.id(), step);
    }
}
