package dev.wilyferret.core.address;

import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.net.URI;
import java.net.URISyntaxException;
import java.util.Locale;

/**
 * An absolute http or https address without user name or password: the only kind of outside destination there is.
 *
 * @param text at most 2,000 characters
 */
public record WebAddress(String text) {

    static final int MOST = 2000;

    /** @throws Refusal naming the scheme or the part that is wrong */
    public WebAddress {
        text = PlainText.line("address", text, MOST);
        refuseOtherSchemes(text);
        URI uri = parsed(text);
        if (uri.getHost() == null) {
            throw new Refusal("The address \"%s\" names no host. Write it whole, for example https://shop.example/buy."
                    .formatted(text));
        }
        if (uri.getRawUserInfo() != null) {
            throw new Refusal("The address holds a user name before the @. Leave that part out.");
        }
    }

    /** Scheme, host and port, as a browser compares origins. */
    public String origin() {
        URI uri = URI.create(text);
        String port = uri.getPort() < 0 ? "" : ":" + uri.getPort();
        return uri.getScheme().toLowerCase(Locale.ROOT) + "://" + uri.getHost().toLowerCase(Locale.ROOT) + port;
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

    private static URI parsed(String text) {
        try {
            return new URI(text);
        } catch (URISyntaxException e) {
            throw new Refusal("The address cannot be read at position %d (%s). Check for spaces or stray signs there."
                    .formatted(e.getIndex() + 1, e.getReason().toLowerCase(Locale.ROOT)));
        }
    }
}
