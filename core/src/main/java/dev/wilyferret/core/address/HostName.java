package dev.wilyferret.core.address;

import com.ibm.icu.text.IDNA;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * Names of hosts, in any alphabet, read as browsers read them: Unicode's UTS #46, non-transitional, so that {@code straße.de}
 * is not {@code strasse.de}. Kept in their ASCII form.
 */
public final class HostName {

    private static final int CHECKS =
            IDNA.CHECK_BIDI | IDNA.CHECK_CONTEXTJ | IDNA.NONTRANSITIONAL_TO_ASCII | IDNA.NONTRANSITIONAL_TO_UNICODE;
    private static final IDNA WEB = IDNA.getUTS46Instance(CHECKS);
    private static final IDNA MAIL = IDNA.getUTS46Instance(CHECKS | IDNA.USE_STD3_RULES);

    /** What browsers let pass: hyphens anywhere (WHATWG URL, "domain to ASCII", CheckHyphens false). */
    private static final Set<IDNA.Error> LET_PASS =
            EnumSet.of(IDNA.Error.LEADING_HYPHEN, IDNA.Error.TRAILING_HYPHEN, IDNA.Error.HYPHEN_3_4);

    private static final Pattern WEB_NAME = Pattern.compile("[a-z0-9_-]+(\\.[a-z0-9_-]+)*+\\.?");
    private static final Pattern MAIL_NAME = Pattern.compile("([a-z0-9-]+\\.)++[a-z][a-z0-9-]*[a-z0-9]");
    private static final Pattern NUMBER_AT_END = Pattern.compile("(.*\\.)?([0-9]+|0x[0-9a-f]*)\\.?");
    private static final Pattern FOUR_NUMBERS =
            Pattern.compile("((25[0-5]|2[0-4][0-9]|1[0-9]{2}|[1-9]?[0-9])(\\.(?!$)|$)){4}");

    private HostName() {}

    /**
     * The ASCII form of a host of a web address: a name, underscores allowed, or an IPv4 address written as four numbers.
     *
     * @throws Refusal if a browser would not read it, or would read it as another number
     */
    static String ofWeb(String typed) {
        String ascii = ascii(WEB, typed, LET_PASS);
        if (!WEB_NAME.matcher(ascii).matches()) {
            throw wrong(typed, "holds a sign that no host has");
        }
        if (NUMBER_AT_END.matcher(ascii).matches()
                && !FOUR_NUMBERS.matcher(ascii).matches()) {
            throw wrong(typed, "is a number and no name");
        }
        return ascii;
    }

    /**
     * The ASCII form of a host that takes mail: letters, digits and hyphens, at least one dot.
     *
     * @throws Refusal if it is none
     */
    public static String ofMail(String typed) {
        String ascii = ascii(MAIL, typed, Set.of());
        if (!MAIL_NAME.matcher(ascii).matches()) {
            throw wrong(typed, "is no name that mail is sent to");
        }
        return ascii;
    }

    /** The name as people write it; the same if it is plain ASCII already, or cannot be shown. */
    public static String readable(String ascii) {
        IDNA.Info info = new IDNA.Info();
        String name = WEB.nameToUnicode(ascii, new StringBuilder(), info).toString();
        return LET_PASS.containsAll(info.getErrors()) ? name : ascii;
    }

    private static String ascii(IDNA rules, String typed, Set<IDNA.Error> letPass) {
        // The name of the root, which may end any name, is no label of UTS #46.
        boolean root = typed.length() > 1 && typed.endsWith(".");
        IDNA.Info info = new IDNA.Info();
        String ascii = rules.nameToASCII(
                        root ? typed.substring(0, typed.length() - 1) : typed, new StringBuilder(), info)
                .toString();
        info.getErrors().stream()
                .filter(error -> !letPass.contains(error))
                .findFirst()
                .ifPresent(error -> {
                    throw wrong(typed, said(error));
                });
        return ascii.toLowerCase(Locale.ROOT) + (root ? "." : "");
    }

    private static String said(IDNA.Error error) {
        return switch (error) {
            case EMPTY_LABEL -> "has a dot too many";
            case LABEL_TOO_LONG -> "has a part of more than 63 characters";
            case DOMAIN_NAME_TOO_LONG -> "has more than 253 characters";
            case PUNYCODE, INVALID_ACE_LABEL -> "has a part that begins with xn-- and stands for nothing";
            case LEADING_HYPHEN, TRAILING_HYPHEN, HYPHEN_3_4 -> "has a hyphen where none may be";
            case BIDI -> "mixes directions of writing in a way browsers refuse";
            case LEADING_COMBINING_MARK, DISALLOWED, LABEL_HAS_DOT, CONTEXTJ, CONTEXTO_PUNCTUATION, CONTEXTO_DIGITS ->
                "holds a sign that no host has";
        };
    }

    private static Refusal wrong(String typed, String why) {
        return new Refusal(
                "The host \"%s\" %s. Check it, for example shop.example.".formatted(PlainText.cut(typed, 80), why));
    }
}
