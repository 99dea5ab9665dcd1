package dev.wilyferret.app.pagebench;

import static dev.wilyferret.app.pagebench.SheetField.choice;
import static dev.wilyferret.app.pagebench.SheetField.lines;
import static dev.wilyferret.app.pagebench.SheetField.setting;
import static dev.wilyferret.app.pagebench.SheetField.tick;
import static dev.wilyferret.app.pagebench.SheetField.words;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.pagebench.SheetField.Choice;
import dev.wilyferret.app.pagebench.SheetField.Input;
import dev.wilyferret.app.shelf.MediaFile;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.FormField;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.RichText;
import dev.wilyferret.core.wording.BlockWords;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** A block as lines of the copy sheet, and lines of the copy sheet as a block. */
final class SheetLines {

    private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm");

    private SheetLines() {}

    /** What a block is called where one has to be chosen. */
    static String title(Block block) {
        return BlockWords.of(block).stream()
                .filter(BlockWords.Line::read)
                .map(BlockWords.Line::words)
                .findFirst()
                .map(words -> words.length() > 40 ? words.substring(0, 39) + "…" : words)
                .orElse(block.kind().words());
    }

    static List<SheetField> of(Block block, SheetAround around) {
        return switch (block) {
            case Block.Headline(String text) ->
                List.of(words("text", "Headline", Input.HEADLINE, text, "What one should read first"));
            case Block.SubHeadline(String text) ->
                List.of(words("text", "Sub-headline", Input.AREA, text, "Who it is for, or how it works"));
            case Block.Text(RichText text) ->
                List.of(words(
                        "text",
                        "Text",
                        Input.AREA,
                        text.source(),
                        "Write here. **bold**, *italic*, [words](https://…); a line with - in front is a list"));
            case Block.Benefits(List<String> all) ->
                List.of(lines(
                        "line",
                        "Benefit",
                        padded(all, Math.min(Block.MOST_BENEFITS, Math.max(3, all.size() + 1))),
                        "One thing they get"));
            case Block.Picture(String media, String description, boolean beside) ->
                List.of(
                        choice("media", "Picture", Input.FILE, media, around.files(MediaFile::picture))
                                .shown(),
                        words("description", "What it shows", Input.LINE, description, "For those who cannot see it"),
                        tick("beside", "The next block stands beside it on wide screens", beside));
            case Block.Video video ->
                List.of(
                        choice("media", "Video", Input.FILE, video.media(), around.files(MediaFile::video))
                                .shown(),
                        words(
                                "frame",
                                "Or a player elsewhere",
                                Input.LINE,
                                video.frame(),
                                "Embed code or https address"),
                        words(
                                "description",
                                "What it shows",
                                Input.LINE,
                                video.description(),
                                "For those who cannot see it"),
                        choice(
                                "still",
                                "Still picture until played",
                                Input.FILE,
                                video.still(),
                                around.files(MediaFile::picture)),
                        tick("startsByItself", "Starts by itself, without sound", video.startsByItself()),
                        tick("controls", "Shows controls", video.controls()),
                        tick("loop", "Begins again at the end", video.loop()));
            case Block.Button(String words, var next) ->
                List.of(
                        words("words", "Button", Input.LINE, words, "Show me the course"),
                        choice("next", "It leads to", Input.NEXT, SheetAround.code(next), around.nextSteps(false)));
            case Block.Form form ->
                List.of(
                        words("words", "Form's button", Input.LINE, form.words(), "Send me the calendar"),
                        choice("next", "Then", Input.NEXT, SheetAround.code(form.next()), around.nextSteps(true)),
                        words("thanks", "Thanks", Input.LINE, form.thanks(), "Thank you. Look in your inbox."),
                        words(
                                "fields",
                                "It asks for, one a line; * where it has to be filled in",
                                Input.ASKED,
                                form.fields().stream().map(FormField::line).collect(Collectors.joining("\n")),
                                "E-mail address *"),
                        setting("consent", "Wording of a box to tick (none if empty)", Input.LINE, form.consent()),
                        choice(
                                        "list",
                                        "Puts people on",
                                        Input.CHOICE,
                                        form.list().map(Object::toString).orElse(""),
                                        around.lists("no list"))
                                .shown());
            case Block.BonusList list ->
                List.of(
                        words("title", "Title of the list", Input.LINE, list.title(), "On top from me"),
                        tick("total", "Sum up the values", list.total()),
                        tick(
                                "handedOut",
                                "Handed out here: each bonus of the shelf gets its download",
                                list.handedOut()));
            case Block.Bonus bonus ->
                List.of(
                        choice(
                                        "from",
                                        "From the shelf",
                                        Input.CHOICE,
                                        bonus.from().map(Object::toString).orElse(""),
                                        around.bonusChoices())
                                .shown(),
                        words("name", "Bonus", Input.LINE, bonus.name(), "Shopping list"),
                        words("text", "What it is", Input.AREA, bonus.text(), "Every item with three places to buy it"),
                        words("value", "Nominal value", Input.LINE, bonus.value(), "9.00"),
                        choice("media", "Picture", Input.FILE, bonus.media(), around.files(MediaFile::picture)));
            case Block.Quiz(String words, var end) ->
                List.of(
                        words("words", "Quiz, its button", Input.LINE, words, "Show my result"),
                        choice("next", "The end leads to", Input.NEXT, SheetAround.code(end), around.nextSteps(false)));
            case Block.Question(String text, List<Block.Answer> answers) -> question(text, answers, around);
            case Block.OfferItem item ->
                List.of(
                        words("title", "Offer item", Input.LINE, item.title(), "Cellar Crop Course"),
                        words("text", "Text", Input.AREA, item.text(), "Who it is for"),
                        words("words", "Button", Input.LINE, item.words(), "See the course"),
                        choice(
                                "next",
                                "It leads to",
                                Input.NEXT,
                                SheetAround.code(item.next()),
                                around.nextSteps(false)),
                        choice("media", "Picture", Input.FILE, item.media(), around.files(MediaFile::picture)),
                        setting("description", "What the picture shows", Input.LINE, item.description()));
            case Block.Quote(String text, String who) ->
                List.of(
                        words("text", "Quote", Input.AREA, text, "What somebody said"),
                        words("who", "Who said it", Input.LINE, who, "Ines, Kelderhoek"));
            case Block.Countdown countdown -> countdown(countdown, around);
            case Block.Divider() -> List.of();
            case Block.PopUp(String name) ->
                List.of(words("name", "Pop-up, its name", Input.LINE, name, "What is in it, in a word or two"));
            case Block.Disclosure(String text) ->
                List.of(words("text", "Affiliate disclosure", Input.AREA, text, "Say that you earn a commission"));
            case Block.Code(String html) ->
                List.of(words("html", "Code", Input.CODE, html, "Your own HTML; only visitors' pages run it"));
        };
    }

    private static List<SheetField> question(String text, List<Block.Answer> answers, SheetAround around) {
        List<SheetField> fields = new ArrayList<>();
        fields.add(words("text", "Question", Input.LINE, text, "An easy one"));
        List<Choice> ways = new ArrayList<>(around.nextSteps(false));
        ways.set(0, new Choice("", "the next question"));
        int shown = Math.min(Block.MOST_ANSWERS, Math.max(2, answers.size() + 1));
        for (int i = 0; i < shown; i++) {
            Block.Answer answer = i < answers.size() ? answers.get(i) : null;
            fields.add(words(
                    "answer" + i, "Answer " + (i + 1), Input.LINE, answer == null ? "" : answer.words(), "An answer"));
            if (answer != null) {
                SheetField way = choice(
                        "answerNext" + i,
                        "Answer " + (i + 1) + " leads to",
                        Input.NEXT,
                        SheetAround.code(answer.next()),
                        ways);
                fields.add(new SheetField(way.name(), way.label(), way.input(), way.values(), way.choices(), "", true));
            }
        }
        return fields;
    }

    private static List<SheetField> countdown(Block.Countdown countdown, SheetAround around) {
        List<Choice> hideable = new ArrayList<>(List.of(new Choice("", "nothing")));
        hideable.addAll(around.blocks(block -> !(block instanceof Block.Countdown)));
        List<Choice> buttons = new ArrayList<>(List.of(new Choice("", "none")));
        buttons.addAll(around.blocks(block -> block instanceof Block.Button || block instanceof Block.OfferItem));
        SheetField then = choice(
                "next",
                "That button then leads to",
                Input.NEXT,
                SheetAround.code(countdown.then()),
                around.nextSteps(false));
        return List.of(
                words("words", "Countdown, words before the time", Input.LINE, countdown.words(), "The bonuses end in"),
                words(
                        "until",
                        "It ends (" + around.zone() + ")",
                        Input.MOMENT,
                        countdown
                                .until()
                                .map(until -> MOMENT.format(until.atZone(around.zone())))
                                .orElse(""),
                        ""),
                words("over", "Words afterwards", Input.LINE, countdown.over(), "The bonuses have ended."),
                choice(
                        "hides",
                        "Afterwards hidden",
                        Input.CHOICE,
                        countdown.hides().map(BlockId::text).orElse(""),
                        hideable),
                choice(
                        "changes",
                        "Button that changes afterwards",
                        Input.CHOICE,
                        countdown.changes().map(BlockId::text).orElse(""),
                        buttons),
                new SheetField(then.name(), then.label(), then.input(), then.values(), then.choices(), "", true),
                tick("calendar", "Visitors can take the moment along as a calendar file", countdown.calendar()));
    }

    private static List<String> padded(List<String> values, int size) {
        List<String> padded = new ArrayList<>(values);
        while (padded.size() < size) {
            padded.add("");
        }
        return padded;
    }

    /** The block that the lines now say, or empty with messages at the lines. */
    static Optional<Block> read(Block old, Intake form, SheetAround around) {
        Optional<? extends Block> block = switch (old) {
            case Block.Headline headline -> form.take("text", Block.Headline::new);
            case Block.SubHeadline sub -> form.take("text", Block.SubHeadline::new);
            case Block.Text text -> form.take("text", typed -> new Block.Text(new RichText(typed)));
            case Block.Benefits benefits -> form.takeAll("line", Block.Benefits::new);
            case Block.Picture picture ->
                form.take(
                        "description",
                        text -> new Block.Picture(file(form, "media", around), text, form.ticked("beside")));
            case Block.Video video -> video(form, around);
            case Block.Button button -> form.take("words", text -> new Block.Button(text, next(form, "next", around)));
            case Block.Form asked -> form(form, around);
            case Block.BonusList list ->
                form.take("title", text -> new Block.BonusList(text, form.ticked("total"), form.ticked("handedOut")));
            case Block.Bonus bonus -> around.filled(bonus, form.value("from")).or(() -> bonus(form, around));
            case Block.Quiz quiz -> form.take("words", text -> new Block.Quiz(text, next(form, "next", around)));
            case Block.Question question -> question(form, around);
            case Block.OfferItem item -> offerItem(form, around);
            case Block.Quote quote -> quote(form);
            case Block.Countdown countdown -> countdown(form, around);
            case Block.Divider divider -> Optional.of(divider);
            case Block.PopUp popUp -> form.take("name", Block.PopUp::new);
            case Block.Disclosure disclosure -> form.take("text", Block.Disclosure::new);
            case Block.Code code -> form.take("html", Block.Code::new);
        };
        return form.clean() ? block.map(Block.class::cast) : Optional.empty();
    }

    private static String file(Intake form, String field, SheetAround around) {
        return around.file(form.value(field));
    }

    private static NextStep next(Intake form, String field, SheetAround around) {
        return around.next(
                form.value(field),
                form.value(field + "-make"),
                form.value(field + "-new-tab"),
                form.value(field + "-here"));
    }

    private static Optional<Block.Video> video(Intake form, SheetAround around) {
        form.take("description", text -> new Block.Video("", "", "", text, false, false, false));
        return form.take(
                "frame",
                frame -> new Block.Video(
                        file(form, "media", around),
                        frame,
                        file(form, "still", around),
                        form.finding("description").isEmpty() ? form.value("description") : "",
                        form.ticked("startsByItself"),
                        form.ticked("controls"),
                        form.ticked("loop")));
    }

    private static Optional<Block.Form> form(Intake form, SheetAround around) {
        NextStep.NotChosen nowhere = new NextStep.NotChosen();
        form.take("words", words -> new Block.Form(List.of(), words, "", "", nowhere));
        form.take("thanks", thanks -> new Block.Form(List.of(), "", "", thanks, nowhere));
        form.take("consent", consent -> new Block.Form(List.of(), "", consent, "", nowhere));
        Optional<Block.Form> asking =
                form.take("fields", lines -> new Block.Form(FormField.all(lines), "", "", "", nowhere));
        return asking.filter(read -> form.clean())
                .map(read -> new Block.Form(
                        read.fields(),
                        form.value("words"),
                        form.value("consent"),
                        form.value("thanks"),
                        next(form, "next", around),
                        around.list(form.value("list"))));
    }

    private static Optional<Block.Bonus> bonus(Intake form, SheetAround around) {
        form.take("name", name -> new Block.Bonus("", name, "", ""));
        form.take("text", text -> new Block.Bonus("", "", text, ""));
        return form.clean()
                ? form.take(
                        "value",
                        value -> new Block.Bonus(
                                file(form, "media", around),
                                form.value("name"),
                                form.value("text"),
                                value,
                                around.bonus(form.value("from")).map(dev.wilyferret.app.shelf.Bonus::id)))
                : form.take("value", value -> new Block.Bonus("", "", "", value));
    }

    private static Optional<Block.Question> question(Intake form, SheetAround around) {
        List<Block.Answer> answers = new ArrayList<>();
        for (int i = 0; i < Block.MOST_ANSWERS; i++) {
            String number = String.valueOf(i);
            form.take("answer" + i, words -> new Block.Answer(words, next(form, "answerNext" + number, around)))
                    .ifPresent(answers::add);
        }
        return form.take("text", text -> new Block.Question(text, answers));
    }

    private static Optional<Block.OfferItem> offerItem(Intake form, SheetAround around) {
        NextStep next = next(form, "next", around);
        form.take("title", title -> new Block.OfferItem("", "", title, "", "", next));
        form.take("text", text -> new Block.OfferItem("", "", "", text, "", next));
        form.take("description", text -> new Block.OfferItem("", text, "", "", "", next));
        return form.take("words", words -> new Block.OfferItem("", "", "", "", words, next))
                .filter(read -> form.clean())
                .map(read -> new Block.OfferItem(
                        file(form, "media", around),
                        form.value("description"),
                        form.value("title"),
                        form.value("text"),
                        form.value("words"),
                        next));
    }

    private static Optional<Block.Quote> quote(Intake form) {
        form.take("who", who -> new Block.Quote("", who));
        return form.take("text", text -> new Block.Quote(text, form.clean() ? form.value("who") : ""));
    }

    private static Optional<Block.Countdown> countdown(Intake form, SheetAround around) {
        Optional<Optional<java.time.Instant>> until = form.take("until", around::moment);
        NextStep then = next(form, "next", around);
        form.take(
                "words",
                words -> new Block.Countdown(
                        Optional.empty(), words, "", Optional.empty(), Optional.empty(), then, false));
        return form.take(
                "over",
                over -> new Block.Countdown(
                        until.orElse(Optional.empty()),
                        form.finding("words").isEmpty() ? form.value("words") : "",
                        over,
                        around.block(form.value("hides")),
                        around.block(form.value("changes")),
                        then,
                        form.ticked("calendar")));
    }
}
