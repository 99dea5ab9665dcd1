package dev.wilyferret.core.id;

import java.nio.ByteBuffer;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Optional;
import java.util.UUID;
import java.util.random.RandomGenerator;
import java.util.regex.Pattern;

/**
 * Makes UUIDs of version 7 (RFC 9562, section 5.7): 48 bits of Unix milliseconds, then 74 random bits. Ids made later
 * sort later, to the millisecond.
 */
public final class UuidV7 {

    private static final Pattern WRITTEN =
            Pattern.compile("[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}");
    /** Drawn at once: a source that is hard to guess takes its time for each draw. */
    private static final int CHANCE = Short.BYTES + Long.BYTES;

    private static final long VARIANT = 0x8000_0000_0000_0000L;

    private final InstantSource clock;
    private final RandomGenerator random;

    /** @param random must be safe for use by several threads, and hard to guess where ids reach visitors */
    public UuidV7(InstantSource clock, RandomGenerator random) {
        this.clock = clock;
        this.random = random;
    }

    public UUID next() {
        return at(clock.instant());
    }

    public UUID at(Instant moment) {
        byte[] chance = new byte[CHANCE];
        random.nextBytes(chance);
        ByteBuffer drawn = ByteBuffer.wrap(chance);
        return of(moment.toEpochMilli(), drawn.getShort(), drawn.getLong());
    }

    /**
     * The same id for the same parts, so that a thing reported twice is stored once.
     *
     * @param parent gives the time
     * @param salt tells apart what hangs on one parent
     */
    public static UUID derived(UUID parent, UUID salt) {
        long high = parent.getMostSignificantBits();
        long mixed = mix(high ^ mix(parent.getLeastSignificantBits() ^ mix(salt.getMostSignificantBits())));
        return of(high >>> 16, mixed, mix(mixed ^ salt.getLeastSignificantBits()));
    }

    /** Reads an id of version 7 as {@link UUID#toString} writes it; empty if the text is not one. */
    public static Optional<UUID> parse(String text) {
        return WRITTEN.matcher(text).matches() ? Optional.of(UUID.fromString(text)) : Optional.empty();
    }

    /** The millisecond an id of version 7 was made. */
    public static Instant momentOf(UUID id) {
        return Instant.ofEpochMilli(id.getMostSignificantBits() >>> 16);
    }

    /** Below every id of a moment and later, and above all earlier ones, as the database orders them. */
    public static UUID first(Instant moment) {
        return new UUID(moment.toEpochMilli() << 16, 0);
    }

    private static UUID of(long millis, long first, long second) {
        long high = (millis << 16) | 0x7000L | (first & 0x0FFFL);
        return new UUID(high, (second & 0x3FFF_FFFF_FFFF_FFFFL) | VARIANT);
    }

    /** The finalizer of MurmurHash3 (public domain): spreads every input bit over all output bits. */
    private static long mix(long value) {
        long mixed = (value ^ (value >>> 33)) * 0xff51afd7ed558ccdL;
        mixed = (mixed ^ (mixed >>> 33)) * 0xc4ceb9fe1a85ec53L;
        return mixed ^ (mixed >>> 33);
    }
}
