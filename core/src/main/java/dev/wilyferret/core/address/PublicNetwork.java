package dev.wilyferret.core.address;

import java.net.Inet4Address;
import java.net.InetAddress;
import java.util.List;

/**
 * Whether a network address belongs to the public internet: globally reachable by the IANA registries of special-purpose
 * addresses for IPv4 and IPv6 (RFC 6890 and its followers), and not one that carries another address inside it.
 */
public final class PublicNetwork {

    /** What of IPv4 is not reachable for everybody, or not one host. */
    private static final List<Prefix> SPECIAL_V4 = List.of(
            new Prefix(new int[] {0}, 8),
            new Prefix(new int[] {10}, 8),
            new Prefix(new int[] {100, 64}, 10),
            new Prefix(new int[] {127}, 8),
            new Prefix(new int[] {169, 254}, 16),
            new Prefix(new int[] {172, 16}, 12),
            new Prefix(new int[] {192, 0, 0}, 24),
            new Prefix(new int[] {192, 0, 2}, 24),
            new Prefix(new int[] {192, 88, 99}, 24),
            new Prefix(new int[] {192, 168}, 16),
            new Prefix(new int[] {198, 18}, 15),
            new Prefix(new int[] {198, 51, 100}, 24),
            new Prefix(new int[] {203, 0, 113}, 24),
            new Prefix(new int[] {224}, 3));

    /** All that is handed out of IPv6 for single hosts anywhere (RFC 4291, 2.4). */
    private static final Prefix GLOBAL_V6 = new Prefix(new int[] {0x20}, 3);

    /** Of that: protocol assignments with Teredo, documentation, 6to4, documentation. */
    private static final List<Prefix> SPECIAL_V6 = List.of(
            new Prefix(new int[] {0x20, 0x01, 0x00}, 23),
            new Prefix(new int[] {0x20, 0x01, 0x0d, 0xb8}, 32),
            new Prefix(new int[] {0x20, 0x02}, 16),
            new Prefix(new int[] {0x3f, 0xff, 0x00}, 20));

    private record Prefix(int[] begin, int bits) {

        boolean holds(byte[] address) {
            for (int bit = 0; bit < bits; bit++) {
                int wanted = bit / 8 < begin.length ? begin[bit / 8] : 0;
                int mask = 0x80 >> bit % 8;
                if ((address[bit / 8] & mask) != (wanted & mask)) {
                    return false;
                }
            }
            return true;
        }
    }

    private PublicNetwork() {}

    public static boolean holds(InetAddress address) {
        byte[] bytes = address.getAddress();
        return address instanceof Inet4Address
                ? SPECIAL_V4.stream().noneMatch(prefix -> prefix.holds(bytes))
                : GLOBAL_V6.holds(bytes) && SPECIAL_V6.stream().noneMatch(prefix -> prefix.holds(bytes));
    }
}
