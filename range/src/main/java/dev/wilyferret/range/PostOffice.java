package dev.wilyferret.range;

import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.ServerSetup;
import jakarta.annotation.PostConstruct;
import jakarta.annotation.PreDestroy;
import jakarta.mail.BodyPart;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Part;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.util.StreamProvider;
import java.io.IOException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Enumeration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicInteger;
import org.eclipse.angus.mail.util.MailStreamProvider;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.server.ResponseStatusException;

/**
 * The stand-in mail server: takes mail over SMTP and shows one inbox for every address. A message it has already, by its
 * Message-ID and receiver, is dropped and counted, as mail stores that suppress duplicates do. Addresses that begin with
 * {@code nobody} do not exist.
 */
@Controller
@RequestMapping("/post")
class PostOffice {

    private static final Logger LOG = LoggerFactory.getLogger(PostOffice.class);

    /** A mail as it lies in the inbox. */
    public record Letter(
            int number,
            String time,
            String from,
            String to,
            String subject,
            String messageId,
            Map<String, String> headers,
            String text,
            String html) {}

    static {
        // Named outright, the library need not search all of the class path for it with every mail.
        System.setProperty(StreamProvider.class.getName(), MailStreamProvider.class.getName());
    }

    private final RangeSettings settings;
    private final Clock clock;
    private final List<Letter> letters = new CopyOnWriteArrayList<>();
    private final Map<String, Integer> numberById = new ConcurrentHashMap<>();
    private final Map<String, AtomicInteger> times = new ConcurrentHashMap<>();
    private GreenMail server;

    PostOffice(RangeSettings settings, Clock clock) {
        this.settings = settings;
        this.clock = clock;
        this.server = new GreenMail(new ServerSetup(settings.smtpPort(), "127.0.0.1", ServerSetup.PROTOCOL_SMTP));
    }

    @PostConstruct
    void open() {
        server.setUser("everybody@range.test", "everybody", "everybody");
        server.getManagers().getUserManager().setAuthRequired(false);
        server.getManagers().getUserManager().setMessageDeliveryHandler((message, address) -> {
            if (address.getEmail().startsWith("nobody")) {
                throw new com.icegreen.greenmail.user.UserException("No such mailbox: " + address.getEmail());
            }
            take(message.getMessage(), address.getEmail());
            return server.getManagers().getUserManager().getUserByEmail("everybody@range.test");
        });
        server.start();
    }

    @PreDestroy
    void close() {
        server.stop();
    }

    private synchronized void take(MimeMessage message, String to) {
        try {
            String id = Optional.ofNullable(message.getMessageID()).orElse("") + " " + to;
            times.computeIfAbsent(id, one -> new AtomicInteger()).incrementAndGet();
            if (numberById.putIfAbsent(id, letters.size() + 1) != null) {
                return;
            }
            Map<String, String> headers = new java.util.LinkedHashMap<>();
            for (Enumeration<jakarta.mail.Header> all = message.getAllHeaders(); all.hasMoreElements(); ) {
                jakarta.mail.Header header = all.nextElement();
                headers.put(header.getName(), header.getValue());
            }
            letters.add(new Letter(
                    letters.size() + 1,
                    clock.instant().toString(),
                    InternetAddress.toUnicodeString(message.getFrom()),
                    to,
                    Optional.ofNullable(message.getSubject()).orElse(""),
                    Optional.ofNullable(message.getMessageID()).orElse(""),
                    headers,
                    part(message, "text/plain"),
                    part(message, "text/html")));
        } catch (MessagingException | IOException e) {
            LOG.warn("A letter could not be read", e);
        }
    }

    private static String part(Part part, String type) throws MessagingException, IOException {
        if (part.isMimeType(type)) {
            return String.valueOf(part.getContent());
        }
        if (part.getContent() instanceof Multipart all) {
            for (int i = 0; i < all.getCount(); i++) {
                BodyPart inner = all.getBodyPart(i);
                String found = part(inner, type);
                if (!found.isEmpty()) {
                    return found;
                }
            }
        }
        return "";
    }

    @GetMapping
    String inbox(@RequestParam(defaultValue = "") String to, Model model) {
        List<Letter> shown = new ArrayList<>(
                letters.stream().filter(letter -> letter.to.contains(to)).toList());
        java.util.Collections.reverse(shown);
        model.addAttribute("letters", shown.stream().limit(200).toList());
        model.addAttribute("to", to);
        model.addAttribute("count", letters.size());
        model.addAttribute("suppressed", suppressed());
        return "range/inbox";
    }

    private int suppressed() {
        return times.values().stream().mapToInt(AtomicInteger::get).sum() - letters.size();
    }

    @GetMapping("/{number}")
    String letter(@PathVariable int number, Model model) {
        if (number < 1 || number > letters.size()) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        model.addAttribute("letter", letters.get(number - 1));
        return "range/letter";
    }

    /**
     * What came in, for those who count.
     *
     * @param receivers how many different addresses the letters went to
     */
    public record Count(long letters, int suppressed, long receivers) {}

    /** @param to counts only letters to addresses that hold this */
    @GetMapping("/count")
    @ResponseBody
    Count count(@RequestParam(defaultValue = "") String to) {
        List<String> all =
                letters.stream().map(Letter::to).filter(one -> one.contains(to)).toList();
        return new Count(all.size(), suppressed(), all.stream().distinct().count());
    }

    /** The letters to an address, the oldest first. */
    @GetMapping("/letters")
    @ResponseBody
    List<Letter> letters(@RequestParam String to) {
        return letters.stream().filter(letter -> letter.to.equalsIgnoreCase(to)).toList();
    }
}
