package dev.wilyferret.app.demo;

import dev.wilyferret.app.leads.Lead;
import dev.wilyferret.app.leads.Leads;
import dev.wilyferret.app.mail.Letter;
import dev.wilyferret.app.mail.Mails;
import dev.wilyferret.app.mail.Outbox;
import dev.wilyferret.app.mail.Written;
import dev.wilyferret.app.pages.Page;
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
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.design.ReadyTrail;
import dev.wilyferret.core.id.LetterId;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.SubscriberId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.Firing;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.PageKind;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.people.Membership;
import dev.wilyferret.core.visit.Country;
import dev.wilyferret.core.visit.SiteEvent;
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
import java.util.Objects;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/** The demo's lists, the invented people on them, the mails they got and what is given away. */
@Component
class DemoPeople {

    private static final long SEED = 20_261_124;
    private static final String DISCLOSURE =
            "Later I tell you of a course. I earn a commission if you buy it; it costs you nothing extra.";
    private static final String[] FIRST = {
        "Ines", "Tomas", "Mara", "Jonas", "Elif", "Bram", "Sofia", "Anton", "Lucie", "Pavel", "Greta", "Nils", "Carla",
        "Emre", "Hanna", "Olav"
    };
    private static final String[] LAST = {
        "Okafor", "Lindqvist", "Brandt", "Novak", "Aydin", "Maas", "Ferrer", "Holub", "Petit", "Sommer", "Ravn", "Kovar"
    };
    private static final String[] HOSTS = {"kelderhoek.example", "balkon.example", "mossy.example", "postbus.test"};
    private final TrailMaker trails;
    private final Pages pages;
    private final Lists lists;
    private final People people;
    private final Leads leads;
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
            Leads leads,
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
        this.leads = leads;
        this.mails = mails;
        this.outbox = outbox;
        this.bonuses = bonuses;
        this.shelf = shelf;
        this.sales = sales;
        this.claims = claims;
        this.ids = ids;
        this.clock = clock;
    }

    /** Makes the promotion's trail that grows a list, and publishes it. */
    DemoCalendar.Course trail(Promotion promotion, PixelId pixel) {
        WorkspaceId own = promotion.workspace();
        MediaFile calendar = pdf(own, "harvest-calendar.pdf");
        MediaFile shopping = pdf(own, "shopping-list.pdf");
        bonus(own, "Shopping list", "Every item with three places to buy it.", "9.00", shopping.name(), "");
        bonus(own, "Harvest calendar", "Twelve weeks on one sheet for the fridge door.", "12.00", calendar.name(), "");
        trails.make(promotion, ReadyTrail.of("grow-a-list").orElseThrow());
        List<Page> all = pages.ofPromotion(own, promotion.id());
        Map<String, Page> made = all.stream().collect(Collectors.toMap(Page::name, Function.identity()));
        Page squeeze = Objects.requireNonNull(made.get("Squeeze page"));
        Page download = Objects.requireNonNull(made.get("Download page"));
        edit(
                squeeze,
                page -> page.firing(Firing.views(pixel))
                        .blocks(blocks -> blocks.after(
                                Optional.of(blocks.top().getLast().id()),
                                Placed.of("disclosure", new Block.Disclosure(DISCLOSURE)))));
        edit(
                download,
                page -> page.blocks(blocks -> blocks.changed(
                        new BlockId("gift"),
                        placed -> placed.with(
                                new Block.Button("Download the calendar", new NextStep.HandOut(calendar.name()))))));
        // What others lead to is published before them.
        all.reversed().stream()
                .filter(page -> page.kind() == PageKind.CONTENT)
                .forEach(page -> pages.publish(own, page.id()));
        return new DemoCalendar.Course(
                squeeze,
                Objects.requireNonNull(made.get("Check your inbox")),
                Objects.requireNonNull(made.get("Thank-you page")),
                download,
                calendar.name());
    }

    private void edit(Page page, UnaryOperator<ContentPage> change) {
        pages.edit(page.workspace(), page.id(), page.revision(), "demo", change);
    }

    /** Fills the lists, with those who left an address on the promotion's pages, and with buyers. */
    void fill(Promotion promotion, List<DemoCalendar.OptedIn> optedIn) {
        WorkspaceId own = promotion.workspace();
        Page squeeze = pages.ofPromotion(own, promotion.id()).stream()
                .filter(Page::landing)
                .findFirst()
                .orElseThrow();
        MailList readers = ((ContentPage) squeeze.draft())
                .blocks()
                .first(Block.Form.class)
                .flatMap(Block.Form::list)
                .flatMap(list -> lists.find(own, list))
                .orElseThrow();
        List<Written> sequence = mails.of(own, readers.id(), Written.Kind.SEQUENCE);
        fillReaders(own, readers, squeeze, optedIn, sequence);
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

    private void fillReaders(
            WorkspaceId own, MailList list, Page squeeze, List<DemoCalendar.OptedIn> optedIn, List<Written> sequence) {
        Random random = new Random(SEED);
        List<Subscriber> readers = new ArrayList<>();
        List<Leads.Past> kept = new ArrayList<>();
        List<Letter> letters = new ArrayList<>();
        for (DemoCalendar.OptedIn one : optedIn) {
            Subscriber reader = reader(own, list, squeeze, random, readers.size(), one);
            readers.add(reader);
            kept.add(new Leads.Past(
                    new Lead(
                            ids.next(),
                            squeeze.promotion(),
                            squeeze.id(),
                            one.click().id(),
                            reader.email(),
                            Map.of(),
                            "",
                            "",
                            one.click().arrival().tags(),
                            reader.country(),
                            one.at()),
                    reader.id()));
            letters.addAll(letters(own, reader, sequence));
        }
        people.keep(readers);
        leads.keep(own, kept);
        outbox.keep(letters);
    }

    /** The mails somebody got who confirmed, up to now. */
    private List<Letter> letters(WorkspaceId own, Subscriber reader, List<Written> sequence) {
        List<Letter> letters = new ArrayList<>();
        Instant now = clock.instant();
        reader.confirmedAt().ifPresent(confirmed -> {
            Instant sent = confirmed;
            for (Written mail : sequence) {
                sent = sent.plus(mail.delay()).plusSeconds(2);
                if (sent.isBefore(now)) {
                    letters.add(new Letter(
                            own,
                            new LetterId(ids.next()),
                            UUID.randomUUID(),
                            mail.id(),
                            reader.id(),
                            Letter.State.SENT,
                            sent,
                            1,
                            "250 OK",
                            Optional.of(sent)));
                }
            }
        });
        return letters;
    }

    private Subscriber reader(
            WorkspaceId own, MailList list, Page page, Random random, int number, DemoCalendar.OptedIn one) {
        boolean left = one.confirmedAt().isPresent() && random.nextInt(100) < 6;
        Membership membership =
                one.confirmedAt().isEmpty() ? Membership.PENDING : left ? Membership.LEFT : Membership.CONFIRMED;
        Optional<Tags> tags = one.click().arrival().tags();
        Named named = named(random, number);
        return new Subscriber(
                own,
                new SubscriberId(ids.next()),
                UUID.randomUUID(),
                list.id(),
                named.email(),
                random.nextInt(3) == 0 ? "" : named.first(),
                random.nextInt(3) == 0 ? "" : named.last(),
                "",
                Map.of(),
                random.nextInt(4) == 0 ? List.of("balcony") : List.of(),
                membership,
                Optional.of(page.promotion()),
                Optional.of(page.id()),
                Optional.of(one.click().id()),
                tags.map(Tags::source).orElse(""),
                tags.map(Tags::campaign).orElse(""),
                country(one.click()),
                "",
                "",
                "",
                one.at(),
                one.confirmedAt(),
                left ? one.confirmedAt().map(at -> at.plus(Duration.ofHours(20))) : Optional.empty());
    }

    private static String country(SiteEvent.Click click) {
        return Country.name(click.arrival().place().country());
    }

    private record Named(String first, String last, String email) {}

    private static Named named(Random random, int number) {
        String first = FIRST[random.nextInt(FIRST.length)];
        String last = LAST[random.nextInt(LAST.length)];
        String host = HOSTS[random.nextInt(HOSTS.length)];
        return new Named(first, last, (first + "." + last + number + "@" + host).toLowerCase(Locale.ROOT));
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
            Named named = named(random, claimed.size());
            Instant joined = sale.soldAt().plus(Duration.ofMinutes(40));
            claimed.add(new Subscriber(
                    own,
                    new SubscriberId(ids.next()),
                    UUID.randomUUID(),
                    buyers.id(),
                    "buyer." + named.email(),
                    named.first(),
                    named.last(),
                    "",
                    Map.of(),
                    List.of(),
                    Membership.CONFIRMED,
                    Optional.of(sale.facts().promotion()),
                    Optional.empty(),
                    Optional.of(sale.click()),
                    "",
                    "",
                    "Austria",
                    "",
                    "",
                    sale.order(),
                    joined,
                    Optional.of(joined),
                    Optional.empty()));
        }
        people.keep(claimed);
        claimed.forEach(one -> claims.claim(own, one.order(), one.email()));
    }
}
