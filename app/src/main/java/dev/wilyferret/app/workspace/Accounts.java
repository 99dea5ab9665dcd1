package dev.wilyferret.app.workspace;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.MemberId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.text.Refusal;
import java.time.Clock;
import java.time.Duration;
import java.util.Locale;
import java.util.Optional;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who may sign in. */
@Service
public class Accounts implements UserDetailsService {

    /** How long a one-time password opens the console. */
    static final Duration ONE_TIME_LASTS = Duration.ofDays(3);

    private static final int MOST_NAME = 254;
    private static final int SHORTEST_PASSWORD = 12;
    /** What the encoder reads; a longer password would be cut without a word. */
    private static final int MOST_PASSWORD_BYTES = 72;

    private final AccountStore accounts;
    private final PasswordEncoder passwords;
    private final Clock clock;

    Accounts(AccountStore accounts, PasswordEncoder passwords, Clock clock) {
        this.accounts = accounts;
        this.passwords = passwords;
        this.clock = clock;
    }

    /** A typed name as it is looked for and kept: no account has a longer one. */
    static String cut(String typed) {
        String name = typed.strip();
        return name.length() <= MOST_NAME ? name : name.substring(0, MOST_NAME);
    }

    static String folded(String name) {
        return cut(name).toLowerCase(Locale.ROOT);
    }

    @Transactional(readOnly = true)
    public Optional<Member> named(String email) {
        String name = cut(email);
        return name.indexOf('\0') >= 0
                ? Optional.empty()
                : accounts.byEmail(name).map(Accounts::member);
    }

    @Override
    @Transactional(readOnly = true)
    public Member loadUserByUsername(String email) {
        return named(email).orElseThrow(() -> new UsernameNotFoundException("No such account"));
    }

    /** Whether somebody signed in with a one-time password whose three days have passed. */
    @Transactional(readOnly = true)
    public boolean over(Member member) {
        return member.oneTime()
                && accounts.findById(RowKey.of(member.workspace(), member.account()))
                        .filter(row -> row.oneTimeUntil != null && row.oneTimeUntil.isAfter(clock.instant()))
                        .isEmpty();
    }

    /** Whether somebody who signed in some time ago may go on: not once the password is another. */
    @Transactional(readOnly = true)
    public boolean stillIn(Member member) {
        return accounts.findById(RowKey.of(member.workspace(), member.account()))
                .filter(row -> row.passwordHash.equals(member.passwordHash()))
                .isPresent();
    }

    /**
     * Replaces the password.
     *
     * @throws Refusal if the present one is wrong, or the new one is too short, too long or the same
     */
    @Transactional
    public Member changePassword(Member member, String present, String chosen) {
        AccountRow row = accounts.toChange(RowKey.of(member.workspace(), member.account()))
                .orElseThrow();
        if (!passwords.matches(present, row.passwordHash)) {
            throw new Refusal("The present password is not right. Type the one you signed in with.");
        }
        if (chosen.length() < SHORTEST_PASSWORD) {
            throw new Refusal("The new password has %d characters. Use at least %d."
                    .formatted(chosen.length(), SHORTEST_PASSWORD));
        }
        if (chosen.getBytes(java.nio.charset.StandardCharsets.UTF_8).length > MOST_PASSWORD_BYTES) {
            throw new Refusal(
                    "The new password is longer than %d bytes. Use a shorter one.".formatted(MOST_PASSWORD_BYTES));
        }
        if (chosen.equals(present)) {
            throw new Refusal("The new password is the present one. Choose another.");
        }
        row.passwordHash = passwords.encode(chosen);
        row.oneTime = false;
        row.oneTimeUntil = null;
        return member(row);
    }

    private static Member member(AccountRow row) {
        return new Member(
                new WorkspaceId(row.key.workspace()),
                new MemberId(row.key.id()),
                row.email,
                row.passwordHash,
                row.oneTime);
    }
}
