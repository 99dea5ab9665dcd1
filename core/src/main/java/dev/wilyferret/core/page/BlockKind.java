package dev.wilyferret.core.page;

import static dev.wilyferret.core.page.BlockField.chosen;
import static dev.wilyferret.core.page.BlockField.file;
import static dev.wilyferret.core.page.BlockField.leads;
import static dev.wilyferret.core.page.BlockField.read;
import static dev.wilyferret.core.page.BlockField.tick;

import dev.wilyferret.core.id.BonusId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.page.BlockField.Among;
import dev.wilyferret.core.page.BlockField.Answers;
import dev.wilyferret.core.page.BlockField.Leads;
import dev.wilyferret.core.page.BlockField.Lines;
import dev.wilyferret.core.page.BlockField.Medium;
import dev.wilyferret.core.page.BlockField.Moment;
import dev.wilyferret.core.page.BlockField.Shape;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** The kinds of block a page is made of, in the order they are offered: how each begins, and the fields it has. */
public enum BlockKind {
    HEADLINE(
            "headline",
            "Headline",
            new Block.Headline(""),
            List.of(read(
                    "text",
                    "Headline",
                    "",
                    Shape.HEADLINE,
                    "What one should read first",
                    Block.Headline::text,
                    (old, text) -> new Block.Headline(text)))),
    SUB_HEADLINE(
            "sub-headline",
            "Sub-headline",
            new Block.SubHeadline(""),
            List.of(read(
                    "text",
                    "Sub-headline",
                    "",
                    Shape.AREA,
                    "Who it is for, or how it works",
                    Block.SubHeadline::text,
                    (old, text) -> new Block.SubHeadline(text)))),
    TEXT(
            "text",
            "Text",
            new Block.Text(new RichText("")),
            List.of(read(
                    "text",
                    "Text",
                    "",
                    Shape.AREA,
                    "Write here. **bold**, *italic*, [words](https://…); a line with - in front is a list",
                    written -> written.text().source(),
                    (old, typed) -> new Block.Text(new RichText(typed))))),
    BENEFITS(
            "benefits",
            "Benefit list",
            new Block.Benefits(List.of()),
            List.of(new BlockField<>(
                    "line",
                    "Benefit",
                    "line",
                    false,
                    new Lines<>(
                            Block.MOST_BENEFITS,
                            "One thing they get",
                            Block.Benefits::lines,
                            (old, lines) -> new Block.Benefits(lines))))),
    PICTURE(
            "picture",
            "Picture",
            new Block.Picture("", "", false),
            List.of(
                    file(
                                    "media",
                                    "Picture",
                                    "file",
                                    Medium.PICTURE,
                                    Block.Picture::media,
                                    (Block.Picture old, String file, String about) ->
                                            new Block.Picture(file, said(old.description(), about), old.beside()))
                            .shown(),
                    read(
                            "description",
                            "What it shows",
                            "description",
                            Shape.LINE,
                            "For those who cannot see it",
                            Block.Picture::description,
                            (old, text) -> new Block.Picture(old.media(), text, old.beside())),
                    tick(
                            "beside",
                            "The next block stands beside it on wide screens",
                            "beside the next block",
                            Block.Picture::beside,
                            (old, on) -> new Block.Picture(old.media(), old.description(), on)))),
    VIDEO(
            "video",
            "Video",
            new Block.Video("", "", "", "", false, true, false),
            List.of(
                    file(
                                    "media",
                                    "Video",
                                    "file",
                                    Medium.VIDEO,
                                    Block.Video::media,
                                    (Block.Video old, String file, String about) -> video(
                                            old,
                                            file,
                                            file.isEmpty() ? old.frame() : "",
                                            old.still(),
                                            old.description()))
                            .shown(),
                    read(
                                    "frame",
                                    "Or a player elsewhere",
                                    "player",
                                    Shape.LINE,
                                    "Embed code or https address",
                                    Block.Video::frame,
                                    (Block.Video old, String frame) ->
                                            video(old, old.media(), frame, old.still(), old.description()))
                            .onlySeen(),
                    read(
                            "description",
                            "What it shows",
                            "description",
                            Shape.LINE,
                            "For those who cannot see it",
                            Block.Video::description,
                            (old, text) -> video(old, old.media(), old.frame(), old.still(), text)),
                    file(
                            "still",
                            "Still picture until played",
                            "still picture",
                            Medium.PICTURE,
                            Block.Video::still,
                            (old, file, about) -> video(old, old.media(), old.frame(), file, old.description())),
                    tick(
                            "startsByItself",
                            "Starts by itself, without sound",
                            "starts by itself",
                            Block.Video::startsByItself,
                            (old, on) -> playing(old, on, old.controls(), old.loop())),
                    tick(
                            "controls",
                            "Shows controls",
                            "controls",
                            Block.Video::controls,
                            (old, on) -> playing(old, old.startsByItself(), on, old.loop())),
                    tick(
                            "loop",
                            "Begins again at the end",
                            "loop",
                            Block.Video::loop,
                            (old, on) -> playing(old, old.startsByItself(), old.controls(), on)))),
    BUTTON(
            "button",
            "Button",
            new Block.Button("", new NextStep.NotChosen()),
            List.of(
                    read(
                            "words",
                            "Button",
                            "",
                            Shape.LINE,
                            "Show me the course",
                            Block.Button::words,
                            (old, words) -> new Block.Button(words, old.next())),
                    leads(
                            "It leads to",
                            "leads",
                            Block.Button::next,
                            (old, next) -> new Block.Button(old.words(), next)))),
    FORM(
            "form",
            "Opt-in form",
            new Block.Form(List.of(), "", "", "Thank you.", new NextStep.NotChosen()),
            List.of(
                    read(
                            "words",
                            "Form's button",
                            "button",
                            Shape.LINE,
                            "Send me the calendar",
                            Block.Form::words,
                            (old, words) -> form(old, words, old.consent(), old.thanks(), old.next())),
                    new BlockField<>(
                            "next",
                            "Then",
                            "leads",
                            false,
                            new Leads<>(
                                    true,
                                    form -> true,
                                    Block.Form::next,
                                    (old, next) -> form(old, old.words(), old.consent(), old.thanks(), next))),
                    read(
                            "thanks",
                            "Thanks",
                            "thanks",
                            Shape.LINE,
                            "Thank you. Look in your inbox.",
                            Block.Form::thanks,
                            (old, thanks) -> form(old, old.words(), old.consent(), thanks, old.next())),
                    read(
                            "fields",
                            "It asks for, one a line; * where it has to be filled in",
                            "field",
                            Shape.ASKED,
                            "E-mail address *",
                            form -> form.fields().stream().map(FormField::line).collect(Collectors.joining("\n")),
                            (old, lines) -> old.asking(FormField.all(lines))),
                    read(
                                    "consent",
                                    "Wording of a box to tick (none if empty)",
                                    "consent",
                                    Shape.LINE,
                                    "",
                                    Block.Form::consent,
                                    (Block.Form old, String consent) ->
                                            form(old, old.words(), consent, old.thanks(), old.next()))
                            .folded(),
                    chosen(
                                    "list",
                                    "Puts people on",
                                    "list",
                                    Among.LISTS,
                                    "no list",
                                    form -> form.list().map(ListId::toString).orElse(""),
                                    (Block.Form old, String id) -> new Block.Form(
                                            old.fields(),
                                            old.words(),
                                            old.consent(),
                                            old.thanks(),
                                            old.next(),
                                            given(id).map(ListId::of)))
                            .shown())),
    BONUS_LIST(
            "bonus-list",
            "Bonus list",
            new Block.BonusList("", true),
            List.of(
                    read(
                            "title",
                            "Title of the list",
                            "",
                            Shape.LINE,
                            "On top from me",
                            Block.BonusList::title,
                            (old, title) -> new Block.BonusList(title, old.total(), old.handedOut())),
                    tick(
                            "total",
                            "Sum up the values",
                            "total",
                            Block.BonusList::total,
                            (old, on) -> new Block.BonusList(old.title(), on, old.handedOut())),
                    tick(
                            "handedOut",
                            "Handed out here: each bonus of the shelf gets its download",
                            "handed out here",
                            Block.BonusList::handedOut,
                            (old, on) -> new Block.BonusList(old.title(), old.total(), on)))),
    BONUS(
            "bonus",
            "Bonus",
            new Block.Bonus("", "", "", ""),
            List.of(
                    chosen(
                                    "from",
                                    "From the shelf",
                                    "from the shelf",
                                    Among.BONUSES,
                                    "none, written here",
                                    bonus -> bonus.from().map(BonusId::toString).orElse(""),
                                    (Block.Bonus old, String id) -> new Block.Bonus(
                                            old.media(),
                                            old.name(),
                                            old.text(),
                                            old.value(),
                                            given(id).map(BonusId::of)))
                            .shown(),
                    read(
                            "name",
                            "Bonus",
                            "",
                            Shape.LINE,
                            "Shopping list",
                            Block.Bonus::name,
                            (old, name) -> new Block.Bonus(old.media(), name, old.text(), old.value(), old.from())),
                    read(
                            "text",
                            "What it is",
                            "text",
                            Shape.AREA,
                            "Every item with three places to buy it",
                            Block.Bonus::text,
                            (old, text) -> new Block.Bonus(old.media(), old.name(), text, old.value(), old.from())),
                    read(
                                    "value",
                                    "Nominal value",
                                    "value",
                                    Shape.LINE,
                                    "9.00",
                                    Block.Bonus::value,
                                    (Block.Bonus old, String value) ->
                                            new Block.Bonus(old.media(), old.name(), old.text(), value, old.from()))
                            .onlySeen(),
                    file(
                            "media",
                            "Picture",
                            "file",
                            Medium.PICTURE,
                            Block.Bonus::media,
                            (old, file, about) ->
                                    new Block.Bonus(file, old.name(), old.text(), old.value(), old.from())))),
    QUIZ(
            "quiz",
            "Quiz",
            new Block.Quiz("Next", new NextStep.NotChosen()),
            List.of(
                    read(
                            "words",
                            "Quiz, its button",
                            "button",
                            Shape.LINE,
                            "Show my result",
                            Block.Quiz::words,
                            (old, words) -> new Block.Quiz(words, old.end())),
                    leads(
                            "The end leads to",
                            "ends",
                            Block.Quiz::end,
                            (old, next) -> new Block.Quiz(old.words(), next)))),
    QUESTION(
            "question",
            "Question",
            new Block.Question("", List.of()),
            List.of(
                    read(
                            "text",
                            "Question",
                            "",
                            Shape.LINE,
                            "An easy one",
                            Block.Question::text,
                            (old, text) -> new Block.Question(text, old.answers())),
                    new BlockField<>(
                            "answer",
                            "Answer",
                            "answer",
                            false,
                            new Answers<>(
                                    Block.Question::answers,
                                    (old, answers) -> new Block.Question(old.text(), answers))))),
    OFFER_ITEM(
            "offer-item",
            "Offer item",
            new Block.OfferItem("", "", "", "", "", new NextStep.NotChosen()),
            List.of(
                    read(
                            "title",
                            "Offer item",
                            "",
                            Shape.LINE,
                            "Cellar Crop Course",
                            Block.OfferItem::title,
                            (old, title) -> item(old, title, old.text(), old.words(), old.next())),
                    read(
                            "text",
                            "Text",
                            "text",
                            Shape.AREA,
                            "Who it is for",
                            Block.OfferItem::text,
                            (old, text) -> item(old, old.title(), text, old.words(), old.next())),
                    read(
                            "words",
                            "Button",
                            "button",
                            Shape.LINE,
                            "See the course",
                            Block.OfferItem::words,
                            (old, words) -> item(old, old.title(), old.text(), words, old.next())),
                    leads(
                            "It leads to",
                            "leads",
                            Block.OfferItem::next,
                            (old, next) -> item(old, old.title(), old.text(), old.words(), next)),
                    file(
                            "media",
                            "Picture",
                            "file",
                            Medium.PICTURE,
                            Block.OfferItem::media,
                            (old, file, about) -> item(old, file, said(old.description(), about))),
                    read(
                                    "description",
                                    "What the picture shows",
                                    "description",
                                    Shape.LINE,
                                    "",
                                    Block.OfferItem::description,
                                    (Block.OfferItem old, String text) -> item(old, old.media(), text))
                            .folded())),
    QUOTE(
            "quote",
            "Quote",
            new Block.Quote("", ""),
            List.of(
                    read(
                            "text",
                            "Quote",
                            "",
                            Shape.AREA,
                            "What somebody said",
                            Block.Quote::text,
                            (old, text) -> new Block.Quote(text, old.who())),
                    read(
                            "who",
                            "Who said it",
                            "name",
                            Shape.LINE,
                            "Ines, Kelderhoek",
                            Block.Quote::who,
                            (old, who) -> new Block.Quote(old.text(), who)))),
    COUNTDOWN(
            "countdown",
            "Countdown",
            new Block.Countdown(
                    Optional.empty(), "", "", Optional.empty(), Optional.empty(), new NextStep.NotChosen(), false),
            List.of(
                    read(
                            "words",
                            "Countdown, words before the time",
                            "",
                            Shape.LINE,
                            "The bonuses end in",
                            Block.Countdown::words,
                            (old, words) -> counting(old, old.until(), words, old.over())),
                    new BlockField<>(
                            "until",
                            "It ends",
                            "ends",
                            false,
                            new Moment<>(
                                    Block.Countdown::until,
                                    (old, until) -> counting(old, until, old.words(), old.over()))),
                    read(
                            "over",
                            "Words afterwards",
                            "words afterwards",
                            Shape.LINE,
                            "The bonuses have ended.",
                            Block.Countdown::over,
                            (old, over) -> counting(old, old.until(), old.words(), over)),
                    chosen(
                            "hides",
                            "Afterwards hidden",
                            "hides",
                            Among.BLOCKS,
                            "nothing",
                            countdown -> countdown.hides().map(BlockId::text).orElse(""),
                            (old, id) -> ending(
                                    old, given(id).map(BlockId::new), old.changes(), old.then(), old.calendar())),
                    chosen(
                            "changes",
                            "Button that changes afterwards",
                            "changes",
                            Among.BUTTONS,
                            "none",
                            countdown -> countdown.changes().map(BlockId::text).orElse(""),
                            (old, id) ->
                                    ending(old, old.hides(), given(id).map(BlockId::new), old.then(), old.calendar())),
                    new BlockField<>(
                            "next",
                            "That button then leads to",
                            "then leads",
                            true,
                            new Leads<>(
                                    false,
                                    countdown -> countdown.changes().isPresent(),
                                    Block.Countdown::then,
                                    (old, next) -> ending(old, old.hides(), old.changes(), next, old.calendar()))),
                    tick(
                            "calendar",
                            "Visitors can take the moment along as a calendar file",
                            "calendar file",
                            Block.Countdown::calendar,
                            (old, on) -> ending(old, old.hides(), old.changes(), old.then(), on)))),
    DIVIDER("divider", "Divider", new Block.Divider(), List.of()),
    POP_UP(
            "pop-up",
            "Pop-up",
            new Block.PopUp(""),
            List.of(read(
                    "name",
                    "Pop-up, its name",
                    "",
                    Shape.LINE,
                    "What is in it, in a word or two",
                    Block.PopUp::name,
                    (old, name) -> new Block.PopUp(name)))),
    DISCLOSURE(
            "disclosure",
            "Affiliate disclosure",
            new Block.Disclosure("I earn a commission if you buy through this page. It costs you nothing extra."),
            List.of(read(
                    "text",
                    "Affiliate disclosure",
                    "",
                    Shape.AREA,
                    "Say that you earn a commission",
                    Block.Disclosure::text,
                    (old, text) -> new Block.Disclosure(text)))),
    CODE(
            "code",
            "Code",
            new Block.Code(""),
            List.of(read(
                            "html",
                            "Code",
                            "code",
                            Shape.CODE,
                            "Your own HTML; only visitors' pages run it",
                            Block.Code::html,
                            (Block.Code old, String html) -> new Block.Code(html))
                    .onlySeen()));

    private final String key;
    private final String words;
    private final Block empty;
    private final List<BlockField<Block>> fields;

    /** The fields are only ever asked of blocks of this kind, so that they are safe as fields of any block. */
    @SuppressWarnings("unchecked")
    <B extends Block> BlockKind(String key, String words, B empty, List<BlockField<B>> fields) {
        this.key = key;
        this.words = words;
        this.empty = empty;
        this.fields = (List<BlockField<Block>>) (List<?>) fields;
    }

    /** The name of the kind in documents and addresses. */
    public String key() {
        return key;
    }

    /** The name of the kind on the screen. */
    public String words() {
        return words;
    }

    /** What can be written or chosen in a block of this kind, in the order it is shown. */
    public List<BlockField<Block>> fields() {
        return fields;
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

    private static Optional<String> given(String id) {
        return Optional.of(id).filter(text -> !text.isEmpty());
    }

    private static String said(String description, String about) {
        return description.isEmpty() ? about : description;
    }

    private static Block.Video video(Block.Video old, String media, String frame, String still, String description) {
        return new Block.Video(media, frame, still, description, old.startsByItself(), old.controls(), old.loop());
    }

    private static Block.Video playing(Block.Video old, boolean byItself, boolean controls, boolean loop) {
        return new Block.Video(old.media(), old.frame(), old.still(), old.description(), byItself, controls, loop);
    }

    private static Block.Form form(Block.Form old, String words, String consent, String thanks, NextStep next) {
        return new Block.Form(old.fields(), words, consent, thanks, next, old.list());
    }

    private static Block.OfferItem item(Block.OfferItem old, String title, String text, String words, NextStep next) {
        return new Block.OfferItem(old.media(), old.description(), title, text, words, next);
    }

    private static Block.OfferItem item(Block.OfferItem old, String media, String description) {
        return new Block.OfferItem(media, description, old.title(), old.text(), old.words(), old.next());
    }

    private static Block.Countdown counting(Block.Countdown old, Optional<Instant> until, String words, String over) {
        return new Block.Countdown(until, words, over, old.hides(), old.changes(), old.then(), old.calendar());
    }

    private static Block.Countdown ending(
            Block.Countdown old, Optional<BlockId> hides, Optional<BlockId> changes, NextStep then, boolean calendar) {
        return new Block.Countdown(old.until(), old.words(), old.over(), hides, changes, then, calendar);
    }
}
