package dev.wilyferret.app.forms;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;

/**
 * A form that a new thing comes out of, or one that is there already; each field is described once: how it is named, what
 * stands in it, and what it makes of what is typed. {@link Fields} changes a thing field by field instead.
 */
public final class Blank<T> {

    /** @param read makes the value; refuses what cannot stand there */
    public record Field<T, V>(String name, Function<T, List<String>> shown, Function<List<String>, V> read) {}

    /** A form without a finding. */
    public interface Typed<T> {
        <V> V of(Field<T, V> field);
    }

    private final List<Field<T, ?>> all = new ArrayList<>();

    public <V> Field<T, V> text(String name, Function<T, String> shown, Function<String, V> read) {
        return several(
                name,
                thing -> List.of(shown.apply(thing)),
                typed -> read.apply(typed.isEmpty() ? "" : typed.getFirst()));
    }

    public Field<T, Boolean> tick(String name, Predicate<T> shown) {
        return text(name, thing -> shown.test(thing) ? "on" : "", typed -> !typed.isEmpty());
    }

    /** A field that may come several times. */
    public <V> Field<T, V> several(String name, Function<T, List<String>> shown, Function<List<String>, V> read) {
        Field<T, V> field = new Field<>(name, shown, read);
        all.add(field);
        return field;
    }

    /** The form as first shown. */
    public Intake shown(T thing) {
        Intake form = Intake.showing(Map.of());
        all.forEach(field -> form.put(field.name, field.shown.apply(thing)));
        return form;
    }

    /** The thing the form says, or empty with messages at the fields. */
    public Optional<T> read(Intake form, Function<Typed<T>, T> thing) {
        all.forEach(field -> form.takeAll(field.name, field.read));
        return form.clean() ? Optional.of(thing.apply(typed(form))) : Optional.empty();
    }

    private Typed<T> typed(Intake form) {
        return new Typed<>() {
            @Override
            public <V> V of(Field<T, V> field) {
                return field.read.apply(form.values(field.name));
            }
        };
    }
}
