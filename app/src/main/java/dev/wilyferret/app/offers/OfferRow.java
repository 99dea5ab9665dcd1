package dev.wilyferret.app.offers;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.offer.AffiliateLink;
import dev.wilyferret.core.offer.Cap;
import dev.wilyferret.core.offer.Closing;
import dev.wilyferret.core.offer.Countries;
import dev.wilyferret.core.offer.Payout;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Currency;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

@Entity
@DynamicUpdate
@Table(name = "offer")
class OfferRow {

    @EmbeddedId
    RowKey key;

    @Column(name = "network_id")
    UUID network;

    String name;

    @Column(name = "link_template")
    String linkTemplate;

    @Column(name = "link_fills")
    @JdbcTypeCode(SqlTypes.JSON)
    String linkFills;

    @Column(name = "payout_kind")
    String payoutKind;

    @Column(name = "payout_minor")
    long payoutMinor;

    String countries;

    @Column(name = "pixel_allowed")
    boolean pixelAllowed;

    /** 0 for none. */
    @Column(name = "cap_most")
    int capMost;

    @Column(name = "cap_counted")
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    Cap.Counted capCounted = Cap.Counted.CLICKS;

    boolean watched;

    @Column(name = "full_on")
    @Nullable
    LocalDate fullOn;

    @Column(name = "failing_since")
    @Nullable
    Instant failingSince;

    @Column(name = "failing_why")
    String failingWhy = "";

    @Column(name = "created_at")
    Instant createdAt;

    protected OfferRow() {}

    OfferRow(RowKey key, Instant createdAt) {
        this.key = key;
        this.createdAt = createdAt;
    }

    void describe(UUID network, OfferDetails details) {
        this.network = network;
        this.name = details.name();
        this.linkTemplate = details.link().template().toString();
        this.linkFills = FillsJson.write(details.link().fills());
        this.payoutKind = switch (details.payout()) {
            case Payout.PerSale perSale -> "PER_SALE";
            case Payout.PerLead perLead -> "PER_LEAD";
        };
        this.payoutMinor = details.payout().amount().minor();
        this.countries = details.countries().toString();
        this.pixelAllowed = details.pixelAllowed();
        this.capMost = details.cap().map(Cap::most).orElse(0);
        this.capCounted = details.cap().map(Cap::counted).orElse(Cap.Counted.CLICKS);
        this.watched = details.watched();
    }

    Offer toOffer(Network network, Currency currency) {
        Money amount = new Money(payoutMinor, currency);
        return new Offer(
                new OfferId(key.id()),
                new WorkspaceId(key.workspace()),
                network,
                new OfferDetails(
                        name,
                        new AffiliateLink(
                                UriTemplate.parseWeb(linkTemplate), FillsJson.read(linkFills), network.limit()),
                        payoutKind.equals("PER_LEAD") ? new Payout.PerLead(amount) : new Payout.PerSale(amount),
                        Countries.parse(countries),
                        pixelAllowed,
                        capMost == 0 ? Optional.empty() : Optional.of(new Cap(capCounted, capMost)),
                        watched),
                Optional.ofNullable(fullOn),
                Optional.ofNullable(failingSince).map(since -> new Closing.Failing(since, failingWhy)));
    }

    /** Whether it takes no visitors of a rotation. */
    boolean shut() {
        return fullOn != null || failingSince != null;
    }
}
