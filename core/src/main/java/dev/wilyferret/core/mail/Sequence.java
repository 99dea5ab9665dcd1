package dev.wilyferret.core.mail;

import dev.wilyferret.core.id.MailId;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * The mails a list sends by itself, one after the other. A person never goes back: a mail put in before the place they
 * have reached is not sent to them, and one taken out is passed over.
 */
public record Sequence(List<Step> steps) {

    /**
     * @param position its place; places need not follow each other closely
     * @param live whether it is sent at all
     * @param delay after the opt-in, or after the mail before
     * @param afterOptIn whether the delay runs from the opt-in, whatever came before
     */
    public record Step(MailId mail, int position, boolean live, Duration delay, boolean afterOptIn) {}

    /**
     * How far a person has come.
     *
     * @param reached the place of the last mail they got; below every place if they got none
     * @param last when that was sent
     */
    public record Progress(Instant optIn, int reached, Optional<Instant> last) {

        public static Progress begun(Instant optIn) {
            return new Progress(optIn, Integer.MIN_VALUE, Optional.empty());
        }
    }

    public record Due(MailId mail, Instant at) {}

    public Sequence {
        steps = steps.stream().sorted(Comparator.comparingInt(Step::position)).toList();
    }

    /** The mail a person gets next, and when; empty if there is none left. */
    public Optional<Due> next(Progress progress) {
        return steps.stream()
                .filter(step -> step.live && step.position > progress.reached)
                .findFirst()
                .map(step -> new Due(
                        step.mail,
                        (step.afterOptIn ? progress.optIn : progress.last.orElse(progress.optIn)).plus(step.delay)));
    }
}
