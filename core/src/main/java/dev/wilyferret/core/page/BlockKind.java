package dev.wilyferret.core.page;

import java.util.List;
import java.util.Optional;

/** The kinds of block a page is made of, in the order they are offered. */
public enum BlockKind {
    HEADLINE("headline", "Headline"),
    SUB_HEADLINE("sub-headline", "Sub-headline"),
    TEXT("text", "Text"),
    BENEFITS("benefits", "Benefit list"),
    PICTURE("picture", "Picture"),
    VIDEO("video", "Video"),
    BUTTON("button", "Button"),
    FORM("form", "Opt-in form"),
    BONUS_LIST("bonus-list", "Bonus list"),
    BONUS("bonus", "Bonus"),
    QUIZ("quiz", "Quiz"),
    QUESTION("question", "Question"),
    OFFER_ITEM("offer-item", "Offer item"),
    QUOTE("quote", "Quote"),
    COUNTDOWN("countdown", "Countdown"),
    DIVIDER("divider", "Divider"),
    POP_UP("pop-up", "Pop-up"),
    DISCLOSURE("disclosure", "Affiliate disclosure"),
    CODE("code", "Code");

    private final String key;
    private final String words;

    BlockKind(String key, String words) {
        this.key = key;
        this.words = words;
    }

    /** The name of the kind in documents and addresses. */
    public String key() {
        return key;
    }

    /** The name of the kind on the screen. */
    public String words() {
        return words;
    }

    public static Optional<BlockKind> of(String key) {
        return List.of(values()).stream().filter(kind -> kind.key.equals(key)).findFirst();
    }

    /** Whether blocks of this kind hold other blocks. */
    public boolean holdsBlocks() {
        return this == BONUS_LIST || this == QUIZ || this == POP_UP;
    }

    /** Whether a block of another kind may stand inside one of this. */
    public boolean holds(BlockKind inner) {
        return switch (this) {
            case BONUS_LIST -> inner == BONUS;
            case QUIZ -> inner == QUESTION;
            case POP_UP -> !inner.holdsBlocks() && inner.standsOnPage();
            default -> false;
        };
    }

    /** Whether it may stand on a page itself, not only inside another block. */
    public boolean standsOnPage() {
        return this != BONUS && this != QUESTION;
    }

    /** A block of this kind with nothing in it yet. */
    public Block empty() {
        return switch (this) {
            case HEADLINE -> new Block.Headline("");
            case SUB_HEADLINE -> new Block.SubHeadline("");
            case TEXT -> new Block.Text(new RichText(""));
            case BENEFITS -> new Block.Benefits(List.of());
            case PICTURE -> new Block.Picture("", "", false);
            case VIDEO -> Block.Video.EMPTY;
            case BUTTON -> new Block.Button("", new NextStep.NotChosen());
            case FORM -> Block.Form.EMPTY;
            case BONUS_LIST -> new Block.BonusList("", true);
            case BONUS -> new Block.Bonus("", "", "", "");
            case QUIZ -> new Block.Quiz("Next", new NextStep.NotChosen());
            case QUESTION -> new Block.Question("", List.of());
            case OFFER_ITEM -> new Block.OfferItem("", "", "", "", "", new NextStep.NotChosen());
            case QUOTE -> new Block.Quote("", "");
            case COUNTDOWN -> Block.Countdown.EMPTY;
            case DIVIDER -> new Block.Divider();
            case POP_UP -> new Block.PopUp("");
            case DISCLOSURE ->
                new Block.Disclosure("I earn a commission if you buy through this page. It costs you nothing extra.");
            case CODE -> new Block.Code("");
        };
    }
}
