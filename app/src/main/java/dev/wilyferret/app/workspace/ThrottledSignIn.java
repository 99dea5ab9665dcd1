package dev.wilyferret.app.workspace;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Optional;
import org.springframework.security.authentication.AuthenticationProvider;
import org.springframework.security.authentication.CredentialsExpiredException;
import org.springframework.security.authentication.LockedException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.authentication.dao.DaoAuthenticationProvider;
import org.springframework.security.core.Authentication;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;

/** Checks a password, unless there were too many wrong ones lately. */
@Component
class ThrottledSignIn implements AuthenticationProvider {

    private final DaoAuthenticationProvider check;
    private final Accounts accounts;
    private final SignInThrottle throttle;
    private final KnownBrowsers browsers;

    ThrottledSignIn(Accounts accounts, PasswordEncoder passwords, SignInThrottle throttle, KnownBrowsers browsers) {
        this.check = new DaoAuthenticationProvider(accounts);
        this.check.setPasswordEncoder(passwords);
        this.accounts = accounts;
        this.throttle = throttle;
        this.browsers = browsers;
    }

    @Override
    public Authentication authenticate(Authentication attempt) {
        HttpServletRequest request =
                ((ServletRequestAttributes) RequestContextHolder.currentRequestAttributes()).getRequest();
        String name = Accounts.cut(attempt.getName());
        Optional<Member> account = accounts.named(name);
        // Spellings that lead to one account share its tries.
        String key = account.map(member -> member.account().toString()).orElse(Accounts.folded(name));
        Optional<String> known = account.flatMap(member -> browsers.known(request, member));
        String address = request.getRemoteAddr();
        if (known.isPresent() ? !throttle.takeKnown(known.get()) : !throttle.take(key, address)) {
            throw new LockedException("Too many failed sign-ins");
        }
        Authentication done =
                check.authenticate(UsernamePasswordAuthenticationToken.unauthenticated(name, attempt.getCredentials()));
        known.ifPresentOrElse(throttle::giveBackKnown, () -> throttle.giveBack(key, address));
        if (accounts.over((Member) done.getPrincipal())) {
            throw new CredentialsExpiredException("The one-time password is over");
        }
        return done;
    }

    @Override
    public boolean supports(Class<?> kind) {
        return UsernamePasswordAuthenticationToken.class.isAssignableFrom(kind);
    }
}
