package dev.wilyferret.core.people;

import dev.wilyferret.core.address.HostName;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.Locale;
import java.util.regex.Pattern;

/**
 * An e-mail address that a mail can be sent to, at most 254 characters (RFC 5321, 4.5.3.1.3). A domain in any alphabet is
 * taken and written in its ASCII form, as browsers do (Unicode's UTS #46).
 *
 * @param text as it is sent to
 */
public record EmailAddress(String text) {

    static final int MOST = 254;
    private static final int MOST_LOCAL = 64;
    private static final String WRONG = "That does not look like an e-mail address. ";
    /** The characters of a dot-atom (RFC 5322, 3.2.3). */
    private static final Pattern LOCAL =
            Pattern.compile("[A-Za-z0-9!#$%&'*+/=?^_`{|}~-]+(\\.[A-Za-z0-9!#$%&'*+/=?^_`{|}~-]+)*");

    /** @throws Refusal saying what is wrong with it */
    public EmailAddress {
        text = PlainText.line("e-mail address", text, MOST);
        int at = text.lastIndexOf('@');
        if (at < 1 || at == text.length() - 1) {
            throw wrong();
        }
        String local = text.substring(0, at);
        String domain = domain(text.substring(at + 1));
        if (local.codePoints().anyMatch(sign -> sign > 127)) {
            throw new Refusal(
                    "That address has a letter before the @ that few mail servers deliver to. Use another address.");
        }
        if (local.length() > MOST_LOCAL || !LOCAL.matcher(local).matches()) {
            throw wrong();
        }
        text = local + "@" + domain;
        if (text.length() > MOST) {
            throw new Refusal(
                    "That address has %d characters as mail servers write it; at most %d fit. Use another address."
                            .formatted(text.length(), MOST));
        }
    }

    private static Refusal wrong() {
        return new Refusal(WRONG + "Check it for a missing @ or a typing slip.");
    }

    private static String domain(String typed) {
        try {
            return HostName.ofMail(typed);
        } catch (Refusal why) {
            throw new Refusal(WRONG + why.getMessage());
        }
    }

    /** As people read it: the domain in its own letters. */
    public String readable() {
        return readable(text);
    }

    /** As {@link #readable()}, of an address that was kept. */
    public static String readable(String text) {
        int at = text.lastIndexOf('@') + 1;
        return text.substring(0, at) + HostName.readable(text.substring(at));
    }

    /** What somebody looks for, or a part of it, as addresses are kept; the same if no domain stands in it. */
    public static String asKept(String sought) {
        int at = sought.lastIndexOf('@') + 1;
        try {
            return at == 0 ? sought : sought.substring(0, at) + HostName.ofMail(sought.substring(at));
        } catch (Refusal noDomain) {
            return sought;
        }
    }

    /** What makes two spellings the same mailbox: mail servers do not tell letters' case apart in practice. */
    public String key() {
        return text.toLowerCase(Locale.ROOT);
    }
}
