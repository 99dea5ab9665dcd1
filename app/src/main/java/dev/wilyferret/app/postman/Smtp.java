package dev.wilyferret.app.postman;

import dev.wilyferret.app.installation.Installation;
import jakarta.mail.Address;
import jakarta.mail.MessagingException;
import jakarta.mail.SendFailedException;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeBodyPart;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import jakarta.mail.util.StreamProvider;
import java.io.UnsupportedEncodingException;
import java.time.Instant;
import java.util.Date;
import java.util.Properties;
import org.eclipse.angus.mail.smtp.SMTPAddressFailedException;
import org.eclipse.angus.mail.smtp.SMTPSendFailedException;
import org.eclipse.angus.mail.smtp.SMTPSenderFailedException;
import org.eclipse.angus.mail.smtp.SMTPTransport;
import org.eclipse.angus.mail.util.MailStreamProvider;
import org.jspecify.annotations.Nullable;

/** One connection to the mail server, opened when it is needed. Not for two threads at once. */
public class Smtp implements AutoCloseable {

    private static final String TIMEOUT = "20000";

    /** What came of handing a mail over. */
    public sealed interface Answer {
        record Taken(String words) implements Answer {}

        /** It will never take this mail. */
        record Refused(String words) implements Answer {}

        /** It does not take this mail just now. */
        record Later(String words) implements Answer {}

        /** The server is out of reach; nothing was handed over. */
        record OutOfReach(String words) implements Answer {}
    }

    /** What is handed over. */
    public record Mail(
            String messageId,
            InternetAddress from,
            @Nullable InternetAddress replyTo,
            InternetAddress to,
            MailHtml.Drawn drawn,
            String listId,
            Instant date) {}

    static {
        // Named outright, the library need not search all of the class path for it with every mail.
        System.setProperty(StreamProvider.class.getName(), MailStreamProvider.class.getName());
    }

    private final Installation.Mail settings;
    private final Session session;
    private @Nullable Transport transport;

    public Smtp(Installation.Mail settings) {
        this.settings = settings;
        Properties properties = new Properties();
        properties.put("mail.smtp.host", settings.host());
        properties.put("mail.smtp.port", String.valueOf(settings.port()));
        properties.put("mail.smtp.auth", String.valueOf(!settings.user().isEmpty()));
        properties.put("mail.smtp.starttls.enable", String.valueOf(settings.startTls()));
        properties.put("mail.smtp.starttls.required", String.valueOf(settings.startTls()));
        properties.put("mail.smtp.connectiontimeout", TIMEOUT);
        properties.put("mail.smtp.timeout", TIMEOUT);
        properties.put("mail.smtp.writetimeout", TIMEOUT);
        this.session = Session.getInstance(properties);
    }

    public Answer send(Mail mail) {
        Transport open;
        try {
            open = connected();
        } catch (MessagingException e) {
            close();
            return new Answer.OutOfReach(words(e));
        }
        try {
            open.sendMessage(message(mail), new Address[] {mail.to});
            return new Answer.Taken(
                    open instanceof SMTPTransport smtp && smtp.getLastServerResponse() != null
                            ? smtp.getLastServerResponse().strip()
                            : "250");
        } catch (SendFailedException e) {
            return refused(e);
        } catch (MessagingException | UnsupportedEncodingException e) {
            close();
            return new Answer.Later(words(e));
        }
    }

    private Transport connected() throws MessagingException {
        Transport now = transport;
        if (now == null || !now.isConnected()) {
            now = session.getTransport("smtp");
            transport = now;
            if (settings.user().isEmpty()) {
                now.connect();
            } else {
                now.connect(settings.user(), settings.password());
            }
        }
        return now;
    }

    /** 5xx is final, 4xx is for now (RFC 5321, 4.2.1). */
    private static Answer refused(SendFailedException e) {
        for (Exception one = e;
                one != null;
                one = one instanceof MessagingException inner ? inner.getNextException() : null) {
            int code = switch (one) {
                case SMTPAddressFailedException failed -> failed.getReturnCode();
                case SMTPSenderFailedException failed -> failed.getReturnCode();
                case SMTPSendFailedException failed -> failed.getReturnCode();
                default -> 0;
            };
            if (code >= 500) {
                return new Answer.Refused(words(one));
            }
        }
        return new Answer.Later(words(e));
    }

    private static String words(Exception e) {
        String message = e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage();
        return message.strip();
    }

    private MimeMessage message(Mail mail) throws MessagingException, UnsupportedEncodingException {
        MimeMessage message = new MimeMessage(session) {
            @Override
            protected void updateMessageID() throws MessagingException {
                setHeader("Message-ID", mail.messageId);
            }
        };
        message.setFrom(mail.from);
        if (mail.replyTo != null) {
            message.setReplyTo(new Address[] {mail.replyTo});
        }
        message.setRecipient(MimeMessage.RecipientType.TO, mail.to);
        message.setSubject(mail.drawn.subject(), "UTF-8");
        message.setSentDate(Date.from(mail.date));
        message.setHeader("List-ID", mail.listId);
        if (!mail.drawn.leave().isEmpty()) {
            message.setHeader("List-Unsubscribe", "<" + mail.drawn.leave() + ">");
            message.setHeader("List-Unsubscribe-Post", "List-Unsubscribe=One-Click");
        }
        MimeBodyPart text = new MimeBodyPart();
        text.setText(mail.drawn.text(), "UTF-8", "plain");
        MimeBodyPart html = new MimeBodyPart();
        html.setText(mail.drawn.html(), "UTF-8", "html");
        message.setContent(new MimeMultipart("alternative", text, html));
        message.saveChanges();
        return message;
    }

    @Override
    public void close() {
        Transport now = transport;
        transport = null;
        if (now != null) {
            try {
                now.close();
            } catch (MessagingException alreadyGone) {
                // There is nothing left to close.
            }
        }
    }
}
