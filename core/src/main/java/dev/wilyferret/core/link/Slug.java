package dev.wilyferret.core.link;

import dev.wilyferret.core.text.Refusal;
import java.text.Normalizer;
import java.util.Locale;

/** The part of a public address that people read: 2 to 60 lower-case letters, digits and single hyphens. */
public record Slug(String text) {

    private static final int MOST = 60;
    /** How much of a name is looked at for a proposal. */
    private static final int MOST_READ = 300;

    public Slug {
        text = text.strip();
        if (text.length() < 2 || text.length() > MOST || !text.matches("[a-z0-9]+(-[a-z0-9]+)*")) {
            throw new Refusal(
                    "The slug must be 2 to %d lower-case letters, digits and single hyphens, for example \"cellar-crop\"."
                            .formatted(MOST));
        }
    }

    /**
     * A slug that stands first in an address, as a promotion's does.
     *
     * @throws Refusal as the constructor, or if the site uses it itself
     */
    public static Slug ofPromotion(String typed) {
        Slug slug = new Slug(typed);
        if (SiteRoute.of(slug.text).isPresent()) {
            throw new Refusal(
                    "The slug \"%s\" is an address the site uses itself. Choose another.".formatted(slug.text));
        }
        return slug;
    }

    /** What a name looks like as a slug; possibly empty, so only a proposal. */
    public static String proposedFor(String name) {
        String plain = Normalizer.normalize(name.substring(0, Math.min(name.length(), MOST_READ)), Normalizer.Form.NFD)
                .replaceAll("\\p{M}", "")
                .toLowerCase(Locale.ROOT);
        String joined = plain.replaceAll("[^a-z0-9]+", "-").replaceAll("^-|-$", "");
        return joined.length() <= MOST ? joined : joined.substring(0, MOST).replaceAll("-$", "");
    }
}
