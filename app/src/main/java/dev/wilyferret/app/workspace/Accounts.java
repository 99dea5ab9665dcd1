package dev.wilyferret.app.workspace;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.text.Refusal;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who may sign in. */
@Service
public class Accounts implements UserDetailsService {

    private static final int SHORTEST_PASSWORD = 12;
    /** What the encoder reads; a longer password would be cut without a word. */
    private static final int MOST_PASSWORD_BYTES = 72;

    private final AccountStore accounts;
    private final PasswordEncoder passwords;

    Accounts(AccountStore accounts, PasswordEncoder passwords) {
        this.accounts = accounts;
        this.passwords = passwords;
    }

    @Override
    @Transactional(readOnly = true)
    public Member loadUserByUsername(String email) {
        return accounts.byEmail(email.strip())
                .map(Accounts::member)
                .orElseThrow(() -> new UsernameNotFoundException("No such account"));
    }

    /**
     * Replaces the password.
     *
     * @throws Refusal if the present one is wrong, or the new one is too short, too long or the same
     */
    @Transactional
    public Member changePassword(Member member, String present, String chosen) {
        AccountRow row = accounts.findById(new RowKey(member.workspace(), member.account()))
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
        return member(row);
    }

    private static Member member(AccountRow row) {
        return new Member(row.key.workspace(), row.key.id(), row.email, row.passwordHash, row.oneTime);
    }
}
