package dev.wilyferret.app.people;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.SubscriberId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.people.Membership;
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
        Membership membership,
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

    private static final SubscriberId NOBODY = new SubscriberId(new UUID(0, 0));

    /** A made-up person, to show or try what others will get. */
    public static Subscriber sample(WorkspaceId workspace, ListId list, String email) {
        return new Subscriber(
                workspace,
                NOBODY,
                NOBODY.value(),
                list,
                email,
                "Ines",
                "Okafor",
                "",
                Map.of(),
                List.of(),
                Membership.CONFIRMED,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                "",
                "",
                "",
                "",
                "",
                "",
                Instant.EPOCH,
                Optional.of(Instant.EPOCH),
                Optional.empty());
    }

    /** First and last name as far as known. */
    public String name() {
        return (firstName + " " + lastName).strip();
    }
}
