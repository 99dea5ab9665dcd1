package dev.wilyferret.core.wording;

import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockField;
import dev.wilyferret.core.page.BlockField.Among;
import dev.wilyferret.core.page.BlockField.Answers;
import dev.wilyferret.core.page.BlockField.Chosen;
import dev.wilyferret.core.page.BlockField.File;
import dev.wilyferret.core.page.BlockField.Leads;
import dev.wilyferret.core.page.BlockField.Moment;
import dev.wilyferret.core.page.BlockField.Shape;
import dev.wilyferret.core.page.BlockField.Ticked;
import dev.wilyferret.core.page.BlockField.Words;
import java.util.List;
import java.util.stream.Stream;

/** A block said in words: what a visitor reads in it, and how it is set. */
public final class BlockWords {

    /**
     * @param label what the words are; empty for the block's main words
     * @param read whether visitors read them, rather than only their effect
     */
    public record Line(String label, String words, boolean read) {}

    private BlockWords() {}

    /** All lines with something in them. */
    public static List<Line> of(Block block) {
        return block.kind().fields().stream()
                .flatMap(field -> lines(field, block))
                .filter(line -> !line.words().isEmpty())
                .toList();
    }

    private static Stream<Line> lines(BlockField<Block> field, Block block) {
        String label = field.said();
        return switch (field.content()) {
            case Words<Block> words -> {
                String all = words.get().apply(block);
                yield (words.shape() == Shape.ASKED ? all.lines() : Stream.of(all))
                        .map(line -> new Line(label, line, words.read()));
            }
            case BlockField.Lines<Block> lines ->
                lines.get().apply(block).stream().map(line -> read(label, line));
            case Ticked<Block> ticked -> Stream.of(set(label, ticked.get().test(block) ? "yes" : ""));
            case Leads<Block> leads ->
                Stream.of(set(label, leads.get().apply(block).said()));
            case File<Block> file -> Stream.of(set(label, file.get().apply(block)));
            case Chosen<Block> chosen -> {
                String id = chosen.get().apply(block);
                yield Stream.of(set(label, chosen.among() == Among.BONUSES && !id.isEmpty() ? "yes" : id));
            }
            case Moment<Block> moment -> moment.get().apply(block).stream().map(until -> set(label, until.toString()));
            case Answers<Block> answers ->
                answers.get().apply(block).stream()
                        .flatMap(answer -> Stream.of(
                                read(label, answer.words()),
                                set(
                                        "“" + answer.words() + "” leads",
                                        answer.next().said())));
        };
    }

    private static Line read(String label, String words) {
        return new Line(label, words, true);
    }

    private static Line set(String label, String words) {
        return new Line(label, words, false);
    }
}
