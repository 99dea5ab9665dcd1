package dev.wilyferret.app.forms;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.Predicate;

/**
 * The fields of a form about one thing, each described once: how it is named, what stands in it, and the thing with what was
 * typed there.
 */
public final class Fields<T> {

    private record Field<T>(String name, Function<T, String> get, BiFunction<T, String, T> with) {}

    private final List<Field<T>> all = new ArrayList<>();

    /** @param with refuses what cannot stand there */
    public Fields<T> text(String name, Function<T, String> get, BiFunction<T, String, T> with) {
        all.add(new Field<>(name, get, with));
        return this;
    }

    public Fields<T> tick(String name, Predicate<T> get, BiFunction<T, Boolean, T> with) {
        return text(name, thing -> get.test(thing) ? "on" : "", (thing, typed) -> with.apply(thing, !typed.isEmpty()));
    }

    /** One of several; what is none of them changes nothing. */
    public <E extends Enum<E>> Fields<T> one(String name, Class<E> of, Function<T, E> get, BiFunction<T, E, T> with) {
        return text(
                name,
                thing -> get.apply(thing).name(),
                (thing, typed) -> EnumSet.allOf(of).stream()
                        .filter(one -> one.name().equals(typed))
                        .findFirst()
                        .map(one -> with.apply(thing, one))
                        .orElse(thing));
    }

    /** The form as first shown. */
    public Intake shown(T thing) {
        Map<String, String> values = new LinkedHashMap<>();
        all.forEach(field -> values.put(field.name, field.get.apply(thing)));
        return Intake.showing(values);
    }

    /** The thing as the form now says, or empty with messages at the fields. */
    public Optional<T> read(T before, Intake form) {
        T now = before;
        for (Field<T> field : all) {
            T known = now;
            now = form.take(field.name, typed -> field.with.apply(known, typed)).orElse(known);
        }
        return form.clean() ? Optional.of(now) : Optional.empty();
    }
}
