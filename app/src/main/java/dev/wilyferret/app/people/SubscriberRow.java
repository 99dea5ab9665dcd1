package dev.wilyferret.app.people;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.SubscriberId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.people.Membership;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

@Entity
@DynamicUpdate
@Table(name = "subscriber")
class SubscriberRow {

    /** Typed for somebody by whoever sent a form. */
    record Aside(
            String firstName,
            String lastName,
            String phone,
            Map<String, String> answers,
            List<String> tags,
            String order) {

        static Aside of(Joining joining) {
            return new Aside(
                    joining.firstName(),
                    joining.lastName(),
                    joining.phone(),
                    joining.answers(),
                    joining.tags(),
                    joining.order());
        }

        boolean empty() {
            return equals(new Aside("", "", "", Map.of(), List.of(), ""));
        }
    }

    @EmbeddedId
    RowKey key;

    @Column(name = "pass_id")
    UUID pass;

    @Column(name = "list_id")
    UUID list;

    String email;

    @Column(name = "address_key")
    String addressKey;

    @Column(name = "first_name")
    String firstName;

    @Column(name = "last_name")
    String lastName;

    String phone;

    @JdbcTypeCode(SqlTypes.JSON)
    Map<String, String> answers;

    /** What was typed in their name since they confirmed; theirs once they confirm again. */
    @JdbcTypeCode(SqlTypes.JSON)
    @Nullable
    Aside aside;

    @JdbcTypeCode(SqlTypes.ARRAY)
    List<String> tags;

    @Enumerated(EnumType.STRING)
    Membership state;

    @Column(name = "promotion_id")
    @Nullable
    UUID promotion;

    @Column(name = "page_id")
    @Nullable
    UUID page;

    @Column(name = "click_id")
    @Nullable
    UUID click;

    String source;
    String campaign;
    String country;
    String consent;
    String suspect;

    @Column(name = "order_ref")
    String orderRef;

    @Column(name = "joined_at")
    Instant joinedAt;

    @Column(name = "confirmed_at")
    @Nullable
    Instant confirmedAt;

    @Column(name = "left_at")
    @Nullable
    Instant leftAt;

    @Column(name = "in_sequence")
    boolean inSequence;

    /** When to see whether the next mail of the sequence is due; null while there is none to wait for. */
    @Column(name = "look_at")
    @Nullable
    Instant lookAt;

    protected SubscriberRow() {}

    SubscriberRow(RowKey key, Subscriber one) {
        this.key = key;
        pass = one.pass();
        list = one.list().value();
        email = one.email();
        addressKey = one.email().toLowerCase(java.util.Locale.ROOT);
        firstName = one.firstName();
        lastName = one.lastName();
        phone = one.phone();
        answers = one.answers();
        tags = one.tags();
        state = one.membership();
        promotion = one.promotion().map(PromotionId::value).orElse(null);
        page = one.page().map(PageId::value).orElse(null);
        click = one.click().map(ClickId::value).orElse(null);
        source = one.source();
        campaign = one.campaign();
        country = one.country();
        consent = one.consent();
        suspect = one.suspect();
        orderRef = one.order();
        joinedAt = one.joinedAt();
        confirmedAt = one.confirmedAt().orElse(null);
        leftAt = one.leftAt().orElse(null);
        inSequence = true;
    }

    Subscriber toSubscriber() {
        return new Subscriber(
                new WorkspaceId(key.workspace()),
                new SubscriberId(key.id()),
                pass,
                new ListId(list),
                email,
                firstName,
                lastName,
                phone,
                Map.copyOf(answers),
                List.copyOf(tags),
                state,
                Optional.ofNullable(promotion).map(PromotionId::new),
                Optional.ofNullable(page).map(PageId::new),
                Optional.ofNullable(click).map(ClickId::new),
                source,
                campaign,
                country,
                consent,
                suspect,
                orderRef,
                joinedAt,
                Optional.ofNullable(confirmedAt),
                Optional.ofNullable(leftAt));
    }
}
