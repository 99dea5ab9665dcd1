package dev.wilyferret.core.address;

import java.net.Inet4Address;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Optional;
import java.util.regex.Pattern;

/** Whom a limit by network counts as one: an IPv4 address, or the 64 bits of IPv6 that one line gets (RFC 6177). */
public final class NetworkKey {

    private static final int LINE = 8;
    private static final Pattern DIGITS = Pattern.compile("[0-9a-fA-F:.]{2,45}");
    private static final Pattern FOUR_NUMBERS = Pattern.compile("[0-9]{1,3}(\\.[0-9]{1,3}){3}");

    private NetworkKey() {}

    /**
     * @param address as the connection says it: digits, no name
     * @return empty if it is no address
     */
    public static Optional<String> of(String address) {
        return parsed(address).map(known -> {
            byte[] bytes = known.getAddress();
            return HexFormat.of().formatHex(known instanceof Inet4Address ? bytes : Arrays.copyOf(bytes, LINE));
        });
    }

    /**
     * The network an address lies in, for figures: the first 24 bits of IPv4, such as {@code 192.0.2.0/24}, the first 48 of IPv6.
     *
     * @return empty if it is no address
     */
    public static String prefix(String address) {
        return parsed(address)
                .map(known -> {
                    byte[] bytes = known.getAddress();
                    int kept = known instanceof Inet4Address ? 3 : 6;
                    Arrays.fill(bytes, kept, bytes.length, (byte) 0);
                    return written(bytes) + "/" + 8 * kept;
                })
                .orElse("");
    }

    private static String written(byte[] bytes) {
        return bytes.length == 4
                ? (bytes[0] & 0xff) + "." + (bytes[1] & 0xff) + "." + (bytes[2] & 0xff) + ".0"
                : two(bytes, 0) + ":" + two(bytes, 2) + ":" + two(bytes, 4) + "::";
    }

    private static String two(byte[] bytes, int at) {
        return Integer.toHexString((bytes[at] & 0xff) << 8 | bytes[at + 1] & 0xff);
    }

    /** Whether it is a network address, written in digits. */
    static boolean isAddress(String text) {
        return parsed(text).isPresent();
    }

    /** Whether it is an address of the public internet. */
    public static boolean isPublic(String address) {
        return parsed(address).filter(PublicNetwork::holds).isPresent();
    }

    /** Never asks for a name: what is not written in digits is none. */
    private static Optional<InetAddress> parsed(String address) {
        try {
            return address.length() <= 45
                            && DIGITS.matcher(address).matches()
                            && (address.contains(":")
                                    || FOUR_NUMBERS.matcher(address).matches())
                    ? Optional.of(InetAddress.getByName(address))
                    : Optional.empty();
        } catch (UnknownHostException noAddress) {
            return Optional.empty();
        }
    }
}
