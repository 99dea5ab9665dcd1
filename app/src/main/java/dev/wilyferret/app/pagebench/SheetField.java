package dev.wilyferret.app.pagebench;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.core.page.BlockField;
import dev.wilyferret.core.page.FormField;
import java.util.Arrays;
import java.util.List;

/**
 * A line of the copy sheet: one thing of a block that can be written or chosen.
 *
 * @param name of the field in the form
 * @param values what stands in it; several for {@link Input#LINES}
 * @param folded whether it is a setting, folded beneath the words
 */
public record SheetField(
        String name,
        String label,
        Input input,
        List<String> values,
        List<Choice> choices,
        String placeholder,
        boolean folded) {

    /** How it is filled in. */
    public enum Input {
        HEADLINE,
        LINE,
        AREA,
        CODE,
        LINES,
        ASKED,
        TICK,
        CHOICE,
        NEXT,
        FILE,
        MOMENT;

        static Input of(BlockField.Shape shape) {
            return switch (shape) {
                case HEADLINE -> HEADLINE;
                case LINE -> LINE;
                case AREA -> AREA;
                case CODE -> CODE;
                case ASKED -> ASKED;
            };
        }
    }

    /** @param value as it is sent */
    public record Choice(String value, String words) {}

    static SheetField of(
            BlockField<?> field, Input input, List<String> values, List<Choice> choices, String placeholder) {
        return new SheetField(field.name(), field.label(), input, values, choices, placeholder, field.setting());
    }

    /** For the fields of a form: what the program knows under names of its own. */
    public List<String> known() {
        return Arrays.stream(FormField.Asked.values())
                .filter(asked -> asked != FormField.Asked.OWN && asked != FormField.Asked.EMAIL)
                .map(FormField.Asked::words)
                .toList();
    }

    /** What stands in it, or the empty string. */
    public String value() {
        return values.isEmpty() ? "" : values.getFirst();
    }

    /** For a next step: the name of the page still to be made, or the empty string. */
    public String toMake() {
        return value().startsWith("make:") ? value().substring(5) : "";
    }

    /** For a next step with a new tab: the way in it, and the one in this tab, which is empty where it stays; an empty list for any other. */
    public List<String> two() {
        return value().startsWith("two:") ? List.of(value().substring(4).split(">", 2)) : List.of();
    }

    public boolean isChosen(Choice choice) {
        return choice.value().equals(!toMake().isEmpty() ? "make" : !two().isEmpty() ? "two" : value());
    }

    /** The same line with what was typed into it. */
    SheetField holding(Intake typed) {
        List<String> now = typed.values(name);
        return now.isEmpty() ? this : new SheetField(name, label, input, now, choices, placeholder, folded);
    }
}
