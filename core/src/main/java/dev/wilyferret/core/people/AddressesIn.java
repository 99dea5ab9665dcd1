package dev.wilyferret.core.people;

import dev.wilyferret.core.address.HostName;
import dev.wilyferret.core.address.Query;
import dev.wilyferret.core.text.Refusal;
import java.util.HashSet;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/**
 * The mail addresses that stand written out in a text, however it was encoded for an address (RFC 3986, 2.1) and however often
 * up to {@value Query#MOST_ROUNDS} times. What was hashed or put into other letters is not seen.
 */
public final class AddressesIn {

    private static final int MOST_LOCAL = 64;

    private AddressesIn() {}

    /**
     * @return the {@link EmailAddress#key() keys} of all that may be meant: what stands before the @ is told from the words before
     *     it by no rule that all keep, so that of {@code to=ines@a.example} both readings are there
     */
    public static Set<String> text(String text) {
        String plain = Query.decodedThroughout(text);
        Set<String> keys = new HashSet<>();
        for (int at = plain.indexOf('@'); at >= 0; at = plain.indexOf('@', at + 1)) {
            add(keys, plain, at);
        }
        return keys;
    }

    private static void add(Set<String> keys, String plain, int at) {
        int end = at + 1;
        while (end < plain.length() && end - at <= EmailAddress.MOST && ofDomain(plain.charAt(end))) {
            end++;
        }
        while (end > at + 1 && !Character.isLetterOrDigit(plain.charAt(end - 1))) {
            end--;
        }
        Optional<String> domain = domain(plain.substring(at + 1, end));
        int begin = at;
        while (domain.isPresent() && begin > 0 && at - begin < MOST_LOCAL && ofLocal(plain.charAt(begin - 1))) {
            begin--;
            if (begin == 0 || !Character.isLetterOrDigit(plain.charAt(begin - 1))) {
                keys.add((plain.substring(begin, at) + "@" + domain.get()).toLowerCase(Locale.ROOT));
            }
        }
    }

    private static Optional<String> domain(String written) {
        if (written.indexOf('.') < 0) {
            return Optional.empty();
        }
        try {
            return Optional.of(HostName.ofMail(written));
        } catch (Refusal noDomain) {
            return Optional.empty();
        }
    }

    private static boolean ofDomain(char sign) {
        return Character.isLetterOrDigit(sign) || sign == '.' || sign == '-' || sign > 127;
    }

    private static boolean ofLocal(char sign) {
        return sign > ' ' && sign < 127 && "()<>[]:;@\\,\"".indexOf(sign) < 0;
    }
}
