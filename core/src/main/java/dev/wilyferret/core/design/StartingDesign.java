package dev.wilyferret.core.design;

import dev.wilyferret.core.page.PageDocument.ContentPage;
import java.util.List;
import java.util.Optional;

/**
 * A page to begin from.
 *
 * @param key its name in addresses, and the slug a page made from it wishes for
 * @param name what a page made from it is called at first
 * @param purpose when to take it, as a sentence
 */
public record StartingDesign(String key, String name, String purpose, ContentPage page) {

    /** All of them, in the order people work. */
    public static List<StartingDesign> all() {
        return StartingPages.ALL;
    }

    public static Optional<StartingDesign> of(String key) {
        return all().stream().filter(design -> design.key.equals(key)).findFirst();
    }

    /** The one a promotion begins with when nothing was chosen. */
    public static StartingDesign bridge() {
        return of("start").orElseThrow();
    }
}
