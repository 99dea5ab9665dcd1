package dev.wilyferret.app.secrets;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.util.Base64;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * Stamps many small texts under one key, quickly: the first 72 bits of their HMAC-SHA-256 (RFC 2104), as twelve letters, digits,
 * {@code -} and {@code _}.
 */
public final class Stamps {

    private static final String ALGORITHM = "HmacSHA256";
    private static final int LENGTH = 12;

    /** Keyed once; every use is of a copy. */
    private final Mac keyed;

    public Stamps(byte[] key) {
        try {
            keyed = Mac.getInstance(ALGORITHM);
            keyed.init(new SecretKeySpec(key, ALGORITHM));
        } catch (GeneralSecurityException everyJavaHasIt) {
            throw new IllegalStateException(everyJavaHasIt);
        }
    }

    public String of(String text) {
        try {
            byte[] code = ((Mac) keyed.clone()).doFinal(text.getBytes(StandardCharsets.UTF_8));
            return Base64.getUrlEncoder().withoutPadding().encodeToString(code).substring(0, LENGTH);
        } catch (CloneNotSupportedException theJdksCanBeCopied) {
            throw new IllegalStateException(theJdksCanBeCopied);
        }
    }

    /** Whether a text was stamped with the same key. */
    public boolean match(String text, String stamp) {
        return Signing.same(of(text), stamp);
    }
}
