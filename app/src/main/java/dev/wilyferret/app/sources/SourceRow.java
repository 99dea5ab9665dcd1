package dev.wilyferret.app.sources;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.SourceId;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.source.Cost;
import dev.wilyferret.core.source.Source;
import dev.wilyferret.core.source.Token;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Currency;
import java.util.List;
import java.util.stream.Collectors;
import org.hibernate.annotations.DynamicUpdate;

@Entity
@DynamicUpdate
@Table(name = "traffic_source")
class SourceRow {

    private enum Kind {
        NOTHING,
        PER_CLICK,
        PER_THOUSAND,
        FIXED
    }

    @EmbeddedId
    RowKey key;

    String name;
    String tag;
    String medium;
    String tokens;

    @Column(name = "cost_kind")
    String costKind;

    @Column(name = "cost_minor")
    long costMinor;

    @Column(name = "created_at")
    Instant createdAt;

    protected SourceRow() {}

    SourceRow(RowKey key, Instant createdAt) {
        this.key = key;
        this.createdAt = createdAt;
    }

    void keep(Source source) {
        name = source.name();
        tag = source.tag();
        medium = source.medium();
        // None of the three can hold a tab or a line break.
        tokens = source.tokens().stream()
                .map(token -> token.parameter() + "\t" + token.token() + "\t" + token.sample())
                .collect(Collectors.joining("\n"));
        costKind = switch (source.cost()) {
            case Cost.Nothing() -> Kind.NOTHING.name();
            case Cost.PerClick(Money amount) -> cost(Kind.PER_CLICK, amount);
            case Cost.PerThousand(Money amount) -> cost(Kind.PER_THOUSAND, amount);
            case Cost.Fixed(Money amount) -> cost(Kind.FIXED, amount);
        };
    }

    private String cost(Kind kind, Money amount) {
        costMinor = amount.minor();
        return kind.name();
    }

    Profile toProfile(Currency currency) {
        Money amount = new Money(costMinor, currency);
        Cost cost = switch (Kind.valueOf(costKind)) {
            case NOTHING -> new Cost.Nothing();
            case PER_CLICK -> new Cost.PerClick(amount);
            case PER_THOUSAND -> new Cost.PerThousand(amount);
            case FIXED -> new Cost.Fixed(amount);
        };
        List<Token> filled = tokens.lines()
                .map(line -> line.split("\t", 3))
                .map(parts -> new Token(parts[0], parts[1], parts[2]))
                .toList();
        return new Profile(new SourceId(key.id()), new Source(name, tag, medium, filled, cost));
    }
}
