package dev.wilyferret.app.workspace;

import dev.wilyferret.app.intake.Buckets;
import java.time.Clock;
import java.time.Duration;
import org.springframework.stereotype.Component;

/**
 * Slows down guessing: few failed sign-ins per account, some more per network address; both refill over minutes. A try is
 * counted before the password is looked at, and given back if it was right, so that many at once are no way around it. A
 * browser that signed in before has tries of its own, which nobody else can use up.
 */
@Component
class SignInThrottle {

    private static final Duration REFILL = Duration.ofMinutes(5);

    private final Buckets<String> byAccount;
    private final Buckets<String> byKnownBrowser;
    private final Buckets<String> byAddress;

    SignInThrottle(Clock clock) {
        byAccount = new Buckets<>(5, REFILL, clock);
        byKnownBrowser = new Buckets<>(5, REFILL, clock);
        byAddress = new Buckets<>(20, REFILL, clock);
    }

    /** Takes a try of a browser nobody knows; false if there is none left. */
    boolean take(String account, String address) {
        if (!byAddress.take(address)) {
            return false;
        }
        if (byAccount.take(account)) {
            return true;
        }
        byAddress.giveBack(address);
        return false;
    }

    /** The password was right. */
    void giveBack(String account, String address) {
        byAccount.refill(account);
        byAddress.giveBack(address);
    }

    /** Takes a try of a browser that signed in to the account before; false if there is none left. */
    boolean takeKnown(String browser) {
        return byKnownBrowser.take(browser);
    }

    void giveBackKnown(String browser) {
        byKnownBrowser.refill(browser);
    }
}
