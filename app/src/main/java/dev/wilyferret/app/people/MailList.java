package dev.wilyferret.app.people;

import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.people.EmailAddress;
import dev.wilyferret.core.text.PlainText;
import java.util.Optional;

/**
 * A list people are put on.
 *
 * @param name at most 80 characters
 * @param replyTo where answers go; empty for the sender's address
 * @param doubleOptIn whether people have to confirm their address before they get anything
 * @param buyers whether it is a list of buyers, which a claim puts people on
 * @param host the links in its mails lead over; empty for the installation's own
 * @param checkPage tells people to look in their inbox
 * @param confirmedPage where confirming leads
 * @param leftPage where leaving leads
 */
public record MailList(
        ListId id,
        String name,
        String senderName,
        String senderAddress,
        String replyTo,
        boolean doubleOptIn,
        boolean buyers,
        Optional<OwnHost> host,
        Optional<PageId> checkPage,
        Optional<PageId> confirmedPage,
        Optional<PageId> leftPage) {

    public MailList {
        name = name(name);
        senderName = senderName(senderName);
        senderAddress = senderAddress(senderAddress);
        replyTo = replyTo(replyTo);
    }

    /** A list whose mails lead over the installation's own host. */
    public MailList(
            ListId id,
            String name,
            String senderName,
            String senderAddress,
            String replyTo,
            boolean doubleOptIn,
            boolean buyers,
            Optional<PageId> checkPage,
            Optional<PageId> confirmedPage,
            Optional<PageId> leftPage) {
        this(
                id,
                name,
                senderName,
                senderAddress,
                replyTo,
                doubleOptIn,
                buyers,
                Optional.empty(),
                checkPage,
                confirmedPage,
                leftPage);
    }

    static String name(String typed) {
        return PlainText.line("name of the list", typed, 80);
    }

    static String senderName(String typed) {
        return PlainText.line("sender's name", typed, 80);
    }

    static String senderAddress(String typed) {
        return new EmailAddress(typed).text();
    }

    static String replyTo(String typed) {
        return typed.isBlank() ? "" : senderAddress(typed);
    }

    /** The same list with the pages a ready-made trail gave it. */
    public MailList with(Optional<PageId> check, Optional<PageId> confirmed) {
        return new MailList(
                id,
                name,
                senderName,
                senderAddress,
                replyTo,
                doubleOptIn,
                buyers,
                host,
                check.or(() -> checkPage),
                confirmed.or(() -> confirmedPage),
                leftPage);
    }
}
