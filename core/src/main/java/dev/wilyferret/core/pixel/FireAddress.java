package dev.wilyferret.core.pixel;

import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.text.Refusal;
import java.util.Map;

/**
 * The address of an ad platform's pixel image, as a template with the variables {@code id} (the pixel id), {@code event},
 * {@code eid} (a fire's own id, so that the platform can tell repeats) and {@code page} (the page's address).
 */
public record FireAddress(UriTemplate template) {

    /** @throws Refusal if the template is wrong, or cannot say which event happened */
    public FireAddress {
        if (!template.variables().contains("event")) {
            throw new Refusal(
                    "The image address has no place for the event. Put {event} where the platform expects its name, for example …/px{?id,event,eid,page}.");
        }
    }

    public String expand(String pixelId, String eventName, String fireId, String page) {
        return template.address(Map.of("id", pixelId, "event", eventName, "eid", fireId, "page", page));
    }
}
