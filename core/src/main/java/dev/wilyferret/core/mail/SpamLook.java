package dev.wilyferret.core.mail;

import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.page.RichText;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.text.Words;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A look at a mail as a filter takes it. The rules and their points are ours, stated in docs/formats.md; they are a guide,
 * no filter works just so.
 */
public record SpamLook(List<Finding> findings) {

    /** @param tenths points, in tenths */
    public record Finding(int tenths, String what, String mend) {
        public double points() {
            return tenths / 10.0;
        }
    }

    /** How it reads: up to 2.9 points, up to 4.9, 5 and more. */
    public enum Grade {
        CLEAN("Reads like a letter."),
        DOUBTFUL("Some filters will hesitate."),
        SPAM("Many filters will take it for spam.");

        private final String words;

        Grade(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /**
     * What is known of the mail as it is sent.
     *
     * @param textPart whether a plain text comes along
     * @param postalAddress whether the sender's postal address stands in it
     * @param unsubscribe whether there is a way off the list in it
     * @param pictures how many it shows
     * @param bytes of it as sent
     */
    public record Sent(boolean textPart, boolean postalAddress, boolean unsubscribe, int pictures, int bytes) {}

    private static final Pattern LURES = Pattern.compile(
            "\\b(free|guarantee|guaranteed|winner|urgent|act now|risk.free|cash|earn money|no cost|limited time|click here|100 ?%)\\b|[€$£]{2,}");

    private static final Pattern VERSION = Pattern.compile("v?\\d+(\\.\\d+)*+(\\.x|[-.]?(rc|beta|alpha)\\d*)?");
    private static final Pattern NUMBER_HOST = Pattern.compile("https?://\\d{1,3}(\\.\\d{1,3}){3}([:/].*)?");
    private static final Pattern NAMES_HOST = Pattern.compile(
            "(https?://|www\\.)?([\\p{L}\\p{N}-]+(\\.[\\p{L}\\p{N}-]+)*\\.([\\p{L}\\p{N}-]+))(:\\d+)?([/?#]\\S*)?");
    /** What comes after the dot in names of files; a version has a number there. */
    private static final Set<String> FILE_ENDINGS = Set.of(
            ("7z apk avi bmp csv css dmg doc docx eps epub exe gif gz heic htm html ico ics jpeg jpg js json key log m4a md mkv"
                            + " mobi mov mp3 mp4 mpeg msi numbers odp ods odt ogg otf pages pdf php png ppt pptx psd rar rtf svg"
                            + " tar tif tiff ttf txt vcf wav webm webp woff xls xlsx xml yml zip")
                    .split(" "));
    /** More letters than abbreviations have. */
    private static final int LONG_WORD = 5;

    /** Looks over a mail. */
    public static SpamLook at(MailText mail, Sent sent) {
        List<Finding> found = new ArrayList<>();
        subject(found, mail.subject());
        List<String> words = Words.of(mail.body().words());
        body(found, mail.body().source(), words);
        links(found, mail.body().links(), words.size(), sent);
        if (!sent.textPart) {
            found.add(new Finding(20, "It has no plain text part.", "Send text and HTML together."));
        }
        if (!sent.postalAddress) {
            found.add(new Finding(
                    25,
                    "Your postal address is missing.",
                    "Fill in the legal footer in Settings; it goes under each mail."));
        }
        if (!sent.unsubscribe) {
            found.add(new Finding(30, "There is no way to unsubscribe.", "Leave the footer with its link in place."));
        }
        if (sent.bytes > 100_000) {
            found.add(new Finding(
                    10,
                    "It weighs %,d kB; inboxes cut long mails off.".formatted(sent.bytes / 1000),
                    "Make it shorter."));
        }
        return new SpamLook(List.copyOf(found));
    }

    private static void subject(List<Finding> found, String subject) {
        if (subject.isEmpty()) {
            found.add(new Finding(30, "The subject is empty.", "Write what the mail brings, in a few words."));
            return;
        }
        if (Words.letters(subject) > 70) {
            found.add(new Finding(
                    10, "The subject is longer than 70 characters; phones cut it.", "Say it in fewer words."));
        }
        List<String> words = Words.of(subject);
        int loud = loud(words);
        if (loud > 1 && loud * 2 >= words.size()) {
            found.add(new Finding(20, "The subject shouts in capitals.", "Write it in small letters."));
        }
        if (subject.chars().filter(sign -> sign == '!').count() > 1) {
            found.add(new Finding(10, "The subject has more than one exclamation mark.", "Drop them."));
        }
        if (subject.toLowerCase(Locale.ROOT).matches("(re|fw|fwd|aw|wg) ?:.*")) {
            found.add(new Finding(20, "The subject pretends to be an answer.", "Drop the \"Re:\"."));
        }
        long lures = LURES.matcher(subject.toLowerCase(Locale.ROOT)).results().count();
        if (lures > 0) {
            found.add(new Finding(
                    (int) Math.min(15, 5 + 5 * lures),
                    "The subject uses a word that lures: “%s”.".formatted(first(subject)),
                    "Say what is in the mail instead."));
        }
    }

    private static String first(String text) {
        var match = LURES.matcher(text.toLowerCase(Locale.ROOT));
        return match.find() ? match.group() : "";
    }

    private static void body(List<Finding> found, String source, List<String> words) {
        int loud = loud(words);
        if (loud > 2 && loud * 10 > words.size()) {
            found.add(new Finding(20, "More than one word in ten is in capitals.", "Write them in small letters."));
        }
        if (source.chars().filter(sign -> sign == '!').count() > 3) {
            found.add(new Finding(10, "It has more than three exclamation marks.", "Leave one, or none."));
        }
        long lures = LURES.matcher(source.toLowerCase(Locale.ROOT)).results().count();
        if (lures > 2) {
            found.add(new Finding(
                    (int) Math.min(40, 10 * (lures - 2)),
                    "It uses %d words that lure, “%s” among them.".formatted(lures, first(source)),
                    "Say what it is instead."));
        }
    }

    private static void links(List<Finding> found, List<RichText.Span.Link> links, int words, Sent sent) {
        if (words < 30 && !links.isEmpty()) {
            found.add(new Finding(
                    10,
                    "It has %d %s; short mails with a link look like bait."
                            .formatted(words, words == 1 ? "word" : "words"),
                    "Write a few sentences."));
        }
        if (links.size() > 1 && links.size() * 30 > words) {
            found.add(new Finding(
                    15,
                    "It has %d links in %d words.".formatted(links.size(), words),
                    "Keep one link for every thirty words."));
        }
        if (sent.pictures > 0 && words < 60 * sent.pictures) {
            found.add(new Finding(15, "It shows more picture than text.", "Write more, or drop a picture."));
        }
        for (RichText.Span.Link link : links) {
            link(found, link.words(), link.address().text());
        }
    }

    private static void link(List<Finding> found, String words, String address) {
        String lower = address.toLowerCase(Locale.ROOT);
        if (Shorteners.hold(host(lower))) {
            found.add(new Finding(15, "%s is a shortened address.".formatted(address), "Link to the page itself."));
        }
        if (NUMBER_HOST.matcher(lower).matches()) {
            found.add(new Finding(20, "%s leads to a bare number.".formatted(address), "Link to a named host."));
        } else if (lower.startsWith("http://")) {
            found.add(new Finding(5, "%s is not encrypted.".formatted(address), "Use the https address."));
        }
        Optional<String> shown = shownHost(words.strip().toLowerCase(Locale.ROOT));
        if (shown.filter(host -> !belongs(host(lower), host)).isPresent()) {
            found.add(new Finding(
                    30,
                    "A link reads “%s” and leads to %s.".formatted(words.strip(), host(lower)),
                    "Let its words say what is there, or the true address."));
        }
    }

    /** The host that a link's words claim to lead to; names of files and versions claim none. */
    private static Optional<String> shownHost(String words) {
        Matcher shown = NAMES_HOST.matcher(words);
        if (!shown.matches()) {
            return Optional.empty();
        }
        boolean marked = shown.group(1) != null;
        String end = shown.group(4);
        boolean named = end.codePoints().anyMatch(Character::isLetter)
                && !FILE_ENDINGS.contains(end)
                && !VERSION.matcher(words).matches();
        return marked || named ? Optional.of(ascii(shown.group(2))) : Optional.empty();
    }

    private static String ascii(String host) {
        try {
            return host(new WebAddress("https://" + host).text());
        } catch (Refusal noHost) {
            return host;
        }
    }

    /** Whether a host is another, or lies below it: at a dot. */
    private static boolean belongs(String host, String to) {
        return host.equals(to) || host.endsWith("." + to) || to.equals("www." + host);
    }

    private static String host(String address) {
        return address.replaceFirst("^https?://", "").replaceFirst("[:/?#].*$", "");
    }

    /**
     * How many words shout: those in capitals next to one another, unless all of them are short enough to be abbreviations and
     * there are only two.
     */
    private static int loud(List<String> words) {
        int loud = 0;
        int run = 0;
        boolean longOne = false;
        for (int at = 0; at <= words.size(); at++) {
            if (at < words.size() && inCapitals(words.get(at))) {
                run++;
                longOne |= words.get(at).length() >= LONG_WORD;
            } else {
                loud += run > 2 || run == 2 && longOne ? run : 0;
                run = 0;
                longOne = false;
            }
        }
        return loud;
    }

    private static boolean inCapitals(String word) {
        return word.length() > 1
                && word.codePoints().allMatch(sign -> Character.isUpperCase(sign) || !Character.isLetter(sign))
                && word.codePoints().anyMatch(Character::isUpperCase);
    }

    public int tenths() {
        return findings.stream().mapToInt(Finding::tenths).sum();
    }

    public double points() {
        return tenths() / 10.0;
    }

    public Grade grade() {
        return tenths() < 30 ? Grade.CLEAN : tenths() < 50 ? Grade.DOUBTFUL : Grade.SPAM;
    }
}
