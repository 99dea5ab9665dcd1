package dev.wilyferret.app.people;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.SubscriberId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.people.Membership;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The people on the lists. Whoever has left comes back by their own opt-in only. */
@Service
public class People {

    static final int MOST_TAGS = 20;

    private final SubscriberStore subscribers;
    private final Lists lists;
    private final ImportStore imports;
    private final Erasures erasures;
    private final ApplicationEventPublisher events;
    private final UuidV7 ids;
    private final Clock clock;
    private final LoadingCache<RowKey, Told> told;

    People(
            SubscriberStore subscribers,
            Lists lists,
            ImportStore imports,
            Erasures erasures,
            ApplicationEventPublisher events,
            UuidV7 ids,
            Clock clock) {
        this.subscribers = subscribers;
        this.lists = lists;
        this.imports = imports;
        this.erasures = erasures;
        this.events = events;
        this.ids = ids;
        this.clock = clock;
        this.told = Caffeine.newBuilder()
                .expireAfterWrite(Duration.ofSeconds(30))
                .maximumSize(1000)
                .build(list -> new Told(
                        subscribers.sources(list.workspace(), list.id()),
                        subscribers.tags(list.workspace(), list.id())));
    }

    /**
     * Somebody is asked to confirm an address, or asked for what is behind that once more; told in the transaction that keeps
     * it.
     *
     * @param network whoever sent the form; empty where that is not known
     */
    public record ConfirmationWanted(Subscriber subscriber, String network) {}

    /** Somebody stands on a list for good; told in the transaction that keeps it. */
    public record Confirmed(Subscriber subscriber) {}

    /** Somebody confirmed shows that what was typed in their name since was theirs. */
    public record ConfirmedAgain(Subscriber subscriber) {}

    /**
     * Somebody is erased; told in the transaction that does it.
     *
     * @param address as it was written; {@code addressKey} is it in small letters
     * @param clicks they joined by
     */
    public record Erased(
            WorkspaceId workspace,
            String address,
            String addressKey,
            List<SubscriberId> subscribers,
            List<ClickId> clicks) {}

    /**
     * Puts somebody on a list by their own opt-in; the same address again is the same subscriber, and what was not known of
     * them is added. Durable when the transaction around it is.
     */
    @Transactional
    public Subscriber join(WorkspaceId workspace, ListId list, Joining joining) {
        MailList to = lists.find(workspace, list).orElseThrow();
        Instant now = clock.instant();
        String key = joining.email().key();
        boolean fresh;
        Optional<SubscriberRow> known;
        do {
            // Whoever is erased between the two is not found any more, and joins as somebody new.
            fresh = subscribers.insertOnce(
                            workspace.value(),
                            ids.next(),
                            list.value(),
                            joining.email().text(),
                            key,
                            now)
                    == 1;
            known = subscribers.onListToChange(workspace.value(), list.value(), key);
        } while (known.isEmpty());
        SubscriberRow row = known.get();
        if (fresh || row.state == Membership.LEFT) {
            row.joinedAt = now;
            row.consent = joining.consent();
            row.suspect = joining.suspect();
            row.promotion = joining.promotion().map(PromotionId::value).orElse(null);
            row.page = joining.page().map(PageId::value).orElse(null);
            row.click = joining.click().map(ClickId::value).orElse(null);
            row.source = joining.source();
            row.campaign = joining.campaign();
            row.country = joining.country();
            row.state = Membership.PENDING;
            row.leftAt = null;
        }
        erasures.lift(workspace, key);
        SubscriberRow.Aside typed = SubscriberRow.Aside.of(joining);
        if (row.state != Membership.CONFIRMED) {
            complete(row, typed, true);
        } else if (!to.doubleOptIn()) {
            // Nobody can show that it was them, so what is known stays.
            complete(row, typed, false);
        } else if (!typed.empty()) {
            row.aside = typed;
        }
        if (row.state == Membership.PENDING) {
            if (to.doubleOptIn()) {
                events.publishEvent(new ConfirmationWanted(row.toSubscriber(), joining.network()));
            } else {
                confirm(row);
            }
        } else if (row.state == Membership.CONFIRMED && to.doubleOptIn()) {
            // The same mail as for everybody: it leads them to what they asked for, and tells strangers nothing.
            events.publishEvent(new ConfirmationWanted(row.toSubscriber(), joining.network()));
        }
        return row.toSubscriber();
    }

    /** @param over whether what was answered before gives way */
    private static void complete(SubscriberRow row, SubscriberRow.Aside typed, boolean over) {
        row.firstName = row.firstName.isEmpty() ? typed.firstName() : row.firstName;
        row.lastName = row.lastName.isEmpty() ? typed.lastName() : row.lastName;
        row.phone = row.phone.isEmpty() ? typed.phone() : row.phone;
        row.orderRef = row.orderRef.isEmpty() ? typed.order() : row.orderRef;
        Map<String, String> answers = new LinkedHashMap<>(over ? row.answers : typed.answers());
        answers.putAll(over ? typed.answers() : row.answers);
        row.answers = answers;
        List<String> tags = new ArrayList<>(row.tags);
        typed.tags().stream().filter(tag -> !tags.contains(tag)).forEach(tags::add);
        row.tags = tags;
    }

    private void confirm(SubscriberRow row) {
        row.state = Membership.CONFIRMED;
        row.confirmedAt = clock.instant();
        row.lookAt = row.inSequence ? clock.instant() : null;
        events.publishEvent(new Confirmed(row.toSubscriber()));
    }

    /** Keeps people as they stood in the past; nothing is sent to them for that. */
    @Transactional
    public void keep(List<Subscriber> past) {
        subscribers.saveAll(past.stream()
                .map(one -> new SubscriberRow(RowKey.of(one.workspace(), one.id()), one))
                .toList());
    }

    /** Confirms an address, and what was typed in its name since; somebody who has left or is erased stays so. */
    @Transactional
    public Optional<Subscriber> confirm(WorkspaceId workspace, SubscriberId id) {
        return subscribers.toChange(RowKey.of(workspace, id)).map(row -> {
            if (row.state == Membership.PENDING) {
                confirm(row);
            } else if (row.state == Membership.CONFIRMED && row.aside != null) {
                complete(row, row.aside, true);
                row.aside = null;
                events.publishEvent(new ConfirmedAgain(row.toSubscriber()));
            }
            return row.toSubscriber();
        });
    }

    /** Takes somebody off their list. */
    @Transactional
    public Optional<Subscriber> leave(WorkspaceId workspace, SubscriberId id) {
        return subscribers.toChange(RowKey.of(workspace, id)).map(row -> {
            if (row.state == Membership.PENDING || row.state == Membership.CONFIRMED) {
                row.state = Membership.LEFT;
                row.leftAt = clock.instant();
                row.lookAt = null;
            }
            return row.toSubscriber();
        });
    }

    /** Removes what identifies a person from every list of the workspace; counts and moments stay. */
    @Transactional
    public void erase(WorkspaceId workspace, SubscriberId id) {
        // An import locks itself first and people after, so whoever locks both does it in that order.
        imports.hold(workspace.value());
        String key = subscribers.addressKey(RowKey.of(workspace, id)).orElseThrow();
        List<SubscriberRow> all = subscribers.ofAddressToChange(workspace.value(), key).stream()
                .filter(row -> row.state != Membership.ERASED)
                .toList();
        if (all.isEmpty()) {
            return;
        }
        String address = all.getFirst().email;
        List<ClickId> clicks = all.stream()
                .map(row -> row.click)
                .filter(Objects::nonNull)
                .map(ClickId::new)
                .toList();
        erasures.note(workspace, key);
        for (SubscriberRow row : all) {
            row.state = Membership.ERASED;
            row.email = "";
            row.addressKey = "erased " + row.key.id();
            row.firstName = "";
            row.lastName = "";
            row.phone = "";
            row.answers = Map.of();
            row.aside = null;
            row.pass = UUID.randomUUID();
            row.tags = List.of();
            row.click = null;
            row.orderRef = "";
            row.lookAt = null;
        }
        events.publishEvent(new Erased(
                workspace,
                address,
                key,
                all.stream().map(row -> new SubscriberId(row.key.id())).toList(),
                clicks));
    }

    /** Sets the tags of a person on a list, each at most 40 characters; at most 20. */
    @Transactional
    public void tag(WorkspaceId workspace, SubscriberId id, String typed) {
        List<String> tags = List.of(typed.split(",")).stream()
                .map(tag -> PlainText.optionalLine("tag", tag, 40))
                .filter(tag -> !tag.isEmpty())
                .distinct()
                .toList();
        if (tags.size() > MOST_TAGS) {
            throw new Refusal("There are %d tags; at most %d fit. Drop some.".formatted(tags.size(), MOST_TAGS));
        }
        subscribers.toChange(RowKey.of(workspace, id)).orElseThrow().tags = tags;
    }

    /** Sees to it that everybody on a list is looked at for the next mail of its sequence, which has changed. */
    @Transactional
    public void lookAgain(WorkspaceId workspace, ListId list) {
        subscribers.lookAgain(workspace.value(), list.value(), clock.instant());
    }

    /** Sees to it that one person is looked at, whose last mail of a sequence is over. */
    @Transactional
    public void lookOn(WorkspaceId workspace, SubscriberId subscriber) {
        subscribers.lookOn(workspace.value(), subscriber.value(), clock.instant());
    }

    /**
     * Looks at those whose next mail may be due, and notes when to look again. Two at the same time look at different people.
     *
     * @param look gives the moment to look again; empty if there is nothing to wait for
     * @return how many were looked at
     */
    @Transactional
    public int lookAtDue(int most, Function<Subscriber, Optional<Instant>> look) {
        List<SubscriberRow> due = subscribers.toLookAt(clock.instant(), most);
        due.forEach(row -> row.lookAt = look.apply(row.toSubscriber()).orElse(null));
        return due.size();
    }

    /** Who is due to be looked at. */
    public record DueToLookAt(WorkspaceId workspace, SubscriberId subscriber) {}

    @Transactional(readOnly = true)
    public List<DueToLookAt> dueToLookAt(int most) {
        return subscribers.dueToLookAt(clock.instant(), most).stream()
                .map(due -> new DueToLookAt(new WorkspaceId(due.getWorkspace()), new SubscriberId(due.getId())))
                .toList();
    }

    /** Looks at one person alone, as {@link #lookAtDue} does at many. */
    @Transactional
    public void lookAt(DueToLookAt due, Function<Subscriber, Optional<Instant>> look) {
        subscribers
                .toLookAt(due.workspace.value(), due.subscriber.value(), clock.instant())
                .ifPresent(row -> row.lookAt = look.apply(row.toSubscriber()).orElse(null));
    }

    /** Looks at somebody later. */
    @Transactional
    public void putOff(DueToLookAt due, Duration time) {
        subscribers.putOff(
                due.workspace.value(), due.subscriber.value(), clock.instant().plus(time));
    }

    /** Those of the addresses, in small letters, whose people were erased. */
    @Transactional(readOnly = true)
    public Set<String> erasedAmong(WorkspaceId workspace, Collection<String> addressKeys) {
        return erasures.among(workspace, addressKeys);
    }

    /** Whether something typed in a confirmed person's name waits for them to confirm once more. */
    @Transactional(readOnly = true)
    public boolean somethingWaits(Subscriber one) {
        return subscribers
                .findById(RowKey.of(one.workspace(), one.id()))
                .filter(row -> row.aside != null)
                .isPresent();
    }

    /** Whom a pass was issued for. */
    @Transactional(readOnly = true)
    public Optional<Subscriber> claimed(Passes.Claim claim) {
        return subscribers.ofPass(claim.workspace().value(), claim.who()).map(SubscriberRow::toSubscriber);
    }

    @Transactional(readOnly = true)
    public Optional<Subscriber> find(WorkspaceId workspace, SubscriberId id) {
        return subscribers.findById(RowKey.of(workspace, id)).map(SubscriberRow::toSubscriber);
    }

    @Transactional(readOnly = true)
    public Optional<Subscriber> onList(WorkspaceId workspace, ListId list, String addressKey) {
        return subscribers.onList(workspace.value(), list.value(), addressKey).map(SubscriberRow::toSubscriber);
    }

    /** One person on all lists they are or were on. */
    @Transactional(readOnly = true)
    public List<Subscriber> sameAddress(Subscriber one) {
        return one.membership() == Membership.ERASED
                ? List.of(one)
                : ofAddress(one.workspace(), one.email().toLowerCase(java.util.Locale.ROOT));
    }

    /** When those of some people who confirmed their address did so. */
    @Transactional(readOnly = true)
    public Map<SubscriberId, Instant> confirmedAt(WorkspaceId workspace, Collection<SubscriberId> some) {
        Map<SubscriberId, Instant> confirmed = new HashMap<>();
        subscribers
                .confirmed(workspace.value(), Id.texts(some))
                .forEach(row -> confirmed.put(new SubscriberId(row.getId()), row.getAt()));
        return confirmed;
    }

    @Transactional(readOnly = true)
    public List<Subscriber> ofAddress(WorkspaceId workspace, String addressKey) {
        return subscribers.ofAddress(workspace.value(), addressKey).stream()
                .map(SubscriberRow::toSubscriber)
                .toList();
    }

    /** The latest first. */
    @Transactional(readOnly = true)
    public List<Subscriber> meant(WorkspaceId workspace, ListId list, Audience who, int most, int skip) {
        return subscribers
                .meant(
                        workspace.value(),
                        list.value(),
                        who.membership().map(Enum::name).orElse(""),
                        who.tag(),
                        who.source(),
                        who.page().map(PageId::value).orElse(null),
                        who.from().orElse(null),
                        who.until().orElse(null),
                        who.like(),
                        most,
                        skip)
                .stream()
                .map(SubscriberRow::toSubscriber)
                .toList();
    }

    @Transactional(readOnly = true)
    public long count(WorkspaceId workspace, ListId list, Audience who) {
        return subscribers.count(
                workspace.value(),
                list.value(),
                who.membership().map(Enum::name).orElse(""),
                who.tag(),
                who.source(),
                who.page().map(PageId::value).orElse(null),
                who.from().orElse(null),
                who.until().orElse(null),
                who.like());
    }

    /**
     * What the people of a list can be told by; at most half a minute old, since it takes looking at all of them.
     *
     * @param sources they came by, 100 at most
     * @param tags they have, 200 at most
     */
    public record Told(List<String> sources, List<String> tags) {}

    public Told toldBy(WorkspaceId workspace, ListId list) {
        return told.get(RowKey.of(workspace, list));
    }
}
