package dev.wilyferret.core.offer;

import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.text.PlainText;

/** What a variable of an affiliate link is filled with when a visitor goes on to the offer. */
public sealed interface SubIdFill {

    /** The same text for everybody, for instance the affiliate's own id. */
    record Fixed(String text) implements SubIdFill {
        public Fixed {
            text = PlainText.line("value", text, 200);
        }
    }

    /** The id of the visitor's click, by which a postback finds its way home. */
    record ClickId() implements SubIdFill {}

    /** One of the tags of the link the visitor came by. */
    record FromTag(Tag tag) implements SubIdFill {}

    /** The short code of the link the visitor came by. */
    record LinkCode() implements SubIdFill {}

    /** The slug of the page the visitor left. */
    record FromPage() implements SubIdFill {}

    /** Nothing: the variable is left out of the address. */
    record Nothing() implements SubIdFill {}

    /** The tags a sub ID can carry. */
    enum Tag {
        SOURCE,
        MEDIUM,
        CAMPAIGN,
        TERM,
        CONTENT;

        String of(Tags tags) {
            return switch (this) {
                case SOURCE -> tags.source();
                case MEDIUM -> tags.medium();
                case CAMPAIGN -> tags.campaign();
                case TERM -> tags.term();
                case CONTENT -> tags.content();
            };
        }
    }
}
