package dev.wilyferret.core.address;

import java.util.List;

/**
 * An address taken apart.
 *
 * @param origin scheme, host and port
 * @param path from the slash on; empty if there is none
 * @param parameters of the query, in their order
 * @param fragment without its {@code #}; empty if there is none
 */
public record AddressParts(String origin, String path, List<Query.Parameter> parameters, String fragment) {

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
        List<Query.Parameter> parameters = mark < 0 ? List.of() : Query.parameters(before.substring(mark + 1));
        return new AddressParts(
                where.substring(0, path),
                where.substring(path),
                parameters,
                hash < 0 ? "" : address.substring(hash + 1));
    }
}
