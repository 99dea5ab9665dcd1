package dev.wilyferret.core.address;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * An address taken apart.
 *
 * @param origin scheme, host and port
 * @param path from the slash on; empty if there is none
 * @param parameters of the query, in their order
 * @param fragment without its {@code #}; empty if there is none
 */
public record AddressParts(String origin, String path, List<Parameter> parameters, String fragment) {

    /** @param value as it reads, decoded */
    public record Parameter(String name, String value) {}

    public AddressParts {
        parameters = List.copyOf(parameters);
    }

    /** @param address whole, or from its path on */
    public static AddressParts of(String address) {
        int hash = address.indexOf('#');
        String before = hash < 0 ? address : address.substring(0, hash);
        int mark = before.indexOf('?');
        String where = mark < 0 ? before : before.substring(0, mark);
        int path = where.contains("//") ? WebAddress.hostEnd(where) : 0;
        List<Parameter> parameters = new ArrayList<>();
        if (mark >= 0) {
            Arrays.stream(before.substring(mark + 1).split("&"))
                    .filter(part -> !part.isEmpty())
                    .map(part -> part.split("=", 2))
                    .forEach(pair -> parameters.add(
                            new Parameter(Query.decoded(pair[0]), pair.length < 2 ? "" : Query.decoded(pair[1]))));
        }
        return new AddressParts(
                where.substring(0, path),
                where.substring(path),
                parameters,
                hash < 0 ? "" : address.substring(hash + 1));
    }
}
