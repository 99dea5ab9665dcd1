package dev.wilyferret.app.console;

import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.figures.Rate;
import dev.wilyferret.core.figures.StepFigures;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.people.EmailAddress;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Currency;
import java.util.Locale;
import org.springframework.stereotype.Component;

/** How figures, amounts and moments are written on the screen; templates call it as {@code @show}. */
@Component("show")
public class Show {

    private static final String DASH = "–";
    private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("d MMM uuuu, HH:mm:ss", Locale.ENGLISH);
    private static final DateTimeFormatter SHORT = DateTimeFormatter.ofPattern("d MMM, HH:mm", Locale.ENGLISH);

    private final Clock clock;

    Show(Clock clock) {
        this.clock = clock;
    }

    public String count(long number) {
        return String.format(Locale.ENGLISH, "%,d", number);
    }

    /** With one decimal, half up; a dash where there is nothing to divide by. */
    public String rate(Rate rate) {
        if (rate.whole() == 0) {
            return DASH;
        }
        BigDecimal percent = BigDecimal.valueOf(rate.part())
                .movePointRight(2)
                .divide(BigDecimal.valueOf(rate.whole()), 1, RoundingMode.HALF_UP);
        return percent + " %";
    }

    public String money(Money money) {
        return amount(money.major()) + " " + money.currency().getCurrencyCode();
    }

    /** @param minor in minor units */
    public String money(long minor, Currency currency) {
        return money(new Money(minor, currency));
    }

    /** Earnings per click, or a dash. */
    public String epc(StepFigures figures) {
        return figures.epc()
                .map(epc -> amount(epc) + " " + figures.revenue().currency().getCurrencyCode())
                .orElse(DASH);
    }

    private static String amount(BigDecimal amount) {
        return String.format(Locale.ENGLISH, "%,." + amount.scale() + "f", amount);
    }

    public String moment(Instant at, ZoneId zone) {
        return MOMENT.format(at.atZone(zone));
    }

    public String shortMoment(Instant at, ZoneId zone) {
        return SHORT.format(at.atZone(zone));
    }

    /** How long ago, in the largest unit that says enough. */
    public String ago(Instant at) {
        Duration gone = Duration.between(at, clock.instant());
        if (gone.toMinutes() < 1) {
            return "just now";
        }
        if (gone.toHours() < 1) {
            return gone.toMinutes() + " min ago";
        }
        return gone.toDays() < 1
                ? gone.toHours() + " h ago"
                : gone.toDays() + (gone.toDays() == 1 ? " day ago" : " days ago");
    }

    /** A time that passed, as on a stop watch. */
    public String span(Duration span) {
        if (span.toMillis() < 10_000) {
            return String.format(Locale.ENGLISH, "%,d ms", span.toMillis());
        }
        if (span.toMinutes() < 2) {
            return span.toSeconds() + " s";
        }
        return span.toHours() < 2
                ? span.toMinutes() + " min"
                : span.toHours() < 48 ? span.toHours() + " h" : span.toDays() + " days";
    }

    /** An e-mail address with its domain in the letters people read. */
    public String mailbox(String address) {
        return EmailAddress.readable(address);
    }

    /** A web address with its host and path in the letters people read; other words stay as they are. */
    public String web(String address) {
        return address.contains("://") ? WebAddress.readable(address) : address;
    }

    /** An id as it travels in a sub ID. */
    public String id(ClickId id) {
        return ShortId.of(id);
    }
}
