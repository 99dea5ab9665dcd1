package dev.wilyferret.app.demo;

import dev.wilyferret.app.mail.Letter;
import dev.wilyferret.app.mail.Mails;
import dev.wilyferret.app.mail.Outbox;
import dev.wilyferret.app.mail.Written;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.PageKind;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.people.MailList;
import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.sales.Claims;
import dev.wilyferret.app.sales.Sale;
import dev.wilyferret.app.sales.Sales;
import dev.wilyferret.app.shelf.Bonus;
import dev.wilyferret.app.shelf.Bonuses;
import dev.wilyferret.app.shelf.MediaFile;
import dev.wilyferret.app.shelf.Shelf;
import dev.wilyferret.app.trails.TrailMaker;
import dev.wilyferret.core.design.ReadyTrail;
import dev.wilyferret.core.id.LetterId;
import dev.wilyferret.core.id.SubscriberId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.people.Membership;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/** The demo's lists, the invented people on them, the mails they got and what is given away. */
@Component
class DemoPeople {

    private static final long SEED = 20_261_124;
    private static final int READERS = 340;
    private static final String[] FIRST = {
        "Ines", "Tomas", "Mara", "Jonas", "Elif", "Bram", "Sofia", "Anton", "Lucie", "Pavel", "Greta", "Nils", "Carla",
        "Emre", "Hanna", "Olav"
    };
    private static final String[] LAST = {
        "Okafor", "Lindqvist", "Brandt", "Novak", "Aydin", "Maas", "Ferrer", "Holub", "Petit", "Sommer", "Ravn", "Kovar"
    };
    private static final String[] HOSTS = {"kelderhoek.example", "balkon.example", "mossy.example", "postbus.test"};
    private static final String[][] CAME = {
        {"plumage", "spring-balcony"},
        {"plumage", "spring-balcony"},
        {"querywell", "cellar-search"},
        {"northgate-letter", "november-letter"},
        {"parcel-post-digest", "november-letter"}
    };
    private static final String[] COUNTRIES = {"Austria", "Germany", "Switzerland", "Netherlands"};

    private final TrailMaker trails;
    private final Pages pages;
    private final Lists lists;
    private final People people;
    private final Mails mails;
    private final Outbox outbox;
    private final Bonuses bonuses;
    private final Shelf shelf;
    private final Sales sales;
    private final Claims claims;
    private final UuidV7 ids;
    private final Clock clock;

    DemoPeople(
            TrailMaker trails,
            Pages pages,
            Lists lists,
            People people,
            Mails mails,
            Outbox outbox,
            Bonuses bonuses,
            Shelf shelf,
            Sales sales,
            Claims claims,
            UuidV7 ids,
            Clock clock) {
        this.trails = trails;
        this.pages = pages;
        this.lists = lists;
        this.people = people;
        this.mails = mails;
        this.outbox = outbox;
        this.bonuses = bonuses;
        this.shelf = shelf;
        this.sales = sales;
        this.claims = claims;
        this.ids = ids;
        this.clock = clock;
    }

    /** Makes the promotion's trail that grows a list, publishes it, and fills the lists. */
    void fill(Promotion promotion) {
        WorkspaceId own = promotion.workspace();
        MediaFile calendar = pdf(own, "harvest-calendar.pdf");
        MediaFile shopping = pdf(own, "shopping-list.pdf");
        bonus(own, "Shopping list", "Every item with three places to buy it.", "9.00", shopping.name(), "");
        bonus(own, "Harvest calendar", "Twelve weeks on one sheet for the fridge door.", "12.00", calendar.name(), "");
        trails.make(promotion, ReadyTrail.of("grow-a-list").orElseThrow());
        List<Page> made = pages.ofPromotion(own, promotion.id());
        made.stream()
                .filter(page -> page.name().equals("Download page"))
                .forEach(page -> pages.edit(
                        own,
                        page.id(),
                        page.revision(),
                        "gift",
                        draft -> draft.blocks(blocks -> blocks.changed(
                                new BlockId("gift"),
                                placed -> placed.with(new Block.Button(
                                        "Download the calendar", new NextStep.HandOut(calendar.name())))))));
        made.reversed().stream()
                .filter(page -> page.kind() == PageKind.CONTENT)
                .forEach(page -> pages.publish(own, page.id()));
        MailList readers = made.stream()
                .filter(page -> page.draft() instanceof ContentPage)
                .flatMap(page -> ((ContentPage) page.draft()).blocks().first(Block.Form.class).stream())
                .flatMap(form -> form.list().stream())
                .flatMap(list -> lists.find(own, list).stream())
                .findFirst()
                .orElseThrow();
        List<Written> sequence = mails.of(own, readers.id(), Written.Kind.SEQUENCE);
        fillReaders(own, readers, made.getFirst(), sequence);
        sequence.forEach(mail -> mails.time(own, mail.id(), mail.delay(), false, true));
        fillBuyers(own);
    }

    private MediaFile pdf(WorkspaceId workspace, String name) {
        try (InputStream in = new ClassPathResource("demo/" + name).getInputStream()) {
            return shelf.put(workspace, name, in);
        } catch (IOException e) {
            throw new UncheckedIOException("The demo's files are part of the program", e);
        }
    }

    private void bonus(WorkspaceId workspace, String name, String about, String worth, String file, String link) {
        bonuses.keep(
                workspace,
                new Bonus(bonuses.newId(), name, about, "", worth, file, link, "For buyers of the course.", Set.of()));
    }

    private void fillReaders(WorkspaceId own, MailList list, Page squeeze, List<Written> sequence) {
        Random random = new Random(SEED);
        Instant now = clock.instant();
        List<Subscriber> readers = new ArrayList<>();
        List<Letter> letters = new ArrayList<>();
        for (int i = 0; i < READERS; i++) {
            Instant joined = now.minus(Duration.ofMinutes(30 + random.nextInt(14 * 1440)));
            Membership membership = random.nextInt(100) < 18
                    ? Membership.PENDING
                    : random.nextInt(100) < 6 ? Membership.LEFT : Membership.CONFIRMED;
            Subscriber one = reader(own, list, Optional.of(squeeze), random, i, joined, membership);
            readers.add(one);
            one.confirmedAt().ifPresent(confirmed -> {
                Instant sent = confirmed;
                for (Written mail : sequence) {
                    sent = sent.plus(mail.delay()).plusSeconds(2);
                    if (sent.isBefore(now)) {
                        letters.add(new Letter(
                                own,
                                new LetterId(ids.next()),
                                UUID.randomUUID(),
                                mail.id(),
                                one.id(),
                                Letter.State.SENT,
                                sent,
                                1,
                                "250 OK",
                                Optional.of(sent)));
                    }
                }
            });
        }
        people.keep(readers);
        outbox.keep(letters);
    }

    private Subscriber reader(
            WorkspaceId own,
            MailList list,
            Optional<Page> page,
            Random random,
            int number,
            Instant joined,
            Membership membership) {
        String first = FIRST[random.nextInt(FIRST.length)];
        String last = LAST[random.nextInt(LAST.length)];
        String[] came = CAME[random.nextInt(CAME.length)];
        Optional<Instant> confirmed = membership == Membership.PENDING
                ? Optional.empty()
                : Optional.of(joined.plusSeconds(60 + random.nextInt(1500)));
        return new Subscriber(
                own,
                new SubscriberId(ids.next()),
                UUID.randomUUID(),
                list.id(),
                (first + "." + last + number + "@" + HOSTS[random.nextInt(HOSTS.length)]).toLowerCase(Locale.ROOT),
                random.nextInt(3) == 0 ? "" : first,
                random.nextInt(3) == 0 ? "" : last,
                "",
                Map.of(),
                random.nextInt(4) == 0 ? List.of("balcony") : List.of(),
                membership,
                page.map(Page::promotion),
                page.map(Page::id),
                Optional.empty(),
                came[0],
                came[1],
                COUNTRIES[random.nextInt(COUNTRIES.length)],
                "",
                "",
                "",
                joined,
                confirmed,
                membership == Membership.LEFT ? confirmed.map(at -> at.plus(Duration.ofHours(20))) : Optional.empty());
    }

    /** Some of the buyers have claimed their bonuses, each with the number of a reported order. */
    private void fillBuyers(WorkspaceId own) {
        MailList buyers = new MailList(
                lists.newId(),
                "Course buyers",
                "Growbench, Mara Ilvesen",
                "hello@growbench.example",
                "",
                false,
                true,
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
        lists.keep(own, buyers);
        Random random = new Random(SEED);
        List<Subscriber> claimed = new ArrayList<>();
        for (Sale sale : sales.latest(own).stream().limit(24).toList()) {
            Subscriber one = reader(
                    own,
                    buyers,
                    Optional.empty(),
                    random,
                    claimed.size(),
                    sale.soldAt().plus(Duration.ofMinutes(40)),
                    Membership.CONFIRMED);
            claimed.add(new Subscriber(
                    one.workspace(),
                    one.id(),
                    one.pass(),
                    one.list(),
                    "buyer." + one.email(),
                    one.firstName(),
                    one.lastName(),
                    "",
                    one.answers(),
                    one.tags(),
                    one.membership(),
                    Optional.of(sale.facts().promotion()),
                    Optional.empty(),
                    Optional.of(sale.click()),
                    one.source(),
                    one.campaign(),
                    one.country(),
                    "",
                    "",
                    sale.order(),
                    one.joinedAt(),
                    one.confirmedAt(),
                    Optional.empty()));
        }
        people.keep(claimed);
        claimed.forEach(one -> claims.claim(own, one.order(), one.email()));
    }
}
