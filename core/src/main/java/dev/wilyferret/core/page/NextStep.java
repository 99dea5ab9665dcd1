package dev.wilyferret.core.page;

import dev.wilyferret.core.text.PlainText;
import java.util.UUID;

/** Where a button, form, answer or offer item leads. Only stored destinations: none is an address. */
public sealed interface NextStep {

    /** Not chosen yet. */
    record NotChosen() implements NextStep {}

    /** To another page of the same promotion. */
    record ToPage(UUID page) implements NextStep {}

    /** To a page that is still to be made; its name is at most 60 characters. */
    record ToPageToMake(String name) implements NextStep {
        public ToPageToMake {
            name = PlainText.line("name of the page to make", name, 60);
        }
    }

    /** Straight to the promotion's offer, through the affiliate link. */
    record ToOffer() implements NextStep {}

    /** To another offer of the workspace, through its affiliate link. */
    record ToAnotherOffer(UUID offer) implements NextStep {}

    /** Opens a pop-up of the same page. */
    record OpenPopUp(BlockId popUp) implements NextStep {}

    /** Stays on the page and shows the form's thanks in its place. */
    record ShowThanks() implements NextStep {}

    /** Whether it leads to a seller, so that the visitor leaves through an affiliate link. */
    default boolean outbound() {
        return this instanceof ToOffer || this instanceof ToAnotherOffer;
    }
}
