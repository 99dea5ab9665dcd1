package dev.wilyferret.core.page;

import dev.wilyferret.core.id.BonusId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * A part of a page. Texts may still be empty while a page is being written; the readiness check says what is missing
 * before visitors see it. Media are named as the shelf named them; the empty name stands for none.
 */
public sealed interface Block {

    int MOST_BENEFITS = 10;
    int MOST_ANSWERS = 5;

    /** At most 200 characters. */
    record Headline(String text) implements Block {
        public Headline {
            text = PlainText.optionalLine("headline", text, 200);
        }
    }

    /** At most 300 characters. */
    record SubHeadline(String text) implements Block {
        public SubHeadline {
            text = PlainText.optionalLine("sub-headline", text, 300);
        }
    }

    /** Paragraphs and lists, with bold, italic and links. */
    record Text(RichText text) implements Block {}

    /** Lines saying what the visitor gets, each at most 200 characters; empty ones are dropped. */
    record Benefits(List<String> lines) implements Block {
        public Benefits {
            lines = lines.stream()
                    .map(line -> PlainText.optionalLine("benefit line", line, 200))
                    .filter(line -> !line.isEmpty())
                    .toList();
            if (lines.size() > MOST_BENEFITS) {
                throw new Refusal("There are %d benefit lines; at most %d fit. Join or drop some."
                        .formatted(lines.size(), MOST_BENEFITS));
            }
        }
    }

    /**
     * A picture from the shelf.
     *
     * @param description what it shows, for those who cannot see it; at most 200 characters
     * @param beside whether the block after it stands beside it on wide screens
     */
    record Picture(String media, String description, boolean beside) implements Block {
        public Picture {
            description = PlainText.optionalLine("description of the picture", description, 200);
        }
    }

    /**
     * A video: a file of the shelf, or a player of some host in a frame.
     *
     * @param media the file; empty if there is a frame
     * @param frame the player's https address; empty if there is a file
     * @param still the picture shown until it is played
     * @param description what it shows; at most 200 characters
     * @param startsByItself begins as it comes into view, without sound
     */
    record Video(
            String media,
            String frame,
            String still,
            String description,
            boolean startsByItself,
            boolean controls,
            boolean loop)
            implements Block {

        public Video {
            frame = FrameAddress.taken(frame);
            description = PlainText.optionalLine("description of the video", description, 200);
        }
    }

    /** A call to action; its words are at most 60 characters. */
    record Button(String words, NextStep next) implements Block {
        public Button {
            words = PlainText.optionalLine("button", words, 60);
        }
    }

    /**
     * An opt-in form; it always asks for the e-mail address.
     *
     * @param fields in the order they are shown
     * @param words on its button, at most 60 characters
     * @param consent wording of a box to tick; empty for none, at most 300 characters
     * @param thanks shown in the form's place where the next step says so; at most 300 characters
     * @param list the list it puts people on; empty for none
     */
    record Form(
            List<FormField> fields, String words, String consent, String thanks, NextStep next, Optional<ListId> list)
            implements Block {

        public Form {
            fields = FormField.ofForm(fields);
            words = PlainText.optionalLine("form's button", words, 60);
            consent = PlainText.optionalLine("consent wording", consent, 300);
            thanks = PlainText.optionalLine("thanks", thanks, 300);
        }

        /** A form that is tied to no list. */
        public Form(List<FormField> fields, String words, String consent, String thanks, NextStep next) {
            this(fields, words, consent, thanks, next, Optional.empty());
        }

        /** The same form, putting people on a list. */
        public Form onto(ListId other) {
            return new Form(fields, words, consent, thanks, next, Optional.of(other));
        }

        /** The same form, asking for other things. */
        public Form asking(List<FormField> others) {
            return new Form(others, words, consent, thanks, next, list);
        }
    }

    /**
     * What a buyer gets on top.
     *
     * @param title at most 120 characters
     * @param total whether the nominal values are summed up below
     * @param handedOut whether each bonus that comes from the shelf can be fetched here, by those who have a pass to it
     */
    record BonusList(String title, boolean total, boolean handedOut) implements Block {
        public BonusList {
            title = PlainText.optionalLine("title of the bonus list", title, 120);
        }

        public BonusList(String title, boolean total) {
            this(title, total, false);
        }
    }

    /**
     * @param text what it is; at most 300 characters
     * @param value its nominal value in the workspace's currency, digits with an optional decimal point; empty for none
     * @param from the bonus of the shelf it was filled from; empty if it was written here
     */
    record Bonus(String media, String name, String text, String value, Optional<BonusId> from) implements Block {
        public Bonus(String media, String name, String text, String value) {
            this(media, name, text, value, Optional.empty());
        }

        public Bonus {
            name = PlainText.optionalLine("name of the bonus", name, 120);
            text = PlainText.optionalLine("description of the bonus", text, 300);
            value = value.strip();
            if (!value.isEmpty() && !value.matches("\\d{1,7}(\\.\\d{1,3})?")) {
                throw new Refusal("\"%s\" is not a value. Write digits with an optional point, for example 19.50."
                        .formatted(PlainText.cut(value, 20)));
            }
        }
    }

    /** Questions, one at a time; {@code end} is where an answer without a next step of its own leads at last. */
    record Quiz(String words, NextStep end) implements Block {
        public Quiz {
            words = PlainText.optionalLine("quiz button", words, 60);
        }
    }

    /** A question of a quiz with two to five answers; at most 200 characters. */
    record Question(String text, List<Answer> answers) implements Block {
        public Question {
            text = PlainText.optionalLine("question", text, 200);
            answers =
                    answers.stream().filter(answer -> !answer.words().isEmpty()).toList();
            if (answers.size() > MOST_ANSWERS) {
                throw new Refusal(
                        "There are %d answers; at most %d fit. Drop some.".formatted(answers.size(), MOST_ANSWERS));
            }
        }
    }

    /** @param next where this answer leads; not chosen means on to the next question */
    record Answer(String words, NextStep next) {
        public Answer {
            words = PlainText.optionalLine("answer", words, 120);
        }
    }

    /** One offer of a list, with its own numbered outbound link. */
    record OfferItem(String media, String description, String title, String text, String words, NextStep next)
            implements Block {
        public OfferItem {
            description = PlainText.optionalLine("description of the picture", description, 200);
            title = PlainText.optionalLine("title of the offer item", title, 120);
            text = PlainText.optionalLine("text of the offer item", text, 400);
            words = PlainText.optionalLine("button", words, 60);
        }
    }

    /** @param who said it; at most 120 characters */
    record Quote(String text, String who) implements Block {
        public Quote {
            text = PlainText.optionalLine("quote", text, 400);
            who = PlainText.optionalLine("name under the quote", who, 120);
        }
    }

    /**
     * Runs to one moment, the same for everybody, and cannot start again.
     *
     * @param until when it is over; empty while not chosen
     * @param words before the time left, at most 120 characters
     * @param over shown afterwards, at most 200 characters
     * @param hides the block that is gone afterwards
     * @param changes the button whose next step changes
     * @param then where that button leads afterwards
     * @param calendar whether visitors can take the moment along as a calendar file
     */
    record Countdown(
            Optional<Instant> until,
            String words,
            String over,
            Optional<BlockId> hides,
            Optional<BlockId> changes,
            NextStep then,
            boolean calendar)
            implements Block {

        public Countdown {
            words = PlainText.optionalLine("countdown", words, 120);
            over = PlainText.optionalLine("words after the countdown", over, 200);
        }

        public boolean over(Instant now) {
            return until.isPresent() && !until.get().isAfter(now);
        }
    }

    record Divider() implements Block {}

    /** Blocks shown in a dialog that a button opens; its name is shown to those who hear the page. */
    record PopUp(String name) implements Block {
        public PopUp {
            name = PlainText.optionalLine("name of the pop-up", name, 60);
        }
    }

    /** The affiliate disclosure, at most 500 characters. */
    record Disclosure(String text) implements Block {
        public Disclosure {
            text = PlainText.optionalLine("disclosure", text, 500);
        }
    }

    /** HTML as its owner wrote it, at most 20,000 characters; only ever on the public origin. */
    record Code(String html) implements Block {
        public Code {
            html = PlainText.lines("code", html.replace("\t", "  "), 20_000);
        }
    }

    default BlockKind kind() {
        return switch (this) {
            case Headline headline -> BlockKind.HEADLINE;
            case SubHeadline sub -> BlockKind.SUB_HEADLINE;
            case Text text -> BlockKind.TEXT;
            case Benefits benefits -> BlockKind.BENEFITS;
            case Picture picture -> BlockKind.PICTURE;
            case Video video -> BlockKind.VIDEO;
            case Button button -> BlockKind.BUTTON;
            case Form form -> BlockKind.FORM;
            case BonusList list -> BlockKind.BONUS_LIST;
            case Bonus bonus -> BlockKind.BONUS;
            case Quiz quiz -> BlockKind.QUIZ;
            case Question question -> BlockKind.QUESTION;
            case OfferItem item -> BlockKind.OFFER_ITEM;
            case Quote quote -> BlockKind.QUOTE;
            case Countdown countdown -> BlockKind.COUNTDOWN;
            case Divider divider -> BlockKind.DIVIDER;
            case PopUp popUp -> BlockKind.POP_UP;
            case Disclosure disclosure -> BlockKind.DISCLOSURE;
            case Code code -> BlockKind.CODE;
        };
    }

    /** The single ways on from it: of two at once each one. */
    default List<NextStep> ways() {
        return nextSteps().stream().flatMap(next -> next.each().stream()).toList();
    }

    /** Where it leads, as far as it leads anywhere; a quiz's answers included. */
    default List<NextStep> nextSteps() {
        return kind().fields().stream()
                .flatMap(field -> field.content().nextSteps(this).stream())
                .toList();
    }

    /** The same block with each of its next steps changed. */
    default Block leading(UnaryOperator<NextStep> change) {
        return leadingTo(step -> step.leading(change));
    }

    /** The same block with each of its next steps changed as a whole, two at once being one. */
    default Block leadingTo(UnaryOperator<NextStep> change) {
        Block now = this;
        for (BlockField<Block> field : kind().fields()) {
            now = field.content().leading(now, change);
        }
        return now;
    }

    /**
     * The same block with another file of the shelf.
     *
     * @param field the name of the field it goes into; its first file where no other field is of that name
     * @param about what the file shows, for a block that does not say so yet
     */
    default Block showing(String field, String file, String about) {
        List<BlockField<Block>> files = kind().fields().stream()
                .filter(one -> one.content() instanceof BlockField.File)
                .toList();
        return files.stream()
                .filter(one -> one.name().equals(field))
                .findFirst()
                .or(() -> files.stream().findFirst())
                .map(one -> (BlockField.File<Block>) one.content())
                .map(content -> content.showing().with(this, file, about))
                .orElse(this);
    }

    /** The names of the shelf's files it shows. */
    default List<String> files() {
        return kind().fields().stream()
                .flatMap(field -> field.content().files(this).stream())
                .toList();
    }
}
