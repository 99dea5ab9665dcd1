package dev.wilyferret.app.secrets;

import dev.wilyferret.app.installation.Installation;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.Base64;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.random.RandomGenerator;
import javax.crypto.SecretKey;
import javax.crypto.spec.SecretKeySpec;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.InitializingBean;
import org.springframework.boot.sql.init.dependency.DependsOnDatabaseInitialization;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.crypto.encrypt.AesGcmBytesEncryptor;
import org.springframework.security.crypto.encrypt.BytesEncryptor;
import org.springframework.stereotype.Component;

/**
 * Seals secrets (AES-256-GCM) under a data key, which stands in the database sealed under the operator's key, which lies in a
 * file. Another operator's key seals the data key anew and nothing else. While the file is missing, what is sealed cannot be
 * read, and no other key is made in its place.
 */
@Component
@DependsOnDatabaseInitialization
public class Seals implements InitializingBean {

    private static final Logger LOG = LoggerFactory.getLogger(Seals.class);
    private static final String TEXT = "sealed:1:";
    private static final byte[] BYTES = "FSEALED1".getBytes(StandardCharsets.US_ASCII);
    private static final int KEY_BYTES = 32;

    private final JdbcClient sql;
    private final KeyFile file;
    private final RandomGenerator random;
    private final Clock clock;
    private @Nullable Data data;

    Seals(JdbcClient sql, Installation installation, RandomGenerator random, Clock clock) {
        this.sql = sql;
        this.file = new KeyFile(installation.files());
        this.random = random;
        this.clock = clock;
    }

    /** A secret is sealed and its key is not there. */
    public static final class Unreadable extends RuntimeException {
        private static final long serialVersionUID = 1L;

        Unreadable(String message) {
            super(message);
        }
    }

    /** Before anything is read: a first key is made here, and a new operator's key takes its place. */
    @Override
    public void afterPropertiesSet() {
        if (!warning().isEmpty()) {
            LOG.error(warning());
        }
    }

    private static BytesEncryptor with(SecretKey key) {
        return AesGcmBytesEncryptor.withSecretKey(key).build();
    }

    /** The data key, and what seals with it. */
    private record Data(byte[] key, BytesEncryptor encryptor) {}

    private synchronized Data data() {
        Data known = data;
        if (known == null) {
            byte[] key = wrapped().map(this::unwrapped).orElseGet(this::made);
            known = new Data(key, with(new SecretKeySpec(key, "AES")));
            data = known;
        }
        return known;
    }

    /**
     * A key of its own for one purpose, the same as long as this database has its data key.
     *
     * @throws Unreadable if there is none
     */
    public byte[] derived(String purpose) {
        return Signing.of(data().key, purpose).getBytes(StandardCharsets.US_ASCII);
    }

    private Optional<byte[]> wrapped() {
        return sql.sql("select wrapped from data_key where id = 1")
                .query(byte[].class)
                .optional();
    }

    private byte[] unwrapped(byte[] wrapped) {
        Optional<byte[]> key = file.present().flatMap(present -> unwrapped(present, wrapped));
        Optional<SecretKey> next = file.next();
        if (key.isPresent() && next.isPresent()) {
            file.settleNext();
            sql.sql("update data_key set wrapped = :wrapped where id = 1")
                    .param("wrapped", with(next.get()).encrypt(key.get()))
                    .update();
            file.turn();
            LOG.info("The operator's key was changed");
        } else if (key.isEmpty() && next.isPresent()) {
            // The program ended between the two steps above.
            key = unwrapped(next.get(), wrapped);
            key.ifPresent(opened -> file.turn());
        }
        return key.orElseThrow(() -> new Unreadable(
                "The key file %s is missing or another one. Put the one back that belongs to this database."
                        .formatted(file.path())));
    }

    private static Optional<byte[]> unwrapped(SecretKey with, byte[] wrapped) {
        try {
            return Optional.of(with(with).decrypt(wrapped));
        } catch (IllegalStateException | IllegalArgumentException | IndexOutOfBoundsException anotherKey) {
            return Optional.empty();
        }
    }

    /** The first data key of a database that has none. */
    private byte[] made() {
        SecretKey operators = file.present().orElseGet(() -> file.make(key()));
        sql.sql("insert into data_key (id, wrapped, made_at) values (1, :wrapped, :at) on conflict do nothing")
                .param("wrapped", with(operators).encrypt(key()))
                .param("at", clock.instant().atOffset(ZoneOffset.UTC))
                .update();
        return unwrapped(wrapped().orElseThrow());
    }

    private byte[] key() {
        byte[] key = new byte[KEY_BYTES];
        random.nextBytes(key);
        return key;
    }

    /** @throws Unreadable if there is no key to seal with */
    public String seal(String secret) {
        return TEXT
                + Base64.getEncoder().encodeToString(data().encryptor.encrypt(secret.getBytes(StandardCharsets.UTF_8)));
    }

    /** @throws Unreadable if there is no key to seal with */
    public byte[] seal(byte[] secret) {
        byte[] sealed = data().encryptor.encrypt(secret);
        byte[] marked = Arrays.copyOf(BYTES, BYTES.length + sealed.length);
        System.arraycopy(sealed, 0, marked, BYTES.length, sealed.length);
        return marked;
    }

    /**
     * What was sealed.
     *
     * @throws Unreadable if its key is not there, or it is damaged
     */
    public String open(String secret) {
        return new String(
                decrypted(() -> Base64.getDecoder().decode(secret.substring(TEXT.length()))), StandardCharsets.UTF_8);
    }

    /** @throws Unreadable if its key is not there, or it is damaged */
    public byte[] open(byte[] secret) {
        return decrypted(() -> Arrays.copyOfRange(secret, BYTES.length, secret.length));
    }

    private byte[] decrypted(Supplier<byte[]> sealed) {
        BytesEncryptor key = data().encryptor;
        try {
            return key.decrypt(sealed.get());
        } catch (IllegalStateException | IllegalArgumentException | IndexOutOfBoundsException damaged) {
            throw new Unreadable("A secret is damaged, or was sealed under another key than that of this database.");
        }
    }

    /** As {@link #open(String)}; empty if it cannot be read. */
    public Optional<String> opened(String secret) {
        try {
            return Optional.of(open(secret));
        } catch (Unreadable noKey) {
            return Optional.empty();
        }
    }

    /** What the owner is to be told; empty if everything can be read. */
    public String warning() {
        try {
            data();
            return "";
        } catch (Unreadable noKey) {
            return noKey.getMessage()
                    + " Until then nothing of this can be read: the keys that sign links in mails, previews and own browsers; the secrets of postbacks; the secrets of webhooks; the access tokens of ad platforms. Pages and links go on.";
        }
    }
}
