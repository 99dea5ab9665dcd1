package dev.wilyferret.app.workspace;

import dev.wilyferret.core.text.PlainText;
import java.time.ZoneId;
import java.util.Currency;
import java.util.UUID;

/** A workspace: one marketer's or one team's promotions, with one currency and one reporting time zone. */
public record Workspace(UUID id, String name, Currency currency, ZoneId zone, Legal legal) {

    /**
     * Who answers for the pages; shown on every one of them.
     *
     * @param contact an e-mail address or a web address
     * @param privacy the text of the privacy page
     */
    public record Legal(String name, String postalAddress, String contact, String privacy, String disclaimer) {

        public Legal {
            name = PlainText.optionalLine("name", name, 200);
            postalAddress = PlainText.lines("postal address", postalAddress, 400);
            contact = PlainText.optionalLine("contact", contact, 200);
            privacy = PlainText.lines("privacy text", privacy, 20_000);
            disclaimer = PlainText.lines("disclaimer", disclaimer, 2_000);
        }

        /** Whether visitors can tell who answers for a page, and how to reach them. */
        public boolean complete() {
            return !name.isEmpty() && !postalAddress.isEmpty() && !contact.isEmpty();
        }
    }
}
