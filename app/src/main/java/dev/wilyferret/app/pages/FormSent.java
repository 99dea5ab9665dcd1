package dev.wilyferret.app.pages;

import dev.wilyferret.core.page.BlockId;
import java.util.Map;
import java.util.Optional;

/**
 * What came of a form of a page: it is thanked for, or shown again with what was typed and what is wrong.
 *
 * @param thanked the form in whose place its thanks stand
 */
public record FormSent(
        BlockId form, Map<String, String> values, Map<String, String> findings, Optional<BlockId> thanked) {

    public static FormSent thanks(BlockId form) {
        return new FormSent(form, Map.of(), Map.of(), Optional.of(form));
    }

    public static FormSent refused(BlockId form, Map<String, String> values, Map<String, String> findings) {
        return new FormSent(form, Map.copyOf(values), Map.copyOf(findings), Optional.empty());
    }

    String value(String field) {
        return values.getOrDefault(field, "");
    }

    String wrong(String field) {
        return findings.getOrDefault(field, "");
    }
}
