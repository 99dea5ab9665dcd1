package dev.wilyferret.app.demo;

import dev.wilyferret.app.clicks.ClickLog;
import dev.wilyferret.app.elsewhere.Places;
import dev.wilyferret.app.hosts.Hosts;
import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.app.links.LinkDetails;
import dev.wilyferret.app.links.Links;
import dev.wilyferret.app.links.TrackingLink;
import dev.wilyferret.app.offers.Network;
import dev.wilyferret.app.offers.OfferDetails;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.pixels.PixelAccounts;
import dev.wilyferret.app.pixels.PixelDetails;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.publicpage.OutsideScript;
import dev.wilyferret.app.results.Figures;
import dev.wilyferret.app.rotations.Rotations;
import dev.wilyferret.app.sales.Sales;
import dev.wilyferret.app.shelf.MediaFile;
import dev.wilyferret.app.shelf.Shelf;
import dev.wilyferret.app.sources.Profile;
import dev.wilyferret.app.sources.Sources;
import dev.wilyferret.app.storage.Partitions;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.design.StartingDesign;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.SourceId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.link.Elsewhere;
import dev.wilyferret.core.link.LinkCode;
import dev.wilyferret.core.link.Slug;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.offer.AffiliateLink;
import dev.wilyferret.core.offer.Cap;
import dev.wilyferret.core.offer.Countries;
import dev.wilyferret.core.offer.Payout;
import dev.wilyferret.core.offer.SubIdFill;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.Blocks;
import dev.wilyferret.core.page.Firing;
import dev.wilyferret.core.page.Hold;
import dev.wilyferret.core.page.Look;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.PageSettings;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.pixel.FireAddress;
import dev.wilyferret.core.pixel.JsonTemplate;
import dev.wilyferret.core.pixel.PixelWay;
import dev.wilyferret.core.pixel.ServerCall;
import dev.wilyferret.core.rotation.Behind;
import dev.wilyferret.core.source.Cost;
import dev.wilyferret.core.source.Source;
import dev.wilyferret.core.source.Token;
import dev.wilyferret.core.text.Fault;
import dev.wilyferret.core.visit.SiteEvent;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/** Fills an empty installation with the demo scenario: gourmet mushrooms grown on balconies and in cellars. */
@Component
@Order(15)
class DemoScenario implements ApplicationRunner {

    private static final Logger LOG = LoggerFactory.getLogger(DemoScenario.class);
    private static final Currency EUR = Currency.getInstance("EUR");
    private static final int CHUNK = 2000;
    private static final String ROOM = "Room for a kit";
    private static final String NO_ROOM = "No room yet";
    private static final Duration COUNTED = Duration.ofSeconds(45);

    private final Installation installation;
    private final Workspaces workspaces;
    private final Offers offers;
    private final Promotions promotions;
    private final Pages pages;
    private final PixelAccounts pixels;
    private final Links links;
    private final Rotations rotations;
    private final Sources sources;
    private final Places places;
    private final OutsideScript script;
    private final Hosts hosts;
    private final Shelf shelf;
    private final Sales sales;
    private final DemoPeople demoPeople;
    private final ClickLog log;
    private final Figures figures;
    private final Partitions partitions;
    private final Clock clock;

    DemoScenario(
            Installation installation,
            Workspaces workspaces,
            Offers offers,
            Promotions promotions,
            Pages pages,
            PixelAccounts pixels,
            Links links,
            Rotations rotations,
            Sources sources,
            Places places,
            OutsideScript script,
            Hosts hosts,
            Shelf shelf,
            Sales sales,
            DemoPeople demoPeople,
            ClickLog log,
            Figures figures,
            Partitions partitions,
            Clock clock) {
        this.installation = installation;
        this.workspaces = workspaces;
        this.offers = offers;
        this.promotions = promotions;
        this.pages = pages;
        this.pixels = pixels;
        this.links = links;
        this.rotations = rotations;
        this.sources = sources;
        this.places = places;
        this.script = script;
        this.hosts = hosts;
        this.shelf = shelf;
        this.sales = sales;
        this.demoPeople = demoPeople;
        this.log = log;
        this.figures = figures;
        this.partitions = partitions;
        this.clock = clock;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        if (installation.demo().fill() && workspaces.none()) {
            fill();
        }
    }

    private void fill() {
        Workspace workspace = workspaces.found(
                "Growbench",
                EUR,
                ZoneId.of("Europe/Vienna"),
                "demo@growbench.example",
                installation.demo().password(),
                false);
        WorkspaceId own = workspace.id();
        workspaces.describe(workspace.with(legal()));
        Network network = offers.addNetwork(
                own, "Lanternfish Partners", "lanternfish", installation.demo().postbackSecret());
        OfferId course = offers.add(
                own,
                network.name(),
                offer("Cellar Crop Course", "cellar-crop", new Payout.PerSale(euros("27.50")), ""));
        OfferId kit = offers.add(
                own,
                network.name(),
                offer("Oyster Kit Club", "oyster-kit", new Payout.PerLead(euros("4.00")), "DE, AT, CH"));
        OfferId diary = offers.add(
                own, network.name(), offer("Spore Diary", "spore-diary", new Payout.PerLead(euros("1.80")), ""));
        PixelId plumage = pixels.add(own, plumage(installation.demo().range() + "/plumage"));
        sources(own);
        places.add(
                own,
                new Elsewhere("Grow-along room", UriTemplate.parseWeb("https://room.growbench.example/in{?click_id}")));
        Promotion cellar = promotions.add(own, course, "Cellar Crop on the balcony", new Slug("cellar-crop"));
        Page redirect = redirect(cellar, plumage);
        Page bridge = bridge(cellar, redirect, plumage);
        Scenes scenes = new Scenes(workspace, network, plumage);
        come(DemoTraffic.upTo(
                clock.instant(),
                scenes.of(cellar, links(cellar, bridge)),
                new DemoTraffic.Course(bridge, redirect, course)));
        Page shed = shed(cellar);
        come(DemoShed.upTo(
                clock.instant(),
                scenes.of(
                        cellar,
                        List.of(link(cellar, shed, "shed", new Tags("shedboard", "blog", "cellar-notes", "", "")))),
                shed,
                course));
        Promotion oyster = promotions.add(own, kit, "Oyster kits, three countries", new Slug("oyster-kit"));
        DemoQuiz.Course quiz = quiz(oyster, kit, diary, plumage);
        come(DemoQuiz.upTo(
                clock.instant(),
                scenes.of(
                        oyster,
                        List.of(
                                link(
                                        oyster,
                                        quiz.quiz(),
                                        "which-kit",
                                        new Tags("plumage", "paid-social", "kit-quiz", "", "")),
                                link(
                                        oyster,
                                        quiz.quiz(),
                                        "kit-search",
                                        new Tags("querywell", "cpc", "kit-quiz", "", "")))),
                quiz));
        Promotion balcony = promotions.add(own, course, "Balcony calendar", new Slug("balcony-calendar"));
        DemoCalendar.Course calendar = demoPeople.trail(balcony, plumage);
        DemoCalendar visits = DemoCalendar.upTo(
                clock.instant(),
                scenes.of(
                        balcony,
                        List.of(
                                link(
                                        balcony,
                                        calendar.squeeze(),
                                        "calendar",
                                        new Tags("plumage", "paid-social", "free-calendar", "", "")),
                                link(
                                        balcony,
                                        calendar.squeeze(),
                                        "calendar-news",
                                        new Tags("northgate-letter", "solo-ad", "free-calendar", "", "")),
                                link(
                                        balcony,
                                        calendar.squeeze(),
                                        "calendar-search",
                                        new Tags("querywell", "cpc", "free-calendar", "", "")))),
                calendar);
        come(visits);
        demoPeople.fill(balcony, visits.optedIn());
        splits(scenes, promotions.add(own, course, "Cellar Crop, headlines tested", new Slug("headlines")), course);
        hosts(cellar, bridge);
        if (!figures.settle(own, COUNTED)) {
            LOG.info("Its figures are still being counted");
        }
        LOG.info("The demo scenario is in place");
    }

    /** Three split tests: one that is decided, one that is not, and one that loses people on the way to a variant. */
    private void splits(Scenes scenes, Promotion promotion, OfferId course) {
        Page redirect = redirect(promotion, scenes.pixel);
        Page bridge = bridge(promotion, redirect, scenes.pixel);
        Page grounds = varied(bridge, "Coffee grounds", "Your coffee grounds grow oyster mushrooms");
        Page week = varied(bridge, "In one week", "Your first oyster mushrooms in one week");
        Page slow = varied(bridge, "Large film", "Watch a bucket turn into a harvest");
        split(
                scenes,
                promotion,
                new Tags("plumage", "paid-social", "headlines", "", ""),
                redirect,
                course,
                4_200,
                Map.of(
                        "Bucket",
                        new DemoSplit.Arm(bridge, 31, 97),
                        "Coffee grounds",
                        new DemoSplit.Arm(grounds, 43, 97)));
        split(
                scenes,
                promotion,
                new Tags("querywell", "cpc", "headlines", "", ""),
                redirect,
                course,
                420,
                Map.of("Bucket", new DemoSplit.Arm(bridge, 33, 97), "In one week", new DemoSplit.Arm(week, 34, 97)));
        split(
                scenes,
                promotion,
                new Tags("northgate-letter", "solo-ad", "headlines", "", ""),
                redirect,
                course,
                1_100,
                Map.of("Bucket", new DemoSplit.Arm(bridge, 33, 97), "Large film", new DemoSplit.Arm(slow, 37, 81)));
    }

    private Page varied(Page of, String name, String headline) {
        Page copy = pages.vary(of, name, headline);
        pages.publish(copy.workspace(), copy.id());
        return copy;
    }

    /** @param arms by their names */
    private void split(
            Scenes scenes,
            Promotion promotion,
            Tags tags,
            Page redirect,
            OfferId offer,
            int clicks,
            Map<String, DemoSplit.Arm> arms) {
        List<String> names = arms.keySet().stream().sorted().toList();
        List<DemoSplit.Arm> inOrder = names.stream()
                .map(name -> Objects.requireNonNull(arms.get(name)))
                .toList();
        TrackingLink link = link(promotion, inOrder.getFirst().page(), "test-" + tags.source(), tags);
        RotationId id = rotations.begun(
                promotion.workspace(),
                promotion.id(),
                new Behind.OfLink(link.id()),
                clock.instant().minus(Duration.ofDays(14)),
                names.stream()
                        .map(name -> new Rotations.Named(
                                name,
                                new Destination.ToPage(Objects.requireNonNull(arms.get(name))
                                        .page()
                                        .id())))
                        .toList());
        come(DemoSplit.upTo(
                clock.instant(),
                scenes.of(promotion, List.of(link)),
                new DemoSplit.Plan(
                        rotations.find(promotion.workspace(), id).orElseThrow(),
                        inOrder,
                        redirect,
                        offer,
                        clicks,
                        20_270 + clicks)));
    }

    /** A page on a host elsewhere; where the practice range runs, its lines are pasted into the page there. */
    private Page shed(Promotion promotion) {
        String address = installation.demo().range() + "/shedboard";
        // Under a name of its own, so that for browsers it is neither this site's nor the offers' host.
        String elsewhere = address.replace("//127.0.0.1", "//shedboard.localhost");
        Page made = pages.makeOutside(
                promotion.workspace(),
                promotion.id(),
                "Why a cellar",
                new PageDocument.OutsidePage(new WebAddress(elsewhere + "/cellar"), List.of(DemoShed.FILM), "sub1"));
        String lines =
                "lines=" + URLEncoder.encode(script.snippet(promotion.host(), made.id()), StandardCharsets.UTF_8);
        try (HttpClient http =
                HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(2)).build()) {
            http.send(
                    HttpRequest.newBuilder(URI.create(address))
                            .timeout(Duration.ofSeconds(5))
                            .header("Content-Type", "application/x-www-form-urlencoded")
                            .POST(HttpRequest.BodyPublishers.ofString(lines))
                            .build(),
                    HttpResponse.BodyHandlers.discarding());
        } catch (IOException noRange) {
            LOG.info("The page elsewhere has to be pasted by hand: {}", Fault.of(noRange));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        return made;
    }

    /** One host that leads here, with a link on it, and one whose name leads nowhere yet. */
    private void hosts(Promotion promotion, Page bridge) {
        OwnHost atWork = new OwnHost("growbench.localhost");
        for (OwnHost host : List.of(atWork, new OwnHost("go.growbench.example"))) {
            hosts.add(promotion.workspace(), host);
            hosts.look(promotion.workspace(), host);
        }
        if (hosts.choice(promotion.workspace()).own().contains(atWork)) {
            Tags tags = new Tags("plumage", "paid-social", "autumn-harvest", "", "");
            links.add(
                    promotion.workspace(),
                    promotion.id(),
                    Optional.of(atWork),
                    new LinkCode("autumn"),
                    details(promotion, bridge, tags));
        }
    }

    /** The places its links come from. */
    private void sources(WorkspaceId own) {
        source(
                own,
                "Plumage",
                "plumage",
                "paid-social",
                new Cost.PerClick(euros("0.32")),
                new Token("ad", "{ad.id}", "51207"),
                new Token("place", "{placement}", "feed"));
        source(
                own,
                "Querywell",
                "querywell",
                "cpc",
                new Cost.PerClick(euros("0.48")),
                new Token("kw", "{keyword}", "grow mushrooms at home"));
        source(own, "Northgate Letter", "northgate-letter", "solo-ad", new Cost.Fixed(euros("180.00")));
        source(own, "Parcel Post Digest", "parcel-post-digest", "solo-ad", new Cost.PerThousand(euros("12.00")));
    }

    private void source(WorkspaceId own, String name, String tag, String medium, Cost cost, Token... tokens) {
        sources.add(own, new Source(name, tag, medium, List.of(tokens), cost));
    }

    /** A link of the source whose tag it carries. */
    private Optional<SourceId> sourceOf(Promotion promotion, Tags tags) {
        return sources.of(promotion.workspace()).stream()
                .filter(one -> one.source().tag().equals(tags.source()))
                .map(Profile::id)
                .findFirst();
    }

    private static Workspace.Legal legal() {
        return new Workspace.Legal(
                "Growbench, Mara Ilvesen",
                "12 Spawn Lane\n4999 Kelderhoek",
                "hello@growbench.example",
                "This site counts visits with cookies of its own: one that knows the browser again for a year, one that lasts as long as the visit.\n"
                        + "The pages of this site tell the ad platform Plumage that they were opened, so that its ads reach people who care for mushrooms.\n"
                        + "Write to hello@growbench.example to see or erase what is kept about you.",
                "Harvests differ from cellar to cellar; nobody can promise you a certain yield.");
    }

    private static Money euros(String amount) {
        return Money.parse("payout", amount, EUR);
    }

    private OfferDetails offer(String name, String path, Payout payout, String countries) {
        Map<String, SubIdFill> fills = new LinkedHashMap<>();
        fills.put("aff", new SubIdFill.Fixed("growbench"));
        fills.put("sub1", new SubIdFill.ClickId());
        fills.put("sub2", new SubIdFill.FromTag(SubIdFill.Tag.SOURCE));
        UriTemplate template =
                UriTemplate.parseWeb(installation.demo().range() + "/lanternfish/buy/" + path + "{?aff,sub1,sub2}");
        // The network takes so many leads of the kit a day.
        return new OfferDetails(
                name,
                new AffiliateLink(template, fills),
                payout,
                Countries.parse(countries),
                false,
                path.equals("oyster-kit") ? Optional.of(new Cap(Cap.Counted.CONVERSIONS, 40)) : Optional.empty(),
                false);
    }

    /** Browsers and the server tell it, under one event id; sales the server alone. */
    private static PixelDetails plumage(String address) {
        return new PixelDetails(
                "Plumage",
                "PLM-204417",
                PixelWay.BOTH,
                Optional.of(new FireAddress(UriTemplate.parseWeb(address + "/px{?id,event,eid,page}"))),
                Optional.empty(),
                List.of(),
                Optional.of(
                        new ServerCall(
                                UriTemplate.parseWeb(address + "/events{?token}"),
                                new JsonTemplate(
                                        "{\"pixel\":\"{id}\",\"event\":\"{event}\",\"id\":\"{eid}\",\"page\":\"{page}\",\"value\":{value},\"currency\":{currency}}"))),
                "plumage-range",
                "PageView",
                "Lead",
                "Checkout",
                "Purchase");
    }

    private Page redirect(Promotion promotion, PixelId plumage) {
        Page made = pages.makeRedirect(promotion.workspace(), promotion.id());
        pages.keepDraft(
                made.workspace(),
                made.id(),
                made.revision(),
                new PageDocument.RedirectPage("One moment", Hold.DEFAULT, Firing.leads(plumage)));
        pages.publish(made.workspace(), made.id());
        return made;
    }

    private Page bridge(Promotion promotion, Page redirect, PixelId plumage) {
        Page made = pages.make(promotion.workspace(), promotion.id(), StartingDesign.bridge());
        MediaFile picture = picture(promotion.workspace());
        PageDocument page = new PageDocument.ContentPage(
                new PageSettings(
                        "Oyster mushrooms from your own balcony",
                        "What it takes to grow oyster mushrooms on two square metres.",
                        picture.name(),
                        "",
                        "en",
                        true,
                        false,
                        "",
                        ""),
                Look.PLAIN,
                new Blocks(
                        List.of(
                                Placed.of(
                                        "headline",
                                        new Block.Headline(
                                                "Pick your first oyster mushrooms in six weeks, without a garden")),
                                Placed.of(
                                        "sub",
                                        new Block.SubHeadline(
                                                "A cool corner, a bucket and coffee grounds are enough. I did it on a balcony of two square metres.")),
                                Placed.of(
                                        "button",
                                        new Block.Button("Show me the course", new NextStep.ToPage(redirect.id()))),
                                Placed.of(
                                        "picture",
                                        new Block.Picture(
                                                picture.name(),
                                                "A cluster of oyster mushrooms growing out of a bucket on a balcony",
                                                false)),
                                Placed.of(
                                        "benefits",
                                        new Block.Benefits(List.of(
                                                "What to buy for under twenty euros, and what to leave in the shop",
                                                "The one mistake that rots most first tries",
                                                "A calendar from the first spores to the first pan"))),
                                Placed.of(
                                        "disclosure",
                                        new Block.Disclosure(
                                                "I earn a commission if you buy the course through this page. It costs you nothing extra.")))),
                Firing.views(plumage));
        pages.keepDraft(made.workspace(), made.id(), made.revision(), page);
        pages.publish(made.workspace(), made.id());
        return made;
    }

    private MediaFile picture(WorkspaceId workspace) {
        try (InputStream in = new ClassPathResource("demo/oyster-bucket.jpg").getInputStream()) {
            return shelf.put(workspace, "oyster-bucket.jpg", in);
        } catch (IOException e) {
            throw new UncheckedIOException("The demo picture is part of the program", e);
        }
    }

    private List<TrackingLink> links(Promotion promotion, Page bridge) {
        return List.of(
                link(
                        promotion,
                        bridge,
                        "balcony-1",
                        new Tags("plumage", "paid-social", "spring-balcony", "", "video-1")),
                link(
                        promotion,
                        bridge,
                        "balcony-2",
                        new Tags("plumage", "paid-social", "spring-balcony", "", "video-2")),
                link(
                        promotion,
                        bridge,
                        "grow-home",
                        new Tags("querywell", "cpc", "cellar-search", "grow mushrooms at home", "")),
                link(
                        promotion,
                        bridge,
                        "northgate",
                        new Tags("northgate-letter", "solo-ad", "november-letter", "", "")),
                link(
                        promotion,
                        bridge,
                        "parcel",
                        new Tags("parcel-post-digest", "solo-ad", "november-letter", "", "")));
    }

    private TrackingLink link(Promotion promotion, Page bridge, String code, Tags tags) {
        return links.add(promotion.workspace(), promotion.id(), new LinkCode(code), details(promotion, bridge, tags));
    }

    private LinkDetails details(Promotion promotion, Page bridge, Tags tags) {
        return new LinkDetails(
                new Destination.ToPage(bridge.id()), tags, sourceOf(promotion, tags), "", "", Optional.empty());
    }

    /** What all scenes have in common. */
    private record Scenes(Workspace workspace, Network network, PixelId pixel) {

        DemoVisits.Scene of(Promotion promotion, List<TrackingLink> links) {
            return new DemoVisits.Scene(workspace, network, promotion, pixel, links);
        }
    }

    private void come(DemoVisits visits) {
        Instant now = clock.instant();
        partitions.ensure(now.minus(Duration.ofDays(15)), now);
        List<SiteEvent> events = visits.events();
        for (int from = 0; from < events.size(); from += CHUNK) {
            log.append(events.subList(from, Math.min(from + CHUNK, events.size())));
        }
        sales.keep(visits.scene().workspace().id(), visits.sales());
    }

    /** Three questions; who has room for a kit is shown that, who has not the diary. */
    private DemoQuiz.Course quiz(Promotion promotion, OfferId kit, OfferId other, PixelId pixel) {
        Page quiz =
                pages.make(promotion.workspace(), promotion.id(), "quiz", "Quiz page", DemoWords.quiz(ROOM, NO_ROOM));
        Page room = pages.make(
                promotion.workspace(),
                promotion.id(),
                "start",
                ROOM,
                DemoWords.result(
                        "There is room for a kit at your place",
                        "A kit is a bag of living mushroom threads: water it twice a day, pick after twelve days.",
                        "Show me the kits",
                        new NextStep.ToOffer()));
        Page none = pages.make(
                promotion.workspace(),
                promotion.id(),
                "start",
                NO_ROOM,
                DemoWords.result(
                        "No room yet? Begin with a diary",
                        "Learn what grows when, and what a cool corner looks like, before you buy anything.",
                        "Try the Spore Diary",
                        new NextStep.ToAnotherOffer(other)));
        pages.publish(promotion.workspace(), room.id());
        pages.publish(promotion.workspace(), none.id());
        Page linked = pages.find(promotion.workspace(), quiz.id()).orElseThrow();
        pages.edit(
                promotion.workspace(),
                quiz.id(),
                linked.revision(),
                "pixels",
                draft -> draft.firing(Firing.views(pixel)));
        pages.publish(promotion.workspace(), quiz.id());
        return new DemoQuiz.Course(quiz, room, none, kit, other);
    }
}
