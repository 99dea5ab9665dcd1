package dev.wilyferret.app.secrets;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import org.apache.commons.codec.digest.DigestUtils;
import org.apache.commons.codec.digest.HmacAlgorithms;
import org.apache.commons.codec.digest.HmacUtils;

/** Signatures and fingerprints, and how they are compared. */
public final class Signing {

    private Signing() {}

    /** HMAC-SHA-256 (RFC 2104) of a text's UTF-8, in hexadecimal. */
    public static String of(byte[] key, String text) {
        return new HmacUtils(HmacAlgorithms.HMAC_SHA_256, key).hmacHex(text);
    }

    /** SHA-256 of a text's UTF-8. */
    public static byte[] fingerprint(String text) {
        return DigestUtils.sha256(text);
    }

    /** Whether two texts are the same, in a time that does not tell where they differ. */
    public static boolean same(String one, String other) {
        return MessageDigest.isEqual(one.getBytes(StandardCharsets.UTF_8), other.getBytes(StandardCharsets.UTF_8));
    }
}
