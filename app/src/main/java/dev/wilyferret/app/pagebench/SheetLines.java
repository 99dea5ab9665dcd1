package dev.wilyferret.app.pagebench;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.TypedMoment;
import dev.wilyferret.app.pagebench.SheetField.Choice;
import dev.wilyferret.app.pagebench.SheetField.Input;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockField;
import dev.wilyferret.core.page.BlockField.Answers;
import dev.wilyferret.core.page.BlockField.Chosen;
import dev.wilyferret.core.page.BlockField.File;
import dev.wilyferret.core.page.BlockField.Leads;
import dev.wilyferret.core.page.BlockField.Lines;
import dev.wilyferret.core.page.BlockField.Moment;
import dev.wilyferret.core.page.BlockField.Ticked;
import dev.wilyferret.core.page.BlockField.Words;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.wording.BlockWords;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The fields of a block as lines of the copy sheet, and the block with what is typed into them. */
final class SheetLines {

    private SheetLines() {}

    /** What a block is called where one has to be chosen. */
    static String title(Block block) {
        return BlockWords.of(block).stream()
                .filter(BlockWords.Line::read)
                .map(BlockWords.Line::words)
                .findFirst()
                .map(words -> PlainText.cut(words, 40))
                .orElse(block.kind().words());
    }

    static List<SheetField> of(Block block, SheetChoices choices) {
        return block.kind().fields().stream()
                .flatMap(field -> lines(field, block, choices).stream())
                .toList();
    }

    /** The block that the lines now say, or empty with messages at the lines. */
    static Optional<Block> read(Block old, Intake form, SheetChoices choices) {
        if (old instanceof Block.Bonus bonus) {
            Optional<Block> filled = choices.filled(bonus, form.value("from"));
            if (filled.isPresent()) {
                return filled;
            }
        }
        Block now = old;
        for (BlockField<Block> field : old.kind().fields()) {
            now = read(field, now, form, choices);
        }
        return form.clean() ? Optional.of(now) : Optional.empty();
    }

    private static List<SheetField> lines(BlockField<Block> field, Block block, SheetChoices choices) {
        return switch (field.content()) {
            case Words<Block> words ->
                line(field, Input.of(words.shape()), words.get().apply(block), words.example());
            case Lines<Block> lines -> {
                List<String> written = lines.get().apply(block);
                int shown = Math.min(lines.most(), Math.max(3, written.size() + 1));
                yield List.of(SheetField.of(field, Input.LINES, padded(written, shown), List.of(), lines.example()));
            }
            case Ticked<Block> ticked -> line(field, Input.TICK, ticked.get().test(block) ? "on" : "", "");
            case Leads<Block> leads ->
                chosen(
                        field,
                        Input.NEXT,
                        SheetChoices.code(leads.get().apply(block)),
                        choices.nextSteps(leads.ofForm()));
            case File<Block> file -> chosen(field, Input.FILE, file.get().apply(block), choices.files(file.medium()));
            case Chosen<Block> chosen ->
                chosen(field, Input.CHOICE, chosen.get().apply(block), choices.of(chosen));
            case Moment<Block> moment ->
                line(
                        field.labelled("%s (%s)".formatted(field.label(), choices.zone())),
                        Input.MOMENT,
                        TypedMoment.shown(moment.get().apply(block), choices.zone()),
                        "");
            case Answers<Block> answers -> answers(field, answers.get().apply(block), choices);
        };
    }

    /** The block with what was typed; as it was, where that is refused, with a finding at the field. */
    private static Block read(BlockField<Block> field, Block old, Intake form, SheetChoices choices) {
        String name = field.name();
        return switch (field.content()) {
            case Words<Block> words ->
                form.take(name, typed -> words.with().apply(old, typed)).orElse(old);
            case Lines<Block> lines ->
                form.takeAll(name, typed -> lines.with().apply(old, typed)).orElse(old);
            case Ticked<Block> ticked -> ticked.with().apply(old, form.ticked(name));
            case Leads<Block> leads ->
                form.take(name, typed -> leads.with().apply(old, next(form, name, choices)))
                        .orElse(old);
            case File<Block> file -> file.showing().with(old, choices.file(form.value(name)), "");
            case Chosen<Block> chosen -> {
                boolean known = choices.of(chosen).stream()
                        .anyMatch(choice -> choice.value().equals(form.value(name)));
                yield chosen.with().apply(old, known ? form.value(name) : "");
            }
            case Moment<Block> moment ->
                form.take(name, typed -> moment.with().apply(old, TypedMoment.read(typed, choices.zone())))
                        .orElse(old);
            case Answers<Block> answers -> answers.with().apply(old, answers(name, form, choices));
        };
    }

    private static List<SheetField> line(BlockField<Block> field, Input input, String value, String example) {
        return List.of(SheetField.of(field, input, List.of(value), List.of(), example));
    }

    private static List<SheetField> chosen(BlockField<Block> field, Input input, String value, List<Choice> choices) {
        return List.of(SheetField.of(field, input, List.of(value), choices, ""));
    }

    private static List<SheetField> answers(BlockField<Block> field, List<Block.Answer> answers, SheetChoices choices) {
        List<SheetField> lines = new ArrayList<>();
        List<Choice> ways = new ArrayList<>(choices.nextSteps(false));
        ways.set(0, new Choice("", "the next question"));
        int shown = Math.min(Block.MOST_ANSWERS, Math.max(2, answers.size() + 1));
        for (int i = 0; i < shown; i++) {
            String label = field.label() + " " + (i + 1);
            String words = i < answers.size() ? answers.get(i).words() : "";
            lines.add(
                    new SheetField(field.name() + i, label, Input.LINE, List.of(words), List.of(), "An answer", false));
            if (i < answers.size()) {
                String code = SheetChoices.code(answers.get(i).next());
                lines.add(new SheetField(
                        field.name() + "Next" + i, label + " leads to", Input.NEXT, List.of(code), ways, "", true));
            }
        }
        return lines;
    }

    private static List<Block.Answer> answers(String name, Intake form, SheetChoices choices) {
        List<Block.Answer> answers = new ArrayList<>();
        for (int i = 0; i < Block.MOST_ANSWERS; i++) {
            String next = name + "Next" + i;
            form.take(name + i, words -> new Block.Answer(words, next(form, next, choices)))
                    .ifPresent(answers::add);
        }
        return answers;
    }

    private static NextStep next(Intake form, String field, SheetChoices choices) {
        return choices.next(
                form.value(field),
                form.value(field + "-make"),
                form.value(field + "-new-tab"),
                form.value(field + "-here"));
    }

    private static List<String> padded(List<String> values, int size) {
        List<String> padded = new ArrayList<>(values);
        while (padded.size() < size) {
            padded.add("");
        }
        return padded;
    }
}
