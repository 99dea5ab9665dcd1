package dev.wilyferret.app.mail;

import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.app.shelf.Bonus;
import dev.wilyferret.app.shelf.Bonuses;
import dev.wilyferret.core.id.BonusId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.mail.MailText;
import dev.wilyferret.core.page.RichText;
import dev.wilyferret.core.people.EmailAddress;
import dev.wilyferret.core.people.Membership;
import dev.wilyferret.core.text.Refusal;
import java.time.Duration;
import java.util.Comparator;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Mails a fresh link to something given away. */
@Service
public class Delivery {

    private static final Duration NOT_AGAIN_WITHIN = Duration.ofMinutes(10);

    private final People people;
    private final Bonuses bonuses;
    private final Mails mails;
    private final Outbox outbox;

    Delivery(People people, Bonuses bonuses, Mails mails, Outbox outbox) {
        this.people = people;
        this.bonuses = bonuses;
        this.mails = mails;
        this.outbox = outbox;
    }

    /** Mails a link, if the address is on a list for good; says nothing either way. */
    @Transactional
    public void renew(WorkspaceId workspace, BonusId bonusId, String typed) {
        Optional<Bonus> bonus = bonuses.find(workspace, bonusId);
        Optional<Subscriber> found = address(typed)
                .flatMap(address -> people.ofAddress(workspace, address.key()).stream()
                        .filter(known -> known.membership() == Membership.CONFIRMED)
                        .filter(known ->
                                bonus.filter(one -> one.goesTo(known.list())).isPresent())
                        .max(Comparator.comparing(known -> !known.order().isEmpty())));
        if (found.isPresent()) {
            outbox.oncePer(
                    NOT_AGAIN_WITHIN,
                    found.get(),
                    mail(found.get(), bonus.orElseThrow()).id());
        }
    }

    private static Optional<EmailAddress> address(String typed) {
        try {
            return Optional.of(new EmailAddress(typed));
        } catch (Refusal noAddress) {
            return Optional.empty();
        }
    }

    /** The list's mail that brings a bonus, made when it is first needed. */
    private Written mail(Subscriber one, Bonus bonus) {
        String name = ShortId.of(bonus.id());
        return mails.of(one.workspace(), one.list(), Written.Kind.DELIVERY).stream()
                .filter(mail -> mail.name().equals(name))
                .findFirst()
                .orElseGet(
                        () -> mails.add(
                                one.workspace(),
                                one.list(),
                                Written.Kind.DELIVERY,
                                name,
                                new MailText(
                                        "Your link: " + bonus.name(),
                                        "",
                                        new RichText(
                                                "Hello {{first_name|there}},\n\nhere is the link you asked for. It is good for a week."))));
    }
}
