package dev.wilyferret.range;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import jakarta.mail.Message;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Properties;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.ui.ExtendedModelMap;

/** The stand-in mail server over real SMTP, and the stand-in mail service. */
class PostOfficeTest {

    @TempDir
    private Path folder;

    private int port;
    private PostOffice office;

    @BeforeEach
    void open() throws IOException {
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        office = new PostOffice(new RangeSettings(folder, "http://range.test", "", port), Clock.systemUTC());
        office.open();
    }

    @AfterEach
    void close() {
        office.close();
    }

    private void send(String id, String to) throws MessagingException {
        Properties properties = new Properties();
        properties.put("mail.smtp.host", "127.0.0.1");
        properties.put("mail.smtp.port", String.valueOf(port));
        MimeMessage message = new MimeMessage(Session.getInstance(properties)) {
            @Override
            protected void updateMessageID() throws MessagingException {
                setHeader("Message-ID", id);
            }
        };
        message.setFrom(new InternetAddress("hello@growbench.example"));
        message.setRecipient(Message.RecipientType.TO, new InternetAddress(to));
        message.setSubject("Hello");
        message.setText("Words");
        Transport.send(message);
    }

    @Test
    void theSameLetterTwiceLiesThereOnce() throws MessagingException {
        send("<1@test>", "ines@a.example");
        send("<1@test>", "ines@a.example");
        send("<1@test>", "mara@a.example");
        send("<2@test>", "ines@a.example");
        assertThat(office.count("")).isEqualTo(new PostOffice.Count(3, 1, 2));
        assertThat(office.count("mara")).isEqualTo(new PostOffice.Count(1, 1, 1));
        assertThat(office.letters("ines@a.example"))
                .extracting(PostOffice.Letter::text)
                .containsExactly("Words", "Words");
        ExtendedModelMap model = new ExtendedModelMap();
        assertThat(office.inbox("mara", model)).isEqualTo("range/inbox");
        assertThat((List<?>) model.get("letters")).hasSize(1);
    }

    @Test
    void nobodyGetsNothing() {
        assertThatThrownBy(() -> send("<3@test>", "nobody@a.example")).isInstanceOf(MessagingException.class);
        assertThat(office.count("").letters()).isZero();
    }

    @Test
    void theServiceElsewhereWantsItsIds() {
        Postern postern = new Postern(new RangeSettings(folder, "http://range.test", "", port), Clock.systemUTC());
        assertThat(postern.subscribe("ines@a.example", "Ines", "", "447")
                        .getStatusCode()
                        .value())
                .isEqualTo(400);
        assertThat(postern.subscribe("no address", "", "a81f-20c7", "447")
                        .getStatusCode()
                        .value())
                .isEqualTo(422);
        assertThat(postern.subscribe("ines@a.example", "Ines", "a81f-20c7", "447")
                        .getBody())
                .contains("signed up");
        ExtendedModelMap model = new ExtendedModelMap();
        postern.screen(model);
        assertThat((List<?>) model.get("came")).hasSize(1);
        assertThat(String.valueOf(model.get("form"))).contains("http://range.test/postern/subscribe", "pst_trap_9");
    }
}
