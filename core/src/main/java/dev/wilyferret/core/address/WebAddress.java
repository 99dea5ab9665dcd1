package dev.wilyferret.core.address;

import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * An absolute http or https address without user name or password: the only kind of outside destination there is. Hosts in
 * any alphabet and paths with any letters are taken and kept in their ASCII form, as browsers send them (WHATWG URL).
 *
 * @param text in ASCII, at most 2,000 characters
 */
public record WebAddress(String text) {

    static final int MOST = 2000;
    private static final int MOST_PORT = 65_535;
    private static final Pattern AUTHORITY = Pattern.compile("(\\[[^\\]]*]|[^:\\[]*)(?::(.*))?");

    /** @throws Refusal naming the scheme or the part that is wrong */
    public WebAddress {
        text = PlainText.line("address", text, MOST);
        refuseOtherSchemes(text);
        refuseBlanks(text);
        int host = hostAt(text);
        int end = hostEnd(text);
        text = text.substring(0, host).toLowerCase(Locale.ROOT)
                + withoutUsualPort(text, authority(text.substring(host, end)))
                + rest(text, end);
        if (text.length() > MOST) {
            throw new Refusal("The address has %,d characters as browsers send it; at most %,d fit. Use a shorter one."
                    .formatted(text.length(), MOST));
        }
    }

    /** Scheme, host and port, as a browser compares origins. */
    public String origin() {
        return text.substring(0, hostEnd(text));
    }

    /** As people read it: the host and the path in their own letters. */
    public String readable() {
        return readable(text);
    }

    /** As {@link #readable()}, of an address that was made of one by filling it in. */
    public static String readable(String text) {
        int host = hostAt(text);
        int end = hostEnd(text);
        String authority = text.substring(host, end);
        int port = authority.startsWith("[") ? authority.length() : (authority + ":").indexOf(':');
        return text.substring(0, host)
                + HostName.readable(authority.substring(0, port))
                + authority.substring(port)
                + Percent.readable(text.substring(end));
    }

    static void refuseOtherSchemes(String text) {
        String lower = text.toLowerCase(Locale.ROOT);
        if (!lower.startsWith("https://") && !lower.startsWith("http://")) {
            int colon = text.indexOf(':');
            String found =
                    colon > 0 && colon < 30 ? "starts with \"" + text.substring(0, colon + 1) + "\"" : "has no scheme";
            throw new Refusal(
                    "The address %s. Only addresses that start with https:// or http:// are safe to send visitors to."
                            .formatted(found));
        }
    }

    static void refuseBlanks(String text) {
        int blank = text.indexOf(' ');
        if (blank >= 0) {
            throw new Refusal(
                    "The address cannot be read at position %d: there is a blank. Remove it, or write %%20 for it."
                            .formatted(blank + 1));
        }
    }

    /** Where the host begins in a text that starts with a scheme. */
    static int hostAt(String text) {
        return text.indexOf("//") + 2;
    }

    /** Where the host and its port end. */
    static int hostEnd(String text) {
        int at = hostAt(text);
        while (at < text.length() && "/?#\\{".indexOf(text.charAt(at)) < 0) {
            at++;
        }
        return at;
    }

    /**
     * Host and port in ASCII.
     *
     * @throws Refusal if there is none, or it holds more than that
     */
    static String authority(String typed) {
        if (typed.indexOf('@') >= 0) {
            throw new Refusal("The address holds a user name before the @. Leave that part out.");
        }
        Matcher parts = AUTHORITY.matcher(typed);
        if (!parts.matches()) {
            throw new Refusal(
                    "The host of the address, \"%s\", cannot be read. Check it for a stray sign.".formatted(typed));
        }
        if (parts.group(1).isEmpty()) {
            throw new Refusal("The address names no host. Write it whole, for example https://shop.example/buy.");
        }
        String host = parts.group(1).startsWith("[") ? digits(parts.group(1)) : HostName.ofWeb(parts.group(1));
        String port = parts.group(2) == null ? "" : parts.group(2);
        return port.isEmpty() ? host : host + ":" + port(port);
    }

    private static String digits(String bracketed) {
        if (!NetworkKey.isAddress(bracketed.substring(1, bracketed.length() - 1))) {
            throw new Refusal("\"%s\" is no network address. Check it, or write the host's name.".formatted(bracketed));
        }
        return bracketed.toLowerCase(Locale.ROOT);
    }

    private static int port(String typed) {
        int port = typed.matches("[0-9]{1,9}") ? Integer.parseInt(typed) : 0;
        if (port < 1 || port > MOST_PORT) {
            throw new Refusal("\"%s\" is no port. It is a number from 1 to 65535; most addresses need none."
                    .formatted(PlainText.cut(typed, 20)));
        }
        return port;
    }

    private static String rest(String text, int from) {
        String rest = text.substring(from);
        int backslash = rest.indexOf('\\');
        if (backslash >= 0) {
            throw new Refusal("The address cannot be read at position %d: there is a \\. Write / for it."
                    .formatted(from + backslash + 1));
        }
        return Percent.encodedRest(withoutDots(rest));
    }

    /** The port that a scheme has anyway is left out (WHATWG URL, 4.4, port state). */
    private static String withoutUsualPort(String text, String authority) {
        String usual = text.regionMatches(true, 0, "https:", 0, 6) ? ":443" : ":80";
        return authority.endsWith(usual) ? authority.substring(0, authority.length() - usual.length()) : authority;
    }

    /** There is always a path, and the steps . and .. in it are taken (WHATWG URL, 4.4, path state). */
    private static String withoutDots(String rest) {
        int end = 0;
        while (end < rest.length() && "?#".indexOf(rest.charAt(end)) < 0) {
            end++;
        }
        List<String> path = new ArrayList<>();
        String[] steps = rest.substring(Math.min(1, end), end).split("/", -1);
        for (int at = 0; at < steps.length; at++) {
            String step = steps[at].replaceAll("(?i)%2e", ".");
            boolean last = at == steps.length - 1;
            if (step.equals("..") && !path.isEmpty()) {
                path.removeLast();
            }
            if (!step.equals("..") && !step.equals(".")) {
                path.add(steps[at]);
            } else if (last) {
                path.add("");
            }
        }
        return "/" + String.join("/", path) + rest.substring(end);
    }
}
