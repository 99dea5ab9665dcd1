package dev.wilyferret.app.publicpage;

import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.link.SiteRoute;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.Map;
import java.util.Optional;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/**
 * The script that pages elsewhere carry. A version that was handed out is answered for ever, byte for byte, since pages name the hash
 * of it (Subresource Integrity); a change is a new version beside the old ones.
 */
@Component
public class OutsideScript {

    /** The one that snippets name. */
    private static final String LATEST = "elsewhere-1.js";

    private final Map<String, byte[]> versions = Map.of(LATEST, read(LATEST));
    private final SiteAddress site;

    OutsideScript(SiteAddress site) {
        this.site = site;
    }

    private static byte[] read(String name) {
        try {
            return new ClassPathResource("site/" + name).getContentAsByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** A version by its name. */
    public Optional<byte[]> version(String name) {
        return Optional.ofNullable(versions.get(name)).map(byte[]::clone);
    }

    /** The hash of a script as pages name it: SHA-384, in Base64. */
    public static String integrity(byte[] script) {
        try {
            return "sha384-"
                    + Base64.getEncoder()
                            .encodeToString(MessageDigest.getInstance("SHA-384").digest(script));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** What is pasted into a page: the script, and the image that counts where no script runs. */
    public String snippet(Optional<OwnHost> host, PageId page) {
        return """
                <script defer src="%s" integrity="%s" crossorigin="anonymous" data-page="%s"></script>
                <noscript><img src="%s" width="1" height="1" alt=""></noscript>""".formatted(
                        site.of(host, SiteRoute.ASSETS.path(LATEST)),
                        integrity(versions.get(LATEST)),
                        ShortId.of(page),
                        site.of(host, SiteRoute.SEEN.path(page)));
    }
}
