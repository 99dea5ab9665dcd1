package dev.wilyferret.core.rotation;

import java.util.Collection;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Values with commas between; one that holds a comma stands in quotation marks, doubled where it holds these too (RFC 4180). */
final class CommaSeparated {

    private static final Pattern VALUE = Pattern.compile("\\G\\s*+(?:\"((?:[^\"]|\"\")*+)\"\\s*+|([^,]*+))(?:,|$)");

    private CommaSeparated() {}

    /** Without what is empty. */
    static Set<String> read(String typed) {
        return VALUE.matcher(typed)
                .results()
                .map(found ->
                        found.group(1) == null ? found.group(2) : found.group(1).replace("\"\"", "\""))
                .map(String::strip)
                .filter(one -> !one.isEmpty())
                .collect(Collectors.toSet());
    }

    static String text(Collection<String> values) {
        return values.stream().map(CommaSeparated::quoted).collect(Collectors.joining(","));
    }

    private static String quoted(String value) {
        return value.contains(",") || value.startsWith("\"") ? "\"" + value.replace("\"", "\"\"") + "\"" : value;
    }
}
