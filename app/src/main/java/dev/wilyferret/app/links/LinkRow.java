package dev.wilyferret.app.links;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.SourceId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.link.LinkCode;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.UUID;
import java.util.function.Function;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;

@Entity
@DynamicUpdate
@Table(name = "link")
class LinkRow {

    @EmbeddedId
    RowKey key;

    @Column(name = "promotion_id")
    UUID promotion;

    String code;

    @Nullable
    String host;

    /** The removed host it stood on, where it goes when that comes back. */
    @Column(name = "host_removed")
    @Nullable
    String hostRemoved;

    @Column(name = "leads_to")
    String leadsTo;

    @Column(name = "source_id")
    @Nullable
    UUID sourceProfile;

    String source;
    String medium;
    String campaign;
    String term;
    String content;

    @Column(name = "own_tags")
    String ownTags;

    String note;

    @Column(name = "ad_words")
    String adWords;

    @Column(name = "ends_at")
    @Nullable
    Instant endsAt;

    @Column(name = "most_clicks")
    @Nullable
    Integer mostClicks;

    @Column(name = "then_to")
    String thenTo;

    boolean paused;
    boolean archived;

    @Column(name = "created_at")
    Instant createdAt;

    protected LinkRow() {}

    LinkRow(
            RowKey key,
            PromotionId promotion,
            Optional<OwnHost> host,
            LinkCode code,
            LinkDetails details,
            Instant createdAt) {
        this.key = key;
        at(host);
        this.promotion = promotion.value();
        this.code = code.text();
        this.createdAt = createdAt;
        keep(details);
    }

    final void at(Optional<OwnHost> place) {
        host = place.map(OwnHost::name).orElse(null);
        hostRemoved = null;
    }

    final void keep(LinkDetails details) {
        Tags tags = details.tags();
        leadsTo = details.to().text();
        sourceProfile = details.source().map(SourceId::value).orElse(null);
        source = tags.source();
        medium = tags.medium();
        campaign = tags.campaign();
        term = tags.term();
        content = tags.content();
        ownTags = tags.ownText();
        note = details.note();
        adWords = details.adWords();
        Optional<LinkDetails.Ending> ending = details.ending();
        endsAt = ending.flatMap(LinkDetails.Ending::at).orElse(null);
        OptionalInt most = ending.map(LinkDetails.Ending::clicks).orElse(OptionalInt.empty());
        mostClicks = most.isPresent() ? most.getAsInt() : null;
        thenTo = ending.flatMap(LinkDetails.Ending::then).map(Destination::text).orElse("");
    }

    TrackingLink toLink() {
        return toLink(OwnHost::new);
    }

    /** All of some, with each host read once: reading one costs more than all else of a link, and few stand at many of them. */
    static List<TrackingLink> toLinks(List<LinkRow> rows) {
        Map<String, OwnHost> hosts = new HashMap<>();
        return rows.stream()
                .map(row -> row.toLink(name -> hosts.computeIfAbsent(name, OwnHost::new)))
                .toList();
    }

    private TrackingLink toLink(Function<String, OwnHost> hosts) {
        return new TrackingLink(
                new LinkId(key.id()),
                new WorkspaceId(key.workspace()),
                new PromotionId(promotion),
                Optional.ofNullable(host).map(hosts),
                new LinkCode(code),
                new LinkDetails(
                        Destination.read(leadsTo),
                        new Tags(source, medium, campaign, term, content, Tags.ownOf(ownTags)),
                        Optional.ofNullable(sourceProfile).map(SourceId::new),
                        note,
                        adWords,
                        ending()),
                archived
                        ? TrackingLink.State.ARCHIVED
                        : paused ? TrackingLink.State.PAUSED : TrackingLink.State.ACTIVE);
    }

    private Optional<LinkDetails.Ending> ending() {
        return endsAt == null && mostClicks == null
                ? Optional.empty()
                : Optional.of(new LinkDetails.Ending(
                        Optional.ofNullable(endsAt),
                        mostClicks == null ? OptionalInt.empty() : OptionalInt.of(mostClicks),
                        thenTo.isEmpty() ? Optional.empty() : Optional.of(Destination.read(thenTo))));
    }
}
