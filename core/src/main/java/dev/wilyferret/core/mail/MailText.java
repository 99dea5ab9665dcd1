package dev.wilyferret.core.mail;

import dev.wilyferret.core.page.RichText;
import dev.wilyferret.core.text.PlainText;
import java.util.List;

/**
 * What a mail says. All three may hold tokens; a link that stands alone in its paragraph becomes a button.
 *
 * @param subject at most 150 characters
 * @param preview the line many inboxes show after the subject, at most 150 characters
 */
public record MailText(String subject, String preview, RichText body) {

    public static final MailText EMPTY = new MailText("", "", new RichText(""));

    public MailText {
        subject = PlainText.optionalLine("subject", subject, 150);
        preview = PlainText.optionalLine("preview line", preview, 150);
    }

    /** The addresses its links lead to, each once. */
    public List<String> destinations() {
        return body.addresses().stream().distinct().toList();
    }
}
