package dev.wilyferret.app.trails;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.clicks.ListedClick;
import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.links.Links;
import dev.wilyferret.app.links.TrackingLink;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.figures.Behind;
import dev.wilyferret.core.figures.Dimension;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.SafeCell;
import dev.wilyferret.core.visit.Device;
import dev.wilyferret.core.visit.Standing;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.util.UriComponentsBuilder;
import org.springframework.web.util.UriUtils;

/** The clicks behind a station's figure: page by page, the part that is looked for, and as a file. */
@Controller
@RequestMapping("/promotions/{promotion}")
class ClicksController {

    private static final int LONGEST = 100;
    private static final List<String> SOUGHT = List.of("words", "source", "country", "device", "standing");

    private final ClickLists lists;
    private final Promotions promotions;
    private final ClicksBehind behind;
    private final Links links;
    private final Workspaces workspaces;
    private final Clock clock;

    ClicksController(
            ClickLists lists,
            Promotions promotions,
            ClicksBehind behind,
            Links links,
            Workspaces workspaces,
            Clock clock) {
        this.lists = lists;
        this.promotions = promotions;
        this.behind = behind;
        this.links = links;
        this.workspaces = workspaces;
        this.clock = clock;
    }

    @GetMapping("/clicks")
    String list(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @RequestParam MultiValueMap<String, String> typed,
            Model model) {
        Promotion opened = promotion(member, promotion);
        Intake form = Intake.of(typed);
        ClicksBehind.Some asked = behind(opened, period(member, form), form);
        Optional<ClickId> before = Id.parse(form.value("before"), ClickId::new);
        List<ListedClick> shown = lists.page(
                member.workspace(),
                promotion,
                period(member, form).period(),
                sought(asked.behind(), form),
                before,
                ClickBook.LIST);
        Map<LinkId, TrackingLink> byId = links(member, promotion);
        model.addAttribute("promotion", opened);
        model.addAttribute("asked", asked);
        model.addAttribute("form", form);
        model.addAttribute("clicks", shown);
        model.addAttribute(
                "sought", SOUGHT.stream().anyMatch(field -> !form.value(field).isEmpty()));
        model.addAttribute("query", query(asked, period(member, form), form));
        model.addAttribute("further", before.isPresent());
        model.addAttribute("more", shown.size() == ClickBook.LIST);
        model.addAttribute("linksById", byId);
        model.addAttribute(
                "sources",
                byId.values().stream()
                        .map(link -> link.tags().source())
                        .distinct()
                        .sorted()
                        .toList());
        model.addAttribute("devices", Device.values());
        model.addAttribute("standings", Standing.values());
        return "trails/clicks";
    }

    /** All of them, whatever page was shown. */
    @GetMapping("/clicks.csv")
    void file(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @RequestParam MultiValueMap<String, String> typed,
            HttpServletResponse response)
            throws IOException {
        Promotion opened = promotion(member, promotion);
        Intake form = Intake.of(typed);
        Behind behind = sought(behind(opened, period(member, form), form).behind(), form);
        Map<LinkId, TrackingLink> byId = links(member, promotion);
        response.setContentType("text/csv;charset=UTF-8");
        response.setHeader("Content-Disposition", "attachment; filename=\"clicks.csv\"");
        try (Writer out = new OutputStreamWriter(response.getOutputStream(), StandardCharsets.UTF_8);
                CSVPrinter printer = new CSVPrinter(out, CSVFormat.RFC4180)) {
            printer.printRecord(
                    "at",
                    "click_id",
                    "standing",
                    "link",
                    "source",
                    "medium",
                    "campaign",
                    "term",
                    "content",
                    "address",
                    "browser",
                    "referrer");
            lists.all(
                    member.workspace(),
                    promotion,
                    period(member, form).period(),
                    behind,
                    some -> some.forEach(click -> print(printer, click, byId)));
        }
    }

    /** What is asked for, as an address has it, for the links to more of it. */
    private static String query(ClicksBehind.Some some, LastDays period, Intake form) {
        UriComponentsBuilder asked = UriComponentsBuilder.newInstance()
                .queryParam("behind", some.key())
                .queryParam("days", period.days());
        SOUGHT.stream()
                .filter(field -> !form.value(field).isEmpty())
                .forEach(field -> asked.queryParam(field, UriUtils.encode(form.value(field), StandardCharsets.UTF_8)));
        return asked.build(true).getQuery();
    }

    private static void print(CSVPrinter printer, ListedClick click, Map<LinkId, TrackingLink> byId) {
        Optional<TrackingLink> link = Optional.ofNullable(click.link()).map(byId::get);
        try {
            printer.printRecord(Stream.of(
                            click.at().toString(),
                            ShortId.of(click.id()),
                            click.standing().name().toLowerCase(Locale.ROOT),
                            link.map(TrackingLink::path).orElse(""),
                            link.map(one -> one.tags().source()).orElse(""),
                            link.map(one -> one.tags().medium()).orElse(""),
                            link.map(one -> one.tags().campaign()).orElse(""),
                            link.map(one -> one.tags().term()).orElse(""),
                            link.map(one -> one.tags().content()).orElse(""),
                            click.address(),
                            click.browser(),
                            click.referrer())
                    .map(SafeCell::of)
                    .toList());
        } catch (IOException gone) {
            throw new UncheckedIOException(gone);
        }
    }

    private Promotion promotion(Member member, PromotionId promotion) {
        return promotions.find(member.workspace(), promotion).orElseThrow(NotFound::new);
    }

    private LastDays period(Member member, Intake form) {
        return LastDays.of(
                form.value("days"), workspaces.get(member.workspace()).zone(), clock);
    }

    private Map<LinkId, TrackingLink> links(Member member, PromotionId promotion) {
        return links.ofPromotion(member.workspace(), promotion).stream()
                .collect(Collectors.toMap(TrackingLink::id, Function.identity()));
    }

    private ClicksBehind.Some behind(Promotion promotion, LastDays period, Intake form) {
        return behind.of(promotion, period.period(), form.value("behind").toLowerCase(Locale.ROOT))
                .orElseThrow(NotFound::new);
    }

    /** Of the clicks behind a figure those that are looked for. */
    private static Behind sought(Behind all, Intake form) {
        Behind behind = all;
        for (Standing standing : Standing.values()) {
            if (standing.name().equals(form.value("standing"))) {
                behind = behind.and(standing);
            }
        }
        behind = with(behind, Dimension.SOURCE, form.value("source").strip());
        behind = with(behind, Dimension.COUNTRY, form.value("country").strip().toUpperCase(Locale.ROOT));
        behind = with(behind, Dimension.DEVICE, form.value("device"));
        return behind.saying(PlainText.cut(form.value("words"), LONGEST));
    }

    private static Behind with(Behind behind, Dimension dimension, String value) {
        return value.isEmpty() ? behind : behind.and(dimension, value);
    }
}
