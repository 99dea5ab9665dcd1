package dev.wilyferret.app.sources;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.core.link.Slug;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.source.Cost;
import dev.wilyferret.core.source.Source;
import dev.wilyferret.core.source.Token;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** The form of a source: reads it, and shows one in it. */
final class SourceForm {

    static final Map<String, String> KINDS = kinds();

    private SourceForm() {}

    private static Map<String, String> kinds() {
        Map<String, String> kinds = new LinkedHashMap<>();
        kinds.put("", "nothing, or not noted");
        kinds.put("click", "an amount a click");
        kinds.put("thousand", "an amount for a thousand times shown");
        kinds.put("fixed", "one amount for all of it");
        return kinds;
    }

    static Optional<Source> read(Intake form, Currency currency) {
        Optional<String> name = form.take("name", text -> PlainText.line("name", text, 100));
        Optional<String> tag = name.isEmpty()
                ? Optional.empty()
                : form.take(
                        "tag",
                        text -> PlainText.line(
                                "source tag", text.isBlank() ? Slug.proposedFor(name.get()) : text, 100));
        Optional<String> medium = form.take("medium", text -> PlainText.line("medium", text, 100));
        Optional<List<Token>> tokens = form.take(
                "tokens",
                text -> text.lines()
                        .filter(line -> !line.isBlank())
                        .map(SourceForm::token)
                        .toList());
        Optional<Cost> cost = form.take("amount", text -> cost(form.value("cost"), text, currency));
        return form.clean()
                ? form.take(
                        "tokens",
                        text -> new Source(
                                name.orElseThrow(),
                                tag.orElseThrow(),
                                medium.orElseThrow(),
                                tokens.orElseThrow(),
                                cost.orElseThrow()))
                : Optional.empty();
    }

    private static Token token(String line) {
        String[] pair = line.split("=", 2);
        if (pair.length < 2) {
            throw new Refusal(
                    "\"%s\" has no =. Write the parameter, = and the source's token, for example kw = {keyword}."
                            .formatted(PlainText.cut(line, 60)));
        }
        String[] said = pair[1].strip().split("\\s+", 2);
        return new Token(pair[0], said[0], said.length < 2 ? "" : said[1]);
    }

    private static Cost cost(String kind, String typed, Currency currency) {
        if (kind.isEmpty()) {
            return new Cost.Nothing();
        }
        Money amount = Money.parse("amount", typed, currency);
        return switch (kind) {
            case "click" -> new Cost.PerClick(amount);
            case "thousand" -> new Cost.PerThousand(amount);
            default -> new Cost.Fixed(amount);
        };
    }

    static Map<String, String> shown(Source source) {
        Map<String, String> values = new LinkedHashMap<>();
        values.put("name", source.name());
        values.put("tag", source.tag());
        values.put("medium", source.medium());
        values.put(
                "tokens",
                source.tokens().stream()
                        .map(token -> (token.parameter() + " = " + token.token() + " " + token.sample()).strip())
                        .collect(Collectors.joining("\n")));
        switch (source.cost()) {
            case Cost.Nothing() -> values.put("cost", "");
            case Cost.PerClick(Money amount) -> put(values, "click", amount);
            case Cost.PerThousand(Money amount) -> put(values, "thousand", amount);
            case Cost.Fixed(Money amount) -> put(values, "fixed", amount);
        }
        return values;
    }

    private static void put(Map<String, String> values, String kind, Money amount) {
        values.put("cost", kind);
        values.put("amount", amount.major().toPlainString());
    }
}
