package dev.wilyferret.app.handover;

import java.util.Map;
import java.util.UUID;

/**
 * A way subscribers are handed on.
 *
 * @param secret what a webhook is signed with; empty for a form
 * @param fields of a form: what goes along as it is
 * @param filled of a form: the fields that are filled, with what
 * @param get whether a form is sent by GET
 */
public record Handover(
        UUID workspace,
        UUID id,
        UUID list,
        Kind kind,
        String address,
        String secret,
        Map<String, String> fields,
        Map<String, String> filled,
        boolean get,
        boolean live) {

    public enum Kind {
        WEBHOOK,
        FORM
    }
}
