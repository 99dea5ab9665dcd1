package dev.wilyferret.core.address;

import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.Locale;

/**
 * The name of a host of one's own, under which pages and links stand.
 *
 * @param name as a request names it: in ASCII, in small letters, without a dot at the end; at least two labels
 */
public record OwnHost(String name) implements Comparable<OwnHost> {

    /** @throws Refusal if it is more than a name, less, or one that cannot be had */
    public OwnHost {
        name = read(name);
    }

    private static String read(String typed) {
        String text = PlainText.line("host name", typed, 300);
        refuseMore(text);
        String ascii = HostName.ofMail(text.endsWith(".") ? text.substring(0, text.length() - 1) : text);
        if (ascii.length() > 253) {
            throw new Refusal("The host name has more than 253 characters. Choose a shorter one.");
        }
        return ascii;
    }

    private static void refuseMore(String text) {
        int scheme = text.indexOf("://");
        if (scheme >= 0) {
            throw new Refusal("\"%s\" begins with a scheme. Type the name alone, for example %s."
                    .formatted(PlainText.cut(text, 80), bare(text.substring(scheme + 3))));
        }
        if (text.indexOf('/') >= 0 || text.indexOf('?') >= 0 || text.indexOf('#') >= 0) {
            throw new Refusal("\"%s\" has a path behind the name. Type the name alone, for example %s."
                    .formatted(PlainText.cut(text, 80), bare(text)));
        }
        if (text.indexOf('@') >= 0) {
            throw new Refusal(
                    "\"%s\" is a mail address. Type the name behind the @ alone.".formatted(PlainText.cut(text, 80)));
        }
        if (NetworkKey.isAddress(text) || NetworkKey.isAddress(text.replaceAll("^\\[|]$", ""))) {
            throw new Refusal(
                    "\"%s\" is a network address. A host of your own is a name that leads to it, for example go.growbench.example."
                            .formatted(text));
        }
        if (text.indexOf(':') >= 0) {
            throw new Refusal("\"%s\" has a port. Type the name alone: visitors come by the usual ports."
                    .formatted(PlainText.cut(text, 80)));
        }
        if (!text.contains(".")) {
            throw new Refusal("\"%s\" has no dot. Type the whole name, for example go.growbench.example."
                    .formatted(PlainText.cut(text, 80)));
        }
    }

    /** What of a typed address may be the name that was meant. */
    private static String bare(String text) {
        String host = text.split("[/?#:]", 2)[0].toLowerCase(Locale.ROOT);
        return host.isEmpty() ? "go.growbench.example" : PlainText.cut(host, 80);
    }

    /** As people read it: in its own letters. */
    public String readable() {
        return HostName.readable(name);
    }

    @Override
    public int compareTo(OwnHost other) {
        return name.compareTo(other.name);
    }

    @Override
    public String toString() {
        return name;
    }
}
