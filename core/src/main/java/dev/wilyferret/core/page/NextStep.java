package dev.wilyferret.core.page;

import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.List;
import java.util.function.UnaryOperator;

/** Where a button, form, answer or offer item leads. Only stored destinations: none is an address. */
public sealed interface NextStep {

    /** Not chosen yet. */
    record NotChosen() implements NextStep {}

    /** To another page of the same promotion. */
    record ToPage(PageId page) implements NextStep {}

    /** To a page that is still to be made; its name is at most 60 characters. */
    record ToPageToMake(String name) implements NextStep {
        public ToPageToMake {
            name = PlainText.line("name of the page to make", name, 60);
        }
    }

    /** Straight to the promotion's offer, through the affiliate link. */
    record ToOffer() implements NextStep {}

    /** To another offer of the workspace, through its affiliate link. */
    record ToAnotherOffer(OfferId offer) implements NextStep {}

    /** To an address elsewhere that the workspace has stored. */
    record ToElsewhere(ElsewhereId elsewhere) implements NextStep {}

    /** Opens a pop-up of the same page. */
    record OpenPopUp(BlockId popUp) implements NextStep {}

    /** Closes the pop-up it stands in. */
    record ClosePopUp() implements NextStep {}

    /** Jumps to a block of the same page. */
    record JumpTo(BlockId block) implements NextStep {}

    /** Stays on the page and shows the form's thanks in its place. */
    record ShowThanks() implements NextStep {}

    /** Hands out a file of the shelf, by the name the shelf gave it. */
    record HandOut(String file) implements NextStep {}

    /**
     * Two at once: one opens in a new tab, this tab goes elsewhere. Each is a page, an offer or an address elsewhere; a browser that runs no
     * script goes to the one for the new tab.
     */
    record TwoAtOnce(NextStep newTab, NextStep here) implements NextStep {
        public TwoAtOnce {
            if (!newTab.leaves() || !here.leaves()) {
                throw new Refusal(
                        "Two at once needs two ways: choose a page, an offer or an address elsewhere for each tab.");
            }
        }
    }

    /** In a new tab, while this one stays as it is: who watches a video is not interrupted. */
    record InNewTab(NextStep way) implements NextStep {
        public InNewTab {
            if (!way.leaves()) {
                throw new Refusal(
                        "A new tab needs a way that leaves the page: choose a page, an offer or an address elsewhere for it.");
            }
        }
    }

    /** Where it leads, in words, as far as the page itself knows; empty if that is not chosen. */
    default String said() {
        return switch (this) {
            case NotChosen() -> "";
            case ToPage(PageId page) -> "to page " + page;
            case ToPageToMake(String name) -> "to a page to make, “" + name + "”";
            case ToOffer() -> "to the offer";
            case ToAnotherOffer(OfferId offer) -> "to offer " + offer;
            case ToElsewhere(ElsewhereId elsewhere) -> "to address elsewhere " + elsewhere;
            case OpenPopUp(BlockId popUp) -> "to pop-up " + popUp;
            case ClosePopUp() -> "closes the pop-up";
            case JumpTo(BlockId block) -> "to block " + block;
            case ShowThanks() -> "to its thanks";
            case HandOut(String file) -> "hands out " + file;
            case TwoAtOnce(NextStep newTab, NextStep here) ->
                "in a new tab " + newTab.said() + ", in this one " + here.said();
            case InNewTab(NextStep way) -> "in a new tab " + way.said();
        };
    }

    /** What a visitor has got where a single way goes on nowhere; empty where it goes on, or stays among the blocks. */
    default String ends() {
        return switch (this) {
            case ShowThanks() -> "Thanks shown";
            case HandOut(String file) -> "File handed out";
            case NotChosen _, ToPage _, ToPageToMake _, ToOffer _, ToAnotherOffer _, ToElsewhere _ -> "";
            case OpenPopUp _, ClosePopUp _, JumpTo _, TwoAtOnce _, InNewTab _ -> "";
        };
    }

    /** Whether it is one way that leaves the page: to another page, an offer or an address elsewhere. */
    default boolean leaves() {
        return this instanceof ToPage || this instanceof ToPageToMake || this instanceof ToElsewhere || toOffer();
    }

    /** Whether it leads to a seller, so that the visitor leaves through an affiliate link. */
    default boolean outbound() {
        return each().stream().anyMatch(NextStep::toOffer);
    }

    /** Whether it leads off the site, to a seller or anywhere else. */
    default boolean leavesSite() {
        return outbound() || each().stream().anyMatch(ToElsewhere.class::isInstance);
    }

    private boolean toOffer() {
        return this instanceof ToOffer || this instanceof ToAnotherOffer;
    }

    /** The single ways: both of two at once, the one in a new tab, else itself. */
    default List<NextStep> each() {
        return switch (this) {
            case TwoAtOnce(NextStep newTab, NextStep here) -> List.of(newTab, here);
            case InNewTab(NextStep way) -> List.of(way);
            default -> List.of(this);
        };
    }

    /** The same with each single way changed. */
    default NextStep leading(UnaryOperator<NextStep> change) {
        return switch (this) {
            case TwoAtOnce(NextStep newTab, NextStep here) -> new TwoAtOnce(change.apply(newTab), change.apply(here));
            case InNewTab(NextStep way) -> new InNewTab(change.apply(way));
            default -> change.apply(this);
        };
    }
}
