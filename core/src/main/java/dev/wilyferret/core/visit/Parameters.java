package dev.wilyferret.core.visit;

import dev.wilyferret.core.address.Query;
import java.util.Map;

/**
 * What a request passes along in its query, as it arrived and bounded: at most 40 parameters, values of at most 512 characters,
 * 4 KB in all. What names a person is left out. The same name may come twice; the first counts.
 *
 * @param query without its question mark, in ASCII
 */
public record Parameters(String query) {

    public static final Parameters NONE = new Parameters("");

    private static final int MOST = 40;
    private static final int MOST_CHARACTERS = 512;
    private static final int MOST_BYTES = 4096;

    public Parameters {
        query = query.isEmpty() ? query : limited(Kept.query(query).split("&"));
    }

    private static String limited(String[] parts) {
        StringBuilder kept = new StringBuilder();
        int count = 0;
        for (String part : parts) {
            String bounded = bounded(part);
            int bytes = kept.length() + 1 + bounded.length();
            if (!bounded.isEmpty() && count < MOST && bytes <= MOST_BYTES) {
                kept.append(kept.isEmpty() ? "" : "&").append(bounded);
                count++;
            }
        }
        return kept.toString();
    }

    /** One parameter, cut to its length; encoded anew only where it was cut, or held what no query may. */
    private static String bounded(String part) {
        int is = part.indexOf('=');
        String name = is < 0 ? part : part.substring(0, is);
        return is < 0 ? cut(name) : cut(name) + "=" + cut(part.substring(is + 1));
    }

    private static String cut(String encoded) {
        boolean plain = encoded.chars().allMatch(Parameters::mayStand);
        String said = Query.decoded(encoded);
        if (plain && said.length() <= MOST_CHARACTERS && said.indexOf('\0') < 0) {
            return encoded;
        }
        return Query.encode(Bounded.cut(said, MOST_CHARACTERS));
    }

    /** Whether a letter may stand in a query as it is: printable ASCII. */
    private static boolean mayStand(int letter) {
        return letter >= 0x20 && letter < 0x7f;
    }

    /** By name, in the order they came. */
    public Map<String, String> values() {
        return Query.byName(query);
    }
}
