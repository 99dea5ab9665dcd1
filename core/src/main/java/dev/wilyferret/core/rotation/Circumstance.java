package dev.wilyferret.core.rotation;

import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.visit.Country;
import dev.wilyferret.core.visit.Device;
import java.time.DayOfWeek;
import java.time.ZonedDateTime;
import java.time.format.TextStyle;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What is so of some visitors and not of others. It is what pages are made for: where somebody is, on what they read, in which language,
 * by which link's tags, when, and whether they were here before. There is none for what tells a reviewer or a program from a person, nor for
 * whether a request carries some parameter: everyone let in sees the same page.
 */
public sealed interface Circumstance {

    /** The most values one names. */
    int MOST = 40;

    /**
     * What is known of a visitor.
     *
     * @param country as in ISO 3166-1; empty where it is not known
     * @param language the first one their browser asks for, such as "de-AT"; empty where it says none
     * @param tags stored with the link they came by
     * @param at the moment, in the workspace's time zone
     * @param returning whether their browser was here before
     */
    record Facts(
            String country, Device device, String language, Optional<Tags> tags, ZonedDateTime at, boolean returning) {}

    boolean holds(Facts facts);

    /** As a sentence's second half, such as "come from Austria or Germany". */
    String said();

    /** As it is kept; {@link #read} reads it. */
    String text();

    /** @param countries as in ISO 3166-1, two capital letters each */
    record From(Set<String> countries) implements Circumstance {

        public From {
            countries = sorted(countries);
            countries.forEach(one -> {
                if (!Country.isKnown(one)) {
                    throw new Refusal("“%s” is no country. Write its two letters, for example AT."
                            .formatted(PlainText.cut(one, 20)));
                }
            });
        }

        @Override
        public boolean holds(Facts facts) {
            return countries.contains(facts.country);
        }

        @Override
        public String said() {
            return "come from " + or(countries, Country::name);
        }

        @Override
        public String text() {
            return "from " + String.join(",", countries);
        }
    }

    record On(Set<Device> devices) implements Circumstance {

        public On {
            devices = Set.copyOf(devices);
        }

        @Override
        public boolean holds(Facts facts) {
            return devices.contains(facts.device);
        }

        @Override
        public String said() {
            return "read on a "
                    + or(
                            devices.stream().map(Device::name).collect(Collectors.toCollection(TreeSet::new)),
                            one -> Device.valueOf(one).words().toLowerCase(Locale.ROOT));
        }

        @Override
        public String text() {
            return "on " + devices.stream().map(Device::name).sorted().collect(Collectors.joining(","));
        }
    }

    /** @param languages in small letters, such as "de" or "pt-br"; "de" holds for "de-AT" too */
    record Speaking(Set<String> languages) implements Circumstance {

        public Speaking {
            languages = sorted(languages);
            languages.forEach(one -> {
                if (!one.matches("[a-z]{2,3}(-[a-z0-9]{2,8})*")) {
                    throw new Refusal("“%s” is no language. Write its letters, for example de or pt-br."
                            .formatted(PlainText.cut(one, 20)));
                }
            });
        }

        @Override
        public boolean holds(Facts facts) {
            for (String one : languages) {
                int length = one.length();
                if (facts.language.regionMatches(true, 0, one, 0, length)
                        && (facts.language.length() == length || facts.language.charAt(length) == '-')) {
                    return true;
                }
            }
            return false;
        }

        @Override
        public String said() {
            return "read " + or(languages, one -> Locale.forLanguageTag(one).getDisplayName(Locale.ENGLISH));
        }

        @Override
        public String text() {
            return "speaking " + String.join(",", languages);
        }
    }

    /** By what is stored with the link; never by what a request says. */
    record Tagged(Tag tag, Set<String> values) implements Circumstance {

        /** Which of a link's tags. */
        public enum Tag {
            SOURCE(Tags::source),
            MEDIUM(Tags::medium),
            CAMPAIGN(Tags::campaign),
            TERM(Tags::term),
            CONTENT(Tags::content);

            private final Function<Tags, String> of;

            Tag(Function<Tags, String> of) {
                this.of = of;
            }
        }

        public Tagged {
            values = sorted(values);
            values.forEach(one -> PlainText.line("tag", one, 100));
        }

        @Override
        public boolean holds(Facts facts) {
            return facts.tags.map(tag.of).filter(values::contains).isPresent();
        }

        @Override
        public String said() {
            return "come by a link with the %s %s"
                    .formatted(tag.name().toLowerCase(Locale.ROOT), or(values, one -> "“" + one + "”"));
        }

        @Override
        public String text() {
            return "tagged " + tag + " " + CommaSeparated.text(values);
        }
    }

    /**
     * @param days none for all
     * @param from the first hour, 0 to 23
     * @param until the first hour after, 1 to 24; less than the first for hours over midnight, whose day is that on which they begin
     */
    record At(Set<DayOfWeek> days, int from, int until) implements Circumstance {

        public At {
            days = Set.copyOf(days);
            if (from < 0 || from > 23 || until < 1 || until > 24 || from == until) {
                throw new Refusal(
                        "From %d to %d o’clock is no time of day. Write hours from 0 to 24, for example 9 and 17."
                                .formatted(from, until));
            }
        }

        @Override
        public boolean holds(Facts facts) {
            int hour = facts.at.getHour();
            boolean after = from > until && hour < until;
            DayOfWeek day = after ? facts.at.getDayOfWeek().minus(1) : facts.at.getDayOfWeek();
            return (days.isEmpty() || days.contains(day))
                    && (from < until ? hour >= from && hour < until : hour >= from || after);
        }

        @Override
        public String said() {
            return "come between %d and %d o’clock%s"
                    .formatted(
                            from,
                            until,
                            days.isEmpty()
                                    ? ""
                                    : " on "
                                            + days.stream()
                                                    .sorted()
                                                    .map(day -> day.getDisplayName(TextStyle.FULL, Locale.ENGLISH))
                                                    .collect(Collectors.joining(", ")));
        }

        @Override
        public String text() {
            return "at %d %d %s"
                    .formatted(
                            from,
                            until,
                            days.stream().sorted().map(DayOfWeek::name).collect(Collectors.joining(",")))
                    .strip();
        }
    }

    record Returning(boolean before) implements Circumstance {

        @Override
        public boolean holds(Facts facts) {
            return facts.returning == before;
        }

        @Override
        public String said() {
            return before ? "were here before" : "are here for the first time";
        }

        @Override
        public String text() {
            return "returning " + before;
        }
    }

    /**
     * Several that are so together.
     *
     * @param each none of which is such itself; at most {@link #MOST_TOGETHER}
     */
    record All(List<Circumstance> each) implements Circumstance {

        private static final int MOST_TOGETHER = 6;

        /** @throws Refusal if there are too many, or one is there twice */
        public All {
            each = each.stream()
                    .flatMap(one -> one instanceof All(List<Circumstance> inner) ? inner.stream() : Stream.of(one))
                    .toList();
            if (each.size() > MOST_TOGETHER) {
                throw new Refusal("At most %d things can be so together. Take the branch out, and begin another."
                        .formatted(MOST_TOGETHER));
            }
            if (Set.copyOf(each).size() < each.size()) {
                throw new Refusal("That is asked of the branch already. Choose another thing.");
            }
        }

        @Override
        public boolean holds(Facts facts) {
            for (Circumstance one : each) {
                if (!one.holds(facts)) {
                    return false;
                }
            }
            return true;
        }

        @Override
        public String said() {
            return each.stream().map(Circumstance::said).collect(Collectors.joining(" and "));
        }

        @Override
        public String text() {
            return each.stream().map(Circumstance::text).collect(Collectors.joining("\n"));
        }
    }

    /** @throws Refusal if nothing writes itself so, or a value is none */
    static Circumstance read(String text) {
        List<Circumstance> each = text.strip().lines().map(Circumstance::single).toList();
        return each.size() == 1 ? each.getFirst() : new All(each);
    }

    private static Circumstance single(String text) {
        String[] parts = text.strip().split(" ", 2);
        String rest = parts.length > 1 ? parts[1].strip() : "";
        return switch (parts[0]) {
            case "from" -> new From(CommaSeparated.read(rest.toUpperCase(Locale.ROOT)));
            case "on" ->
                new On(CommaSeparated.read(rest).stream()
                        .map(Circumstance::device)
                        .collect(Collectors.toSet()));
            case "speaking" -> new Speaking(CommaSeparated.read(rest.toLowerCase(Locale.ROOT)));
            case "tagged" -> {
                String[] tag = rest.split(" ", 2);
                yield new Tagged(
                        one(Tagged.Tag.values(), tag[0], "tag"), CommaSeparated.read(tag.length > 1 ? tag[1] : ""));
            }
            case "at" -> {
                String[] at = rest.split(" ", 3);
                yield new At(
                        at.length > 2
                                ? CommaSeparated.read(at[2]).stream()
                                        .map(day -> one(DayOfWeek.values(), day, "day"))
                                        .collect(Collectors.toSet())
                                : Set.of(),
                        hour(at[0]),
                        hour(at.length > 1 ? at[1] : ""));
            }
            case "returning" -> new Returning(rest.equals("true"));
            default -> throw new Refusal("Choose what is to be so.");
        };
    }

    private static Device device(String name) {
        return one(Device.values(), name, "device");
    }

    private static <E extends Enum<E>> E one(E[] all, String name, String what) {
        return Arrays.stream(all)
                .filter(one -> one.name().equalsIgnoreCase(name.strip()))
                .findFirst()
                .orElseThrow(() -> new Refusal("“%s” is no %s. Choose one of %s."
                        .formatted(
                                PlainText.cut(name, 20),
                                what,
                                Arrays.stream(all)
                                        .map(one -> one.name().toLowerCase(Locale.ROOT))
                                        .collect(Collectors.joining(", ")))));
    }

    private static int hour(String typed) {
        if (!typed.matches("\\d{1,2}")) {
            throw new Refusal("“%s” is no hour. Write a number from 0 to 24.".formatted(PlainText.cut(typed, 20)));
        }
        return Integer.parseInt(typed);
    }

    private static Set<String> sorted(Set<String> values) {
        if (values.isEmpty() || values.size() > MOST) {
            throw new Refusal("Write one to %d values, with commas between.".formatted(MOST));
        }
        return new TreeSet<>(values);
    }

    private static String or(Set<String> values, Function<String, String> words) {
        return values.stream().map(words).collect(Collectors.joining(" or "));
    }
}
