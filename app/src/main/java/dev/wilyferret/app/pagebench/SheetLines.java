package dev.wilyferret.app.pagebench;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.pagebench.SheetField.Choice;
import dev.wilyferret.app.pagebench.SheetField.Input;
import dev.wilyferret.app.shelf.Bonus;
import dev.wilyferret.app.shelf.MediaFile;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.FormField;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.RichText;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.wording.BlockWords;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Each kind of block as lines of the copy sheet: what they are called, what stands in them, and the block with what is typed. */
final class SheetLines {

    private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm");

    private SheetLines() {}

    /** One line, or several that are read together. */
    private record Line<B>(BiFunction<B, SheetAround, List<SheetField>> show, Reading<B> reading) {}

    private interface Reading<B> {

        /** The block with what was typed; as it was, where that is refused, with a finding at the field. */
        B read(B block, Intake form, SheetAround around);
    }

    private record Lines<B extends Block>(B block, List<Line<B>> all) {

        List<SheetField> fields(SheetAround around) {
            return all.stream()
                    .flatMap(line -> line.show.apply(block, around).stream())
                    .toList();
        }

        Block read(Intake form, SheetAround around) {
            B now = block;
            for (Line<B> line : all) {
                now = line.reading.read(now, form, around);
            }
            return now;
        }
    }

    /** What a block is called where one has to be chosen. */
    static String title(Block block) {
        return BlockWords.of(block).stream()
                .filter(BlockWords.Line::read)
                .map(BlockWords.Line::words)
                .findFirst()
                .map(words -> PlainText.cut(words, 40))
                .orElse(block.kind().words());
    }

    static List<SheetField> of(Block block, SheetAround around) {
        return lines(block).fields(around);
    }

    /** The block that the lines now say, or empty with messages at the lines. */
    static Optional<Block> read(Block old, Intake form, SheetAround around) {
        if (old instanceof Block.Bonus bonus) {
            Optional<Block> filled = around.filled(bonus, form.value("from"));
            if (filled.isPresent()) {
                return filled;
            }
        }
        Block now = lines(old).read(form, around);
        return form.clean() ? Optional.of(now) : Optional.empty();
    }

    private static Lines<?> lines(Block block) {
        return switch (block) {
            case Block.Headline headline ->
                lines(
                        headline,
                        List.of(words(
                                "text",
                                "Headline",
                                Input.HEADLINE,
                                "What one should read first",
                                Block.Headline::text,
                                (old, text) -> new Block.Headline(text))));
            case Block.SubHeadline sub ->
                lines(
                        sub,
                        List.of(words(
                                "text",
                                "Sub-headline",
                                Input.AREA,
                                "Who it is for, or how it works",
                                Block.SubHeadline::text,
                                (old, text) -> new Block.SubHeadline(text))));
            case Block.Text text ->
                lines(
                        text,
                        List.of(words(
                                "text",
                                "Text",
                                Input.AREA,
                                "Write here. **bold**, *italic*, [words](https://…); a line with - in front is a list",
                                written -> written.text().source(),
                                (old, typed) -> new Block.Text(new RichText(typed)))));
            case Block.Benefits benefits -> lines(benefits, List.of(benefits()));
            case Block.Picture picture ->
                lines(
                        picture,
                        List.of(
                                shown(file(
                                        "media",
                                        "Picture",
                                        MediaFile::picture,
                                        Block.Picture::media,
                                        (old, file) -> new Block.Picture(file, old.description(), old.beside()))),
                                words(
                                        "description",
                                        "What it shows",
                                        Input.LINE,
                                        "For those who cannot see it",
                                        Block.Picture::description,
                                        (old, text) -> new Block.Picture(old.media(), text, old.beside())),
                                tick(
                                        "beside",
                                        "The next block stands beside it on wide screens",
                                        Block.Picture::beside,
                                        (old, on) -> new Block.Picture(old.media(), old.description(), on))));
            case Block.Video video -> lines(video, video());
            case Block.Button button ->
                lines(
                        button,
                        List.of(
                                words(
                                        "words",
                                        "Button",
                                        Input.LINE,
                                        "Show me the course",
                                        Block.Button::words,
                                        (old, words) -> new Block.Button(words, old.next())),
                                next(
                                        "It leads to",
                                        false,
                                        Block.Button::next,
                                        (old, next) -> new Block.Button(old.words(), next))));
            case Block.Form form -> lines(form, form());
            case Block.BonusList list ->
                lines(
                        list,
                        List.of(
                                words(
                                        "title",
                                        "Title of the list",
                                        Input.LINE,
                                        "On top from me",
                                        Block.BonusList::title,
                                        (old, title) -> new Block.BonusList(title, old.total(), old.handedOut())),
                                tick(
                                        "total",
                                        "Sum up the values",
                                        Block.BonusList::total,
                                        (old, on) -> new Block.BonusList(old.title(), on, old.handedOut())),
                                tick(
                                        "handedOut",
                                        "Handed out here: each bonus of the shelf gets its download",
                                        Block.BonusList::handedOut,
                                        (old, on) -> new Block.BonusList(old.title(), old.total(), on))));
            case Block.Bonus bonus -> lines(bonus, bonus());
            case Block.Quiz quiz ->
                lines(
                        quiz,
                        List.of(
                                words(
                                        "words",
                                        "Quiz, its button",
                                        Input.LINE,
                                        "Show my result",
                                        Block.Quiz::words,
                                        (old, words) -> new Block.Quiz(words, old.end())),
                                next(
                                        "The end leads to",
                                        false,
                                        Block.Quiz::end,
                                        (old, next) -> new Block.Quiz(old.words(), next))));
            case Block.Question question ->
                lines(
                        question,
                        List.of(
                                words(
                                        "text",
                                        "Question",
                                        Input.LINE,
                                        "An easy one",
                                        Block.Question::text,
                                        (old, text) -> new Block.Question(text, old.answers())),
                                new Line<>((asked, around) -> answers(asked.answers(), around), SheetLines::answers)));
            case Block.OfferItem item -> lines(item, offerItem());
            case Block.Quote quote ->
                lines(
                        quote,
                        List.of(
                                words(
                                        "text",
                                        "Quote",
                                        Input.AREA,
                                        "What somebody said",
                                        Block.Quote::text,
                                        (old, text) -> new Block.Quote(text, old.who())),
                                words(
                                        "who",
                                        "Who said it",
                                        Input.LINE,
                                        "Ines, Kelderhoek",
                                        Block.Quote::who,
                                        (old, who) -> new Block.Quote(old.text(), who))));
            case Block.Countdown countdown -> lines(countdown, countdown());
            case Block.Divider divider -> lines(divider, List.of());
            case Block.PopUp popUp ->
                lines(
                        popUp,
                        List.of(words(
                                "name",
                                "Pop-up, its name",
                                Input.LINE,
                                "What is in it, in a word or two",
                                Block.PopUp::name,
                                (old, name) -> new Block.PopUp(name))));
            case Block.Disclosure disclosure ->
                lines(
                        disclosure,
                        List.of(words(
                                "text",
                                "Affiliate disclosure",
                                Input.AREA,
                                "Say that you earn a commission",
                                Block.Disclosure::text,
                                (old, text) -> new Block.Disclosure(text))));
            case Block.Code code ->
                lines(
                        code,
                        List.of(words(
                                "html",
                                "Code",
                                Input.CODE,
                                "Your own HTML; only visitors' pages run it",
                                Block.Code::html,
                                (old, html) -> new Block.Code(html))));
        };
    }

    private static Line<Block.Benefits> benefits() {
        return new Line<>(
                (block, around) -> List.of(SheetField.lines(
                        "line",
                        "Benefit",
                        padded(
                                block.lines(),
                                Math.min(
                                        Block.MOST_BENEFITS,
                                        Math.max(3, block.lines().size() + 1))),
                        "One thing they get")),
                (old, form, around) -> form.takeAll("line", Block.Benefits::new).orElse(old));
    }

    private static List<Line<Block.Video>> video() {
        return List.of(
                shown(file(
                        "media",
                        "Video",
                        MediaFile::video,
                        Block.Video::media,
                        (old, file) -> video(old, file, old.frame(), old.still(), old.description()))),
                words(
                        "frame",
                        "Or a player elsewhere",
                        Input.LINE,
                        "Embed code or https address",
                        Block.Video::frame,
                        (old, frame) -> video(old, old.media(), frame, old.still(), old.description())),
                words(
                        "description",
                        "What it shows",
                        Input.LINE,
                        "For those who cannot see it",
                        Block.Video::description,
                        (old, text) -> video(old, old.media(), old.frame(), old.still(), text)),
                file(
                        "still",
                        "Still picture until played",
                        MediaFile::picture,
                        Block.Video::still,
                        (old, file) -> video(old, old.media(), old.frame(), file, old.description())),
                tick(
                        "startsByItself",
                        "Starts by itself, without sound",
                        Block.Video::startsByItself,
                        (old, on) -> video(old, on, old.controls(), old.loop())),
                tick(
                        "controls",
                        "Shows controls",
                        Block.Video::controls,
                        (old, on) -> video(old, old.startsByItself(), on, old.loop())),
                tick(
                        "loop",
                        "Begins again at the end",
                        Block.Video::loop,
                        (old, on) -> video(old, old.startsByItself(), old.controls(), on)));
    }

    private static Block.Video video(Block.Video old, String media, String frame, String still, String description) {
        return new Block.Video(media, frame, still, description, old.startsByItself(), old.controls(), old.loop());
    }

    private static Block.Video video(Block.Video old, boolean startsByItself, boolean controls, boolean loop) {
        return new Block.Video(
                old.media(), old.frame(), old.still(), old.description(), startsByItself, controls, loop);
    }

    private static List<Line<Block.Form>> form() {
        return List.of(
                words(
                        "words",
                        "Form's button",
                        Input.LINE,
                        "Send me the calendar",
                        Block.Form::words,
                        (old, words) -> new Block.Form(
                                old.fields(), words, old.consent(), old.thanks(), old.next(), old.list())),
                next(
                        "Then",
                        true,
                        Block.Form::next,
                        (old, next) -> new Block.Form(
                                old.fields(), old.words(), old.consent(), old.thanks(), next, old.list())),
                words(
                        "thanks",
                        "Thanks",
                        Input.LINE,
                        "Thank you. Look in your inbox.",
                        Block.Form::thanks,
                        (old, thanks) -> new Block.Form(
                                old.fields(), old.words(), old.consent(), thanks, old.next(), old.list())),
                words(
                        "fields",
                        "It asks for, one a line; * where it has to be filled in",
                        Input.ASKED,
                        "E-mail address *",
                        block -> block.fields().stream().map(FormField::line).collect(Collectors.joining("\n")),
                        (old, lines) -> old.asking(FormField.all(lines))),
                folded(words(
                        "consent",
                        "Wording of a box to tick (none if empty)",
                        Input.LINE,
                        "",
                        Block.Form::consent,
                        (old, consent) -> new Block.Form(
                                old.fields(), old.words(), consent, old.thanks(), old.next(), old.list()))),
                shown(choice(
                        "list",
                        "Puts people on",
                        block -> block.list().map(Object::toString).orElse(""),
                        (block, around) -> around.lists("no list"),
                        (old, id, around) -> new Block.Form(
                                old.fields(), old.words(), old.consent(), old.thanks(), old.next(), around.list(id)))));
    }

    private static List<Line<Block.Bonus>> bonus() {
        return List.of(
                shown(choice(
                        "from",
                        "From the shelf",
                        block -> block.from().map(Object::toString).orElse(""),
                        (block, around) -> around.bonusChoices(),
                        (old, id, around) -> new Block.Bonus(
                                old.media(),
                                old.name(),
                                old.text(),
                                old.value(),
                                around.bonus(id).map(Bonus::id)))),
                words(
                        "name",
                        "Bonus",
                        Input.LINE,
                        "Shopping list",
                        Block.Bonus::name,
                        (old, name) -> new Block.Bonus(old.media(), name, old.text(), old.value(), old.from())),
                words(
                        "text",
                        "What it is",
                        Input.AREA,
                        "Every item with three places to buy it",
                        Block.Bonus::text,
                        (old, text) -> new Block.Bonus(old.media(), old.name(), text, old.value(), old.from())),
                words(
                        "value",
                        "Nominal value",
                        Input.LINE,
                        "9.00",
                        Block.Bonus::value,
                        (old, value) -> new Block.Bonus(old.media(), old.name(), old.text(), value, old.from())),
                file(
                        "media",
                        "Picture",
                        MediaFile::picture,
                        Block.Bonus::media,
                        (old, file) -> new Block.Bonus(file, old.name(), old.text(), old.value(), old.from())));
    }

    private static List<Line<Block.OfferItem>> offerItem() {
        return List.of(
                words(
                        "title",
                        "Offer item",
                        Input.LINE,
                        "Cellar Crop Course",
                        Block.OfferItem::title,
                        (old, title) -> new Block.OfferItem(
                                old.media(), old.description(), title, old.text(), old.words(), old.next())),
                words(
                        "text",
                        "Text",
                        Input.AREA,
                        "Who it is for",
                        Block.OfferItem::text,
                        (old, text) -> new Block.OfferItem(
                                old.media(), old.description(), old.title(), text, old.words(), old.next())),
                words(
                        "words",
                        "Button",
                        Input.LINE,
                        "See the course",
                        Block.OfferItem::words,
                        (old, words) -> new Block.OfferItem(
                                old.media(), old.description(), old.title(), old.text(), words, old.next())),
                next(
                        "It leads to",
                        false,
                        Block.OfferItem::next,
                        (old, next) -> new Block.OfferItem(
                                old.media(), old.description(), old.title(), old.text(), old.words(), next)),
                file(
                        "media",
                        "Picture",
                        MediaFile::picture,
                        Block.OfferItem::media,
                        (old, file) -> new Block.OfferItem(
                                file, old.description(), old.title(), old.text(), old.words(), old.next())),
                folded(words(
                        "description",
                        "What the picture shows",
                        Input.LINE,
                        "",
                        Block.OfferItem::description,
                        (old, text) -> new Block.OfferItem(
                                old.media(), text, old.title(), old.text(), old.words(), old.next()))));
    }

    private static List<Line<Block.Countdown>> countdown() {
        return List.of(
                words(
                        "words",
                        "Countdown, words before the time",
                        Input.LINE,
                        "The bonuses end in",
                        Block.Countdown::words,
                        (old, words) -> countdown(old, old.until(), words, old.over())),
                new Line<>(
                        (block, around) -> List.of(SheetField.words(
                                "until",
                                "It ends (" + around.zone() + ")",
                                Input.MOMENT,
                                block.until()
                                        .map(until -> MOMENT.format(until.atZone(around.zone())))
                                        .orElse(""),
                                "")),
                        (old, form, around) -> form.take(
                                        "until", typed -> countdown(old, around.moment(typed), old.words(), old.over()))
                                .orElse(old)),
                words(
                        "over",
                        "Words afterwards",
                        Input.LINE,
                        "The bonuses have ended.",
                        Block.Countdown::over,
                        (old, over) -> countdown(old, old.until(), old.words(), over)),
                choice(
                        "hides",
                        "Afterwards hidden",
                        block -> block.hides().map(BlockId::text).orElse(""),
                        (block, around) -> with("nothing", around.blocks(other -> !(other instanceof Block.Countdown))),
                        (old, id, around) ->
                                countdown(old, around.block(id), old.changes(), old.then(), old.calendar())),
                choice(
                        "changes",
                        "Button that changes afterwards",
                        block -> block.changes().map(BlockId::text).orElse(""),
                        (block, around) -> with(
                                "none",
                                around.blocks(
                                        other -> other instanceof Block.Button || other instanceof Block.OfferItem)),
                        (old, id, around) -> countdown(old, old.hides(), around.block(id), old.then(), old.calendar())),
                folded(next(
                        "That button then leads to",
                        false,
                        Block.Countdown::then,
                        (old, next) -> countdown(old, old.hides(), old.changes(), next, old.calendar()))),
                tick(
                        "calendar",
                        "Visitors can take the moment along as a calendar file",
                        Block.Countdown::calendar,
                        (old, on) -> countdown(old, old.hides(), old.changes(), old.then(), on)));
    }

    private static Block.Countdown countdown(Block.Countdown old, Optional<Instant> until, String words, String over) {
        return new Block.Countdown(until, words, over, old.hides(), old.changes(), old.then(), old.calendar());
    }

    private static Block.Countdown countdown(
            Block.Countdown old, Optional<BlockId> hides, Optional<BlockId> changes, NextStep then, boolean calendar) {
        return new Block.Countdown(old.until(), old.words(), old.over(), hides, changes, then, calendar);
    }

    private static List<SheetField> answers(List<Block.Answer> answers, SheetAround around) {
        List<SheetField> fields = new ArrayList<>();
        List<Choice> ways = new ArrayList<>(around.nextSteps(false));
        ways.set(0, new Choice("", "the next question"));
        int shown = Math.min(Block.MOST_ANSWERS, Math.max(2, answers.size() + 1));
        for (int i = 0; i < shown; i++) {
            String words = i < answers.size() ? answers.get(i).words() : "";
            fields.add(SheetField.words("answer" + i, "Answer " + (i + 1), Input.LINE, words, "An answer"));
            if (i < answers.size()) {
                fields.add(SheetField.choice(
                                "answerNext" + i,
                                "Answer " + (i + 1) + " leads to",
                                Input.NEXT,
                                SheetAround.code(answers.get(i).next()),
                                ways)
                        .folded(true));
            }
        }
        return fields;
    }

    private static Block.Question answers(Block.Question old, Intake form, SheetAround around) {
        List<Block.Answer> answers = new ArrayList<>();
        for (int i = 0; i < Block.MOST_ANSWERS; i++) {
            String number = String.valueOf(i);
            form.take("answer" + i, words -> new Block.Answer(words, next(form, "answerNext" + number, around)))
                    .ifPresent(answers::add);
        }
        return new Block.Question(old.text(), answers);
    }

    private static <B extends Block> Lines<B> lines(B block, List<Line<B>> all) {
        return new Lines<>(block, all);
    }

    private static <B> Line<B> words(
            String name,
            String label,
            Input input,
            String placeholder,
            Function<B, String> get,
            BiFunction<B, String, B> with) {
        return new Line<>(
                (block, around) -> List.of(SheetField.words(name, label, input, get.apply(block), placeholder)),
                (old, form, around) ->
                        form.take(name, typed -> with.apply(old, typed)).orElse(old));
    }

    private static <B> Line<B> tick(String name, String label, Predicate<B> get, BiFunction<B, Boolean, B> with) {
        return new Line<>(
                (block, around) -> List.of(SheetField.tick(name, label, get.test(block))),
                (old, form, around) -> with.apply(old, form.ticked(name)));
    }

    private interface Chosen<B> {
        B with(B old, String chosen, SheetAround around);
    }

    private static <B> Line<B> choice(
            String name,
            String label,
            Function<B, String> get,
            BiFunction<B, SheetAround, List<Choice>> choices,
            Chosen<B> with) {
        return new Line<>(
                (block, around) -> List.of(
                        SheetField.choice(name, label, Input.CHOICE, get.apply(block), choices.apply(block, around))),
                (old, form, around) -> with.with(old, form.value(name), around));
    }

    private static <B> Line<B> file(
            String name,
            String label,
            Predicate<MediaFile> kind,
            Function<B, String> get,
            BiFunction<B, String, B> with) {
        return new Line<>(
                (block, around) ->
                        List.of(SheetField.choice(name, label, Input.FILE, get.apply(block), around.files(kind))),
                (old, form, around) -> with.apply(old, around.file(form.value(name))));
    }

    private static <B> Line<B> next(
            String label, boolean inForm, Function<B, NextStep> get, BiFunction<B, NextStep, B> with) {
        return new Line<>(
                (block, around) -> List.of(SheetField.choice(
                        "next", label, Input.NEXT, SheetAround.code(get.apply(block)), around.nextSteps(inForm))),
                (old, form, around) -> with.apply(old, next(form, "next", around)));
    }

    /** Among the settings, beneath the words. */
    private static <B> Line<B> folded(Line<B> line) {
        return folding(line, true);
    }

    /** Among the words, though it is chosen. */
    private static <B> Line<B> shown(Line<B> line) {
        return folding(line, false);
    }

    private static <B> Line<B> folding(Line<B> line, boolean folded) {
        return new Line<>(
                (block, around) -> line.show.apply(block, around).stream()
                        .map(field -> field.folded(folded))
                        .toList(),
                line.reading);
    }

    private static NextStep next(Intake form, String field, SheetAround around) {
        return around.next(
                form.value(field),
                form.value(field + "-make"),
                form.value(field + "-new-tab"),
                form.value(field + "-here"));
    }

    private static List<Choice> with(String none, List<Choice> others) {
        return Stream.concat(Stream.of(new Choice("", none)), others.stream()).toList();
    }

    private static List<String> padded(List<String> values, int size) {
        List<String> padded = new ArrayList<>(values);
        while (padded.size() < size) {
            padded.add("");
        }
        return padded;
    }
}
