package dev.wilyferret.app.workspace;

import org.springframework.security.authentication.AuthenticationProvider;
import org.springframework.security.authentication.LockedException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.authentication.dao.DaoAuthenticationProvider;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.authentication.WebAuthenticationDetails;
import org.springframework.stereotype.Component;

/** Checks a password, unless there were too many wrong ones lately. */
@Component
class ThrottledSignIn implements AuthenticationProvider {

    private final DaoAuthenticationProvider check;
    private final SignInThrottle throttle;

    ThrottledSignIn(Accounts accounts, PasswordEncoder passwords, SignInThrottle throttle) {
        this.check = new DaoAuthenticationProvider(accounts);
        this.check.setPasswordEncoder(passwords);
        this.throttle = throttle;
    }

    @Override
    public Authentication authenticate(Authentication attempt) {
        String account = attempt.getName();
        String address =
                attempt.getDetails() instanceof WebAuthenticationDetails details ? details.getRemoteAddress() : "";
        if (!throttle.allows(account, address)) {
            throw new LockedException("Too many failed sign-ins");
        }
        try {
            Authentication done = check.authenticate(attempt);
            throttle.succeeded(account);
            return done;
        } catch (AuthenticationException refused) {
            throttle.failed(account, address);
            throw refused;
        }
    }

    @Override
    public boolean supports(Class<?> kind) {
        return UsernamePasswordAuthenticationToken.class.isAssignableFrom(kind);
    }
}
