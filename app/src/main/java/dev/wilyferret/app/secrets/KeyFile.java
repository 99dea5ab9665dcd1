package dev.wilyferret.app.secrets;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Base64;
import java.util.Optional;
import javax.crypto.SecretKey;
import javax.crypto.spec.SecretKeySpec;

/** The operator's key in its file, which only the program's own user can read; and the one that is to follow it. */
final class KeyFile {

    private static final String NAME = "ferret.key";
    private static final String NEXT = "ferret.key.next";
    private static final String OWN = "rw-------";
    private static final int BYTES = 32;

    private final Path folder;

    KeyFile(Path folder) {
        this.folder = folder;
    }

    Path path() {
        return folder.resolve(NAME);
    }

    Optional<SecretKey> present() {
        return read(path());
    }

    /** The key that is to take the present one's place at the next start. */
    Optional<SecretKey> next() {
        return read(folder.resolve(NEXT));
    }

    private static Optional<SecretKey> read(Path file) {
        try {
            if (!Files.exists(file)) {
                return Optional.empty();
            }
            byte[] key = Base64.getDecoder()
                    .decode(Files.readString(file, StandardCharsets.US_ASCII).strip());
            return key.length == BYTES ? Optional.of(new SecretKeySpec(key, "AES")) : Optional.empty();
        } catch (IllegalArgumentException noKey) {
            return Optional.empty();
        } catch (IOException e) {
            throw new UncheckedIOException("The key file %s cannot be read".formatted(file), e);
        }
    }

    /** Writes a first key; durable when it returns. */
    SecretKey make(byte[] key) {
        try {
            Files.createDirectories(folder);
            Path arriving = Files.createTempFile(
                    folder, "key", ".tmp", PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString(OWN)));
            Files.writeString(arriving, Base64.getEncoder().encodeToString(key) + "\n", StandardCharsets.US_ASCII);
            force(arriving, StandardOpenOption.WRITE);
            Files.move(arriving, path(), StandardCopyOption.ATOMIC_MOVE);
            force(folder, StandardOpenOption.READ);
            return new SecretKeySpec(key, "AES");
        } catch (IOException e) {
            throw new UncheckedIOException("The key file %s cannot be written".formatted(path()), e);
        }
    }

    /** Sees to it that the next key outlives a pulled plug, before anything is sealed under it. */
    void settleNext() {
        try {
            force(folder.resolve(NEXT), StandardOpenOption.WRITE);
            force(folder, StandardOpenOption.READ);
        } catch (IOException e) {
            throw new UncheckedIOException("The next key in %s cannot be kept".formatted(folder), e);
        }
    }

    private static void force(Path file, StandardOpenOption how) throws IOException {
        try (FileChannel channel = FileChannel.open(file, how)) {
            channel.force(true);
        }
    }

    /** The next key takes the present one's place. */
    void turn() {
        try {
            Files.setPosixFilePermissions(folder.resolve(NEXT), PosixFilePermissions.fromString(OWN));
            Files.move(
                    folder.resolve(NEXT), path(), StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException e) {
            throw new UncheckedIOException("The key file %s cannot be replaced".formatted(path()), e);
        }
    }
}
