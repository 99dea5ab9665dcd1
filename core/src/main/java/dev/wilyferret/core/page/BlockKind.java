package dev.wilyferret.core.page;

import java.util.List;
import java.util.Optional;

/** The kinds of block a page is made of, in the order they are offered. */
public enum BlockKind {
    HEADLINE("headline", "Headline", new Block.Headline("")),
    SUB_HEADLINE("sub-headline", "Sub-headline", new Block.SubHeadline("")),
    TEXT("text", "Text", new Block.Text(new RichText(""))),
    BENEFITS("benefits", "Benefit list", new Block.Benefits(List.of())),
    PICTURE("picture", "Picture", new Block.Picture("", "", false)),
    VIDEO("video", "Video", Block.Video.EMPTY),
    BUTTON("button", "Button", new Block.Button("", new NextStep.NotChosen())),
    FORM("form", "Opt-in form", Block.Form.EMPTY),
    BONUS_LIST("bonus-list", "Bonus list", new Block.BonusList("", true)),
    BONUS("bonus", "Bonus", new Block.Bonus("", "", "", "")),
    QUIZ("quiz", "Quiz", new Block.Quiz("Next", new NextStep.NotChosen())),
    QUESTION("question", "Question", new Block.Question("", List.of())),
    OFFER_ITEM("offer-item", "Offer item", new Block.OfferItem("", "", "", "", "", new NextStep.NotChosen())),
    QUOTE("quote", "Quote", new Block.Quote("", "")),
    COUNTDOWN("countdown", "Countdown", Block.Countdown.EMPTY),
    DIVIDER("divider", "Divider", new Block.Divider()),
    POP_UP("pop-up", "Pop-up", new Block.PopUp("")),
    DISCLOSURE(
            "disclosure",
            "Affiliate disclosure",
            new Block.Disclosure("I earn a commission if you buy through this page. It costs you nothing extra.")),
    CODE("code", "Code", new Block.Code(""));

    private final String key;
    private final String words;
    private final Block empty;

    BlockKind(String key, String words, Block empty) {
        this.key = key;
        this.words = words;
        this.empty = empty;
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
        return empty;
    }
}
