package dev.wilyferret.app.forms;

import dev.wilyferret.core.text.Refusal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.springframework.util.MultiValueMap;

/**
 * A form on its way in: what was typed, and what is wrong with it. Reading a field makes a domain value of it; a
 * {@link Refusal} becomes the message at that field, and the typed text stays as it was.
 */
public final class Intake {

    private final Map<String, List<String>> typed;
    private final Map<String, String> findings = new LinkedHashMap<>();

    private Intake(Map<String, List<String>> typed) {
        this.typed = typed;
    }

    public static Intake of(MultiValueMap<String, String> typed) {
        return new Intake(new LinkedHashMap<>(typed));
    }

    /** A form as first shown, with what is known already. */
    public static Intake showing(Map<String, String> values) {
        Map<String, List<String>> typed = new LinkedHashMap<>();
        values.forEach((field, value) -> typed.put(field, List.of(value)));
        return new Intake(typed);
    }

    /** What was typed, by itself: what is found there does not show here. */
    public Intake copy() {
        return new Intake(new LinkedHashMap<>(typed));
    }

    /** What is known already of a field that may come several times. */
    public void put(String field, List<String> values) {
        typed.put(field, values);
    }

    /** The value made of a field, or empty with a finding at it. */
    public <T> Optional<T> take(String field, Function<String, T> reader) {
        return attempt(field, () -> reader.apply(value(field)));
    }

    /** The value made of a field that may come several times. */
    public <T> Optional<T> takeAll(String field, Function<List<String>, T> reader) {
        return attempt(field, () -> reader.apply(values(field)));
    }

    private <T> Optional<T> attempt(String field, java.util.function.Supplier<T> reading) {
        try {
            return Optional.of(reading.get());
        } catch (Refusal refusal) {
            refuse(field, refusal.getMessage());
            return Optional.empty();
        }
    }

    /**
     * Keeps what was read, if nothing was wrong with it.
     *
     * @param field where it is said if keeping it is refused
     * @return whether it was kept
     */
    public boolean keep(String field, Runnable keeping) {
        return clean()
                && attempt(field, () -> {
                            keeping.run();
                            return true;
                        })
                        .isPresent();
    }

    /** Adds a finding; the first one at a field stays. */
    public void refuse(String field, String message) {
        findings.putIfAbsent(field, message);
    }

    public boolean clean() {
        return findings.isEmpty();
    }

    public Map<String, String> findings() {
        return findings;
    }

    /** The message at a field, or the empty string. */
    public String finding(String field) {
        return findings.getOrDefault(field, "");
    }

    /** What was typed, or the empty string. */
    public String value(String field) {
        List<String> all = values(field);
        return all.isEmpty() ? "" : all.getFirst();
    }

    public List<String> values(String field) {
        return typed.getOrDefault(field, List.of());
    }

    public boolean ticked(String field) {
        return !value(field).isEmpty();
    }

    public boolean chosen(String field, String option) {
        return values(field).contains(option);
    }
}
