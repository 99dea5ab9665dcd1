package dev.wilyferret.app.workspace;

import dev.wilyferret.app.intake.Cookies;
import dev.wilyferret.app.secrets.Signing;
import dev.wilyferret.core.id.MemberId;
import dev.wilyferret.core.id.ShortId;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.util.Optional;
import java.util.UUID;
import java.util.random.RandomGenerator;
import org.springframework.stereotype.Component;

/** Browsers that signed in to an account before, by a signed cookie. It opens nothing; it only keeps others from locking them out. */
@Component
class KnownBrowsers {

    private static final String COOKIE = "ferret_known";
    private static final Duration KEPT = Duration.ofDays(365);

    private final Workspaces workspaces;
    private final RandomGenerator random;

    KnownBrowsers(Workspaces workspaces, RandomGenerator random) {
        this.workspaces = workspaces;
        this.random = random;
    }

    /** What the browser carries, if it signed in to this account before. */
    Optional<String> known(HttpServletRequest request, Member member) {
        return Cookies.value(request, COOKIE).filter(value -> ours(value, member));
    }

    private boolean ours(String value, Member member) {
        String[] parts = value.split("\\.", -1);
        return parts.length == 3
                && ShortId.parse(parts[0], MemberId::new).equals(Optional.of(member.account()))
                && Signing.same(signed(member, parts[1]), value);
    }

    private String signed(Member member, String browser) {
        String claim = ShortId.of(member.account()) + "." + browser;
        return claim + "." + workspaces.sign(member.workspace(), "known." + claim);
    }

    /** Lets a browser be known from now on. */
    void remember(HttpServletRequest request, HttpServletResponse response, Member member) {
        if (known(request, member).isEmpty()) {
            String browser = ShortId.of(new UUID(random.nextLong(), random.nextLong()));
            Cookies.set(request, response, COOKIE, signed(member, browser), KEPT);
        }
    }
}
