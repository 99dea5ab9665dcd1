package dev.wilyferret.app.workspace;

import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.time.ZoneId;
import java.util.Currency;

/** A workspace: one marketer's or one team's promotions, with one currency and one reporting time zone. */
public record Workspace(WorkspaceId id, String name, Currency currency, ZoneId zone, Legal legal, FileLimits files) {

    /** The same workspace with others who answer for its pages. */
    public Workspace with(Legal other) {
        return new Workspace(id, name, currency, zone, other, files);
    }

    /**
     * The largest files the shelf takes, in MiB; each 1 to 60.
     *
     * @param picture 8 by default
     * @param other a video, PDF or ZIP; 50 by default
     */
    public record FileLimits(int picture, int other) {

        public static final FileLimits DEFAULT = new FileLimits(8, 50);

        /** @throws Refusal if it is not a whole number from 1 to 60 */
        public static int parse(String typed) {
            String text = typed.strip();
            if (!text.matches("[1-9]|[1-5]\\d|60")) {
                throw new Refusal(
                        "\"%s\" is not a size. Write whole megabytes from 1 to 60.".formatted(PlainText.cut(text, 20)));
            }
            return Integer.parseInt(text);
        }
    }

    /**
     * Who answers for the pages; shown on every one of them.
     *
     * @param contact an e-mail address or a web address
     * @param privacy the text of the privacy page
     */
    public record Legal(String name, String postalAddress, String contact, String privacy, String disclaimer) {

        public static final Legal NONE = new Legal("", "", "", "", "");

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
