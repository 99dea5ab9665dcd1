package dev.wilyferret.app.shelf;

import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.id.BonusId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.Set;

/**
 * Something to give away.
 *
 * @param about what it is, at most 300 characters
 * @param picture a picture of the shelf by its name; empty for none
 * @param worth its nominal value in the workspace's currency, digits with an optional decimal point; empty for none
 * @param file what is handed out, a file of the shelf by its name; empty if there is a link
 * @param link an address where it is; empty if there is a file
 * @param terms under which it is given, at most 2,000 characters
 * @param lists whose people get it; empty for those of any list
 */
public record Bonus(
        BonusId id,
        String name,
        String about,
        String picture,
        String worth,
        String file,
        String link,
        String terms,
        Set<ListId> lists) {

    public Bonus {
        name = name(name);
        about = about(about);
        terms = terms(terms);
        worth = worth(worth);
        lists = Set.copyOf(lists);
        link = link(link);
    }

    static String name(String typed) {
        return PlainText.line("name of the bonus", typed, 120);
    }

    static String about(String typed) {
        return PlainText.optionalLine("description of the bonus", typed, 300);
    }

    static String terms(String typed) {
        return PlainText.lines("terms", typed, 2000);
    }

    /** @throws Refusal if it is not empty and no web address */
    static String link(String typed) {
        return typed.isBlank() ? "" : new WebAddress(typed.strip()).text();
    }

    /** @throws Refusal if it is not empty and not an amount */
    static String worth(String typed) {
        String text = typed.strip();
        if (!text.matches("(\\d{1,7}(\\.\\d{1,3})?)?")) {
            throw new Refusal("\"%s\" is not a value. Write digits with an optional point, for example 19.50."
                    .formatted(PlainText.cut(text, 20)));
        }
        return text;
    }

    /** Whether it is given to the people of a list. */
    public boolean goesTo(ListId list) {
        return lists.isEmpty() || lists.contains(list);
    }

    /** Whether there is anything to fetch. */
    public boolean given() {
        return !file.isEmpty() || !link.isEmpty();
    }
}
