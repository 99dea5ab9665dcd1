package dev.wilyferret.app.people;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.SubscriberId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.people.Standing;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/**
 * A person on a list.
 *
 * @param pass what names them in addresses that are mailed; random, so that it tells nothing
 * @param answers what they typed besides, by label
 * @param source the tag of the visit they came by; empty if none was known
 * @param consent the wording they agreed to; empty if none was asked for or given
 * @param suspect why it may be a program; empty if nothing speaks for that
 * @param order the order number of a claim; empty for none
 */
public record Subscriber(
        WorkspaceId workspace,
        SubscriberId id,
        UUID pass,
        ListId list,
        String email,
        String firstName,
        String lastName,
        String phone,
        Map<String, String> answers,
        List<String> tags,
        Standing standing,
        Optional<PromotionId> promotion,
        Optional<PageId> page,
        Optional<ClickId> click,
        String source,
        String campaign,
        String country,
        String consent,
        String suspect,
        String order,
        Instant joinedAt,
        Optional<Instant> confirmedAt,
        Optional<Instant> leftAt) {

    /** First and last name as far as known. */
    public String name() {
        return (firstName + " " + lastName).strip();
    }
}
