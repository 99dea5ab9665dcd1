package dev.wilyferret.app.links;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.TypedMoment;
import dev.wilyferret.app.sources.Profile;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.address.Tagging;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.SourceId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.time.Instant;
import java.time.ZoneId;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;

/** The form of a link: reads it into what is noted, and shows that in it. */
final class LinkForm {

    /** Fields of tags, needed ones first. */
    static final List<String> NEEDED = List.of("source", "medium", "campaign");

    private static final List<String> FREE = List.of("term", "content");

    private static final int MOST_CLICKS = 1_000_000_000;

    private final LinkChoices choices;
    private final ZoneId zone;

    LinkForm(LinkChoices choices, ZoneId zone) {
        this.choices = choices;
        this.zone = zone;
    }

    /** Empty with messages at the fields if something is wrong. */
    Optional<LinkDetails> read(Intake form) {
        Optional<Destination> to = form.take("destination", choices::chosen);
        return read(form, to);
    }

    /** As {@link #read(Intake)}, with the destination by its name. */
    Optional<LinkDetails> readRow(Intake form) {
        return read(form, form.take("leads to", choices::named));
    }

    private Optional<LinkDetails> read(Intake form, Optional<Destination> to) {
        Optional<SourceId> source = source(form);
        Optional<Tags> tags = tags(form);
        form.take("note", text -> PlainText.lines("note", text, 1000));
        form.take("adWords", text -> PlainText.lines("ad's words", text, 1000));
        Optional<Optional<Instant>> ends = form.take("ends", text -> TypedMoment.read(text, zone));
        Optional<OptionalInt> clicks = form.take("clicks", LinkForm::clicks);
        Optional<Optional<Destination>> then =
                form.take("then", text -> text.isEmpty() ? Optional.empty() : Optional.of(choices.chosen(text)));
        if (!form.clean()) {
            return Optional.empty();
        }
        boolean endless = ends.orElseThrow().isEmpty() && clicks.orElseThrow().isEmpty();
        return Optional.of(new LinkDetails(
                to.orElseThrow(),
                tags.orElseThrow(),
                source,
                form.value("note"),
                form.value("adWords"),
                endless
                        ? Optional.empty()
                        : Optional.of(
                                new LinkDetails.Ending(ends.orElseThrow(), clicks.orElseThrow(), then.orElseThrow()))));
    }

    /** Where the link stands; without a choice, where its promotion does. */
    Optional<OwnHost> host(String typed) {
        return choices.host(typed);
    }

    /** The chosen source; without a choice, the one whose tag was typed. */
    private Optional<SourceId> source(Intake form) {
        return Id.parse(form.value("profile"), SourceId::new)
                .flatMap(choices::source)
                .or(() -> choices.tagged(form.value("source").strip()))
                .map(Profile::id);
    }

    /** Each tag by itself, so that every field gets its own message. */
    private Optional<Tags> tags(Intake form) {
        Map<String, String> five = new LinkedHashMap<>();
        NEEDED.forEach(field -> form.take(field, text -> PlainText.line(field, value(field, text, form), 100))
                .ifPresent(text -> five.put(field, text)));
        FREE.forEach(field -> form.take(field, text -> PlainText.optionalLine(field, value(field, text, form), 100))
                .ifPresent(text -> five.put(field, text)));
        Optional<Map<String, String>> own = form.take("own", LinkForm::own);
        return five.size() == 5 && own.isPresent()
                ? form.take(
                        "own",
                        text -> new Tags(
                                get(five, "source"),
                                get(five, "medium"),
                                get(five, "campaign"),
                                get(five, "term"),
                                get(five, "content"),
                                own.get()))
                : Optional.empty();
    }

    private static String get(Map<String, String> five, String field) {
        return five.getOrDefault(field, "");
    }

    /** As typed; where nothing was, what the chosen source says. */
    private String value(String field, String typed, Intake form) {
        if (typed.isBlank()) {
            return Id.parse(form.value("profile"), SourceId::new)
                    .flatMap(choices::source)
                    .map(Profile::source)
                    .map(source ->
                            field.equals("source") ? source.tag() : field.equals("medium") ? source.medium() : "")
                    .orElse("");
        }
        return Tagging.read(typed);
    }

    private static Map<String, String> own(String typed) {
        Map<String, String> own = new LinkedHashMap<>();
        typed.lines().filter(line -> !line.isBlank()).forEach(line -> {
            String[] pair = line.split("=", 2);
            if (pair.length < 2) {
                throw new Refusal("\"%s\" has no =. Write one tag a line, for example placement=top."
                        .formatted(PlainText.cut(line, 60)));
            }
            if (own.put(pair[0].strip(), Tagging.read(pair[1].strip())) != null) {
                throw new Refusal("The tag %s stands there twice. Take one out.".formatted(PlainText.cut(pair[0], 40)));
            }
        });
        return own;
    }

    private static OptionalInt clicks(String typed) {
        String digits = typed.replaceAll("[\\s,.'’]", "");
        if (digits.isEmpty()) {
            return OptionalInt.empty();
        }
        long clicks = digits.matches("[0-9]{1,10}") ? Long.parseLong(digits) : 0;
        if (clicks < 1 || clicks > MOST_CLICKS) {
            throw new Refusal(
                    "\"%s\" is no number of clicks. Type a whole number from 1 to %,d, or nothing for no limit."
                            .formatted(PlainText.cut(typed, 20), MOST_CLICKS));
        }
        return OptionalInt.of((int) clicks);
    }

    Map<String, String> shown(LinkDetails details) {
        Map<String, String> values = new LinkedHashMap<>();
        Tags tags = details.tags();
        values.put("destination", details.to().text());
        values.put("profile", details.source().map(SourceId::toString).orElse(""));
        values.put("source", Tagging.typed(tags.source()));
        values.put("medium", Tagging.typed(tags.medium()));
        values.put("campaign", Tagging.typed(tags.campaign()));
        values.put("term", Tagging.typed(tags.term()));
        values.put("content", Tagging.typed(tags.content()));
        StringBuilder own = new StringBuilder();
        tags.own()
                .forEach((name, value) -> own.append(name)
                        .append('=')
                        .append(Tagging.typed(value))
                        .append('\n'));
        values.put("own", own.toString().strip());
        values.put("note", details.note());
        values.put("adWords", details.adWords());
        details.ending().ifPresent(ending -> {
            values.put("ends", TypedMoment.shown(ending.at(), zone));
            values.put(
                    "clicks",
                    ending.clicks().isPresent() ? String.valueOf(ending.clicks().getAsInt()) : "");
            values.put("then", ending.then().map(Destination::text).orElse(""));
        });
        return values;
    }
}
