package dev.wilyferret.app.publicpage;

import dev.wilyferret.core.page.BlockId;
import java.util.Map;
import java.util.Optional;

/**
 * What came of a form of a page: it is thanked for, or shown again with what was typed and what is wrong.
 *
 * @param trouble why it could not be kept though nothing is wrong with it; empty if it was
 * @param thanked the form in whose place its thanks stand
 */
public record FormSent(
        BlockId form,
        Map<String, String> values,
        Map<String, String> findings,
        String trouble,
        Optional<BlockId> thanked) {

    public static FormSent thanks(BlockId form) {
        return new FormSent(form, Map.of(), Map.of(), "", Optional.of(form));
    }

    public static FormSent refused(BlockId form, Map<String, String> values, Map<String, String> findings) {
        return new FormSent(form, Map.copyOf(values), Map.copyOf(findings), "", Optional.empty());
    }

    /** Nothing is wrong with it, and yet it could not be kept. */
    public static FormSent notKept(BlockId form, Map<String, String> values, String trouble) {
        return new FormSent(form, Map.copyOf(values), Map.of(), trouble, Optional.empty());
    }

    String value(String field) {
        return values.getOrDefault(field, "");
    }

    String wrong(String field) {
        return findings.getOrDefault(field, "");
    }
}
