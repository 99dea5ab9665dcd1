package dev.wilyferret.app.people;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.people.EmailAddress;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Somebody who wants on a list, with what is known of the visit.
 *
 * @param source and the other words are empty where nothing is known
 * @param network whoever sent the form, for limits by network; empty where that is not known
 */
public record Joining(
        EmailAddress email,
        String firstName,
        String lastName,
        String phone,
        Map<String, String> answers,
        List<String> tags,
        Optional<PromotionId> promotion,
        Optional<PageId> page,
        Optional<ClickId> click,
        String source,
        String campaign,
        String country,
        String consent,
        String suspect,
        String order,
        String network) {

    public static Joining plain(EmailAddress email, String firstName, String lastName) {
        return new Joining(
                email,
                firstName,
                lastName,
                "",
                Map.of(),
                List.of(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                "",
                "",
                "",
                "",
                "",
                "",
                "");
    }
}
