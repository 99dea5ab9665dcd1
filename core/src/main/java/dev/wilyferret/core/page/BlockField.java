package dev.wilyferret.core.page;

import dev.wilyferret.core.page.Block.Answer;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;

/**
 * One thing of a block that can be written or chosen, described once: by it the block is shown to be written, read, said in
 * words, and asked for its next steps and files.
 *
 * @param name what forms call it
 * @param label stands at it where it is written
 * @param said what it is called where the block is said in words; empty for the block's main words
 * @param setting whether it is among the settings, beneath the words
 */
public record BlockField<B extends Block>(String name, String label, String said, boolean setting, Content<B> content) {

    /** What can stand in a field, how to learn it of a block, and the block with another. */
    public sealed interface Content<B extends Block> {

        /** The next steps it holds. */
        default List<NextStep> nextSteps(B block) {
            return List.of();
        }

        /** The block with its next steps changed. */
        default B leading(B block, UnaryOperator<NextStep> change) {
            return block;
        }

        /** The names of the shelf's files it holds. */
        default List<String> files(B block) {
            return List.of();
        }
    }

    /** The place words are written in; of what a form asks for each line is one thing. */
    public enum Shape {
        HEADLINE,
        LINE,
        AREA,
        CODE,
        ASKED
    }

    /** The files that fit. */
    public enum Medium {
        PICTURE,
        VIDEO
    }

    /** What one is chosen out of. */
    public enum Among {
        LISTS,
        BONUSES,
        /** The page's blocks that are no countdown. */
        BLOCKS,
        /** The page's blocks with a next step that a countdown can change. */
        BUTTONS
    }

    /**
     * @param example of what could stand in it
     * @param read whether visitors read it, rather than only see its effect
     */
    public record Words<B extends Block>(
            Shape shape, String example, boolean read, Function<B, String> get, BiFunction<B, String, B> with)
            implements Content<B> {

        private Words<B> onlySeen() {
            return new Words<>(shape, example, false, get, with);
        }
    }

    /** Several lines, at most so many. */
    public record Lines<B extends Block>(
            int most, String example, Function<B, List<String>> get, BiFunction<B, List<String>, B> with)
            implements Content<B> {}

    public record Ticked<B extends Block>(Predicate<B> get, BiFunction<B, Boolean, B> with) implements Content<B> {}

    /**
     * A next step.
     *
     * @param ofForm whether it follows on a form that was sent
     * @param holds whether the block leads there, as it stands
     */
    public record Leads<B extends Block>(
            boolean ofForm, Predicate<B> holds, Function<B, NextStep> get, BiFunction<B, NextStep, B> with)
            implements Content<B> {

        @Override
        public List<NextStep> nextSteps(B block) {
            return holds.test(block) ? List.of(get.apply(block)) : List.of();
        }

        @Override
        public B leading(B block, UnaryOperator<NextStep> change) {
            return with.apply(block, change.apply(get.apply(block)));
        }
    }

    /** A file of the shelf; none is the empty name. */
    public record File<B extends Block>(Medium medium, Function<B, String> get, Showing<B> showing)
            implements Content<B> {

        @Override
        public List<String> files(B block) {
            String file = get.apply(block);
            return file.isEmpty() ? List.of() : List.of(file);
        }
    }

    public interface Showing<B> {

        /**
         * The block with another file.
         *
         * @param about what the file shows, for a block that does not say so yet; empty if that is not known
         */
        B with(B block, String file, String about);
    }

    /** One of several by its id, or none, which is the empty text. */
    public record Chosen<B extends Block>(
            Among among, String none, Function<B, String> get, BiFunction<B, String, B> with) implements Content<B> {}

    public record Moment<B extends Block>(Function<B, Optional<Instant>> get, BiFunction<B, Optional<Instant>, B> with)
            implements Content<B> {}

    /** Answers, each with a next step of its own. */
    public record Answers<B extends Block>(Function<B, List<Answer>> get, BiFunction<B, List<Answer>, B> with)
            implements Content<B> {

        @Override
        public List<NextStep> nextSteps(B block) {
            return get.apply(block).stream().map(Answer::next).toList();
        }

        @Override
        public B leading(B block, UnaryOperator<NextStep> change) {
            return with.apply(
                    block,
                    get.apply(block).stream()
                            .map(answer -> new Answer(answer.words(), change.apply(answer.next())))
                            .toList());
        }
    }

    /** Words that visitors read. */
    static <B extends Block> BlockField<B> read(
            String name,
            String label,
            String said,
            Shape shape,
            String example,
            Function<B, String> get,
            BiFunction<B, String, B> with) {
        return new BlockField<>(name, label, said, false, new Words<>(shape, example, true, get, with));
    }

    static <B extends Block> BlockField<B> tick(
            String name, String label, String said, Predicate<B> get, BiFunction<B, Boolean, B> with) {
        return new BlockField<>(name, label, said, true, new Ticked<>(get, with));
    }

    static <B extends Block> BlockField<B> leads(
            String label, String said, Function<B, NextStep> get, BiFunction<B, NextStep, B> with) {
        return new BlockField<>("next", label, said, false, new Leads<>(false, block -> true, get, with));
    }

    static <B extends Block> BlockField<B> file(
            String name, String label, String said, Medium medium, Function<B, String> get, Showing<B> showing) {
        return new BlockField<>(name, label, said, true, new File<>(medium, get, showing));
    }

    static <B extends Block> BlockField<B> chosen(
            String name,
            String label,
            String said,
            Among among,
            String none,
            Function<B, String> get,
            BiFunction<B, String, B> with) {
        return new BlockField<>(name, label, said, true, new Chosen<>(among, none, get, with));
    }

    /** The same under another label. */
    public BlockField<B> labelled(String other) {
        return new BlockField<>(name, other, said, setting, content);
    }

    /** The same, of words that visitors do not read and only see the effect of. */
    BlockField<B> onlySeen() {
        return content instanceof Words<B> words
                ? new BlockField<>(name, label, said, setting, words.onlySeen())
                : this;
    }

    /** The same among the settings. */
    BlockField<B> folded() {
        return new BlockField<>(name, label, said, true, content);
    }

    /** The same among the words. */
    BlockField<B> shown() {
        return new BlockField<>(name, label, said, false, content);
    }
}
