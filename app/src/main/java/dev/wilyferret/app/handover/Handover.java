package dev.wilyferret.app.handover;

import dev.wilyferret.core.id.HandoverId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.WorkspaceId;
import java.util.Map;

/**
 * A way subscribers are handed on.
 *
 * @param secret what a webhook is signed with; empty for a form
 * @param fields of a form: what goes along as it is
 * @param filled of a form: the fields that are filled, with what
 * @param get whether a form is sent by GET
 */
public record Handover(
        WorkspaceId workspace,
        HandoverId id,
        ListId list,
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
