package dev.wilyferret.app.publicpage;

import dev.wilyferret.app.shelf.MediaFile;
import dev.wilyferret.core.link.SiteRoute;
import dev.wilyferret.core.link.Way;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.page.RichText;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.text.TokenText;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.web.util.HtmlUtils;

/** What the templates of a public page ask for while its blocks are drawn. Templates escape what comes from here. */
public final class PageModel {

    private static final DateTimeFormatter MOMENT =
            DateTimeFormatter.ofPattern("EEEE, d MMMM uuuu, HH:mm z", Locale.ENGLISH);

    /** A field of an opt-in form as it is shown. */
    public record FormField(
            String name, String label, String type, String complete, boolean required, String value, String wrong) {}

    private final PageHtml.Surroundings around;
    /** The name of the parameter that carries a visitor's pass to what is handed out. */
    private static final String PASS = "d";

    private final List<Placed> items;
    private final Set<BlockId> jumps;

    PageModel(PageHtml.Surroundings around, List<Placed> shown) {
        this.around = around;
        this.items = shown.stream()
                .filter(placed -> placed.block() instanceof Block.OfferItem)
                .toList();
        this.jumps = shown.stream()
                .flatMap(placed -> placed.block().nextSteps().stream())
                .filter(NextStep.JumpTo.class::isInstance)
                .map(next -> ((NextStep.JumpTo) next).block())
                .collect(Collectors.toSet());
    }

    /** Words with their tokens marked, to be filled for the single visitor. */
    public String text(String words) {
        StringBuilder marked = new StringBuilder();
        for (TokenText.Part part : TokenText.of(words).parts()) {
            switch (part) {
                case TokenText.Part.Literal(String literal) -> marked.append(literal);
                case TokenText.Part.Token(String name, String fallback) -> marked.append(Marks.words(name, fallback));
            }
        }
        return marked.toString();
    }

    /** Text with its paragraphs, lists and links, as HTML. */
    public String rich(RichText text) {
        return text.parts().stream()
                .map(part -> switch (part) {
                    case RichText.Part.Paragraph(List<RichText.Span> spans) -> "<p>" + spans(spans) + "</p>";
                    case RichText.Part.Bullets(List<List<RichText.Span>> all) ->
                        all.stream()
                                .map(spans -> "<li>" + spans(spans) + "</li>")
                                .collect(Collectors.joining("", "<ul>", "</ul>"));
                })
                .collect(Collectors.joining());
    }

    private String spans(List<RichText.Span> spans) {
        return spans.stream()
                .map(span -> switch (span) {
                    case RichText.Span.Plain(String words) -> escaped(words);
                    case RichText.Span.Bold(List<RichText.Span> inside) -> "<strong>" + spans(inside) + "</strong>";
                    case RichText.Span.Italic(List<RichText.Span> inside) -> "<em>" + spans(inside) + "</em>";
                    case RichText.Span.Link(String words, var address) ->
                        "<a rel=\"nofollow\" href=\"%s\">%s</a>"
                                .formatted(HtmlUtils.htmlEscape(address.text()), escaped(words));
                })
                .collect(Collectors.joining());
    }

    private String escaped(String words) {
        return HtmlUtils.htmlEscape(text(words));
    }

    /** The block's id where the bench has to find it again; null on the public page. */
    public @Nullable String mark(Placed placed) {
        return around.bench().isPresent() ? placed.id().text() : null;
    }

    public @Nullable String audience(Placed placed) {
        return switch (placed.audience()) {
            case EVERYONE -> null;
            case PHONES -> "for-phones";
            case WIDE_SCREENS -> "for-wide";
        };
    }

    /** The blocks one below the other; a picture that stands beside the next block comes with it. */
    public static List<List<Placed>> rows(List<Placed> shown) {
        List<List<Placed>> rows = new ArrayList<>();
        for (int i = 0; i < shown.size(); i++) {
            boolean beside = shown.get(i).block() instanceof Block.Picture picture && picture.beside();
            rows.add(beside && i + 1 < shown.size() ? List.of(shown.get(i), shown.get(++i)) : List.of(shown.get(i)));
        }
        return rows;
    }

    public List<Placed> inside(Placed placed) {
        return placed.inside().stream().filter(inner -> !inner.hidden()).toList();
    }

    public boolean has(String media) {
        return !media.isEmpty() && around.file().apply(media).isPresent();
    }

    public MediaFile file(String media) {
        return around.file().apply(media).orElseThrow();
    }

    public String path(MediaFile file) {
        return PageHtml.mediaPath(file);
    }

    /** The smaller copies of a picture with their widths; null if there is none. */
    public @Nullable String srcset(MediaFile file) {
        if (file.widths().isEmpty()) {
            return null;
        }
        List<String> copies = new ArrayList<>();
        file.widths().forEach(width -> copies.add(SiteRoute.MEDIA.path(file.copyName(width)) + " " + width + "w"));
        copies.add(path(file) + " " + file.width() + "w");
        return String.join(", ", copies);
    }

    /** Where a link with this step leads; of two at once, the way in a new tab. */
    public String href(NextStep next) {
        return href(around.way(next));
    }

    private static String href(Way way) {
        return switch (way) {
            case Way.Here(String part) -> "#" + part;
            case Way.Away(String path) -> path;
            case Way.Thanks() -> "#";
            case Way.Both(Way newTab, Way here) -> href(newTab);
            case Way.NewTab(Way opened) -> href(opened);
        };
    }

    /** Where this tab goes while the link opens another; null for a single way. */
    public @Nullable String meanwhile(NextStep next) {
        return around.way(next) instanceof Way.Both(Way newTab, Way here) ? href(here) : null;
    }

    /** The target of a link that opens a new tab; null for one that does not. */
    public @Nullable String tab(NextStep next) {
        Way way = around.way(next);
        return way instanceof Way.Both || way instanceof Way.NewTab ? "_blank" : null;
    }

    /** Whether what is sent opens a new tab and leaves this one as it is, for the script, which sees to it that all is filled in first. */
    public @Nullable String tabAlone(NextStep next) {
        return around.way(next) instanceof Way.NewTab ? "yes" : null;
    }

    /** The name under which a handed-out file is saved; null for any other way. */
    public @Nullable String savedAs(NextStep next) {
        return next instanceof NextStep.HandOut(String name)
                ? around.file().apply(name).map(MediaFile::originalName).orElse(null)
                : null;
    }

    public @Nullable String closes(NextStep next) {
        return next instanceof NextStep.ClosePopUp ? "yes" : null;
    }

    /** The name a part is jumped to by; null if nothing jumps there. */
    public @Nullable String jumpedTo(Placed placed) {
        return jumps.contains(placed.id()) ? "part-" + placed.id() : null;
    }

    /** Where a bonus of the shelf is fetched, with the visitor's pass; null if it is only listed here. */
    public @Nullable String fetched(Placed list, Placed inner) {
        return ((Block.BonusList) list.block()).handedOut()
                ? ((Block.Bonus) inner.block())
                        .from()
                        .map(bonus -> SiteRoute.GIFT.path(bonus) + "?d=" + Marks.query(PASS))
                        .orElse(null)
                : null;
    }

    /** As {@link #href}; a way out to an offer carries the item's number, first is 1. */
    public String hrefOfItem(Placed placed) {
        NextStep next = ((Block.OfferItem) placed.block()).next();
        int number = 1 + items.indexOf(placed);
        return next.outbound() ? href(next) + "?item=" + number : href(next);
    }

    public @Nullable String opens(NextStep next) {
        return next instanceof NextStep.OpenPopUp(var popUp) ? "pop-" + popUp : null;
    }

    /** Whether an answer leads somewhere of its own, so that the quiz ends with it. */
    public boolean decides(NextStep next) {
        return !(next instanceof NextStep.NotChosen);
    }

    public String optIn(Placed placed) {
        return SiteRoute.OPT_IN.path(around.page(), placed.id());
    }

    public String answers(Placed placed) {
        return SiteRoute.QUIZ.path(around.page(), placed.id());
    }

    public String calendar(Placed placed) {
        return SiteRoute.CALENDAR.path(around.page(), placed.id());
    }

    /** Whether those who send the form are asked by mail to confirm their address. */
    public boolean confirms(Placed placed) {
        return ((Block.Form) placed.block())
                .list()
                .filter(around.confirming()::contains)
                .isPresent();
    }

    public boolean thanked(Placed placed) {
        return around.sent()
                .filter(sent -> sent.thanked().equals(Optional.of(placed.id())))
                .isPresent();
    }

    /** The fields of a form, with what was typed and what is wrong with it. */
    public List<FormField> fields(Placed placed) {
        Block.Form form = (Block.Form) placed.block();
        return LeadFields.of(form).stream()
                .map(field -> new FormField(
                        field.name(),
                        field.label(),
                        field.type(),
                        field.complete(),
                        field.required(),
                        sent(placed)
                                .map(sent -> Marks.without(sent.value(field.name())))
                                .orElse(""),
                        sent(placed)
                                .map(sent -> Marks.without(sent.wrong(field.name())))
                                .orElse("")))
                .toList();
    }

    /** Why a form that was sent could not be kept; empty if it was not sent, or something else came of it. */
    public String trouble(Placed placed) {
        return sent(placed).map(FormSent::trouble).orElse("");
    }

    private Optional<FormSent> sent(Placed placed) {
        return around.sent().filter(sent -> sent.form().equals(placed.id()));
    }

    public boolean over(Block.Countdown countdown) {
        return countdown.over(around.now());
    }

    /** The moment a countdown runs to, for the script; null when it is over or not chosen. */
    public @Nullable String ticks(Block.Countdown countdown) {
        return countdown.until().isEmpty() || over(countdown)
                ? null
                : countdown.until().get().toString();
    }

    public String moment(Block.Countdown countdown) {
        return countdown
                .until()
                .map(until -> MOMENT.format(until.atZone(around.zone())))
                .orElse("no moment chosen yet");
    }

    public String amount(String value) {
        try {
            Money money = Money.parse("value", value, around.currency());
            return money.major().toPlainString() + " " + money.currency().getCurrencyCode();
        } catch (Refusal notInThisCurrency) {
            return value;
        }
    }

    /** The nominal values of a bonus list together; empty if there is none. */
    public String total(Placed list) {
        long minor = 0;
        for (Placed inner : inside(list)) {
            String value = ((Block.Bonus) inner.block()).value();
            try {
                minor += value.isEmpty()
                        ? 0
                        : Money.parse("value", value, around.currency()).minor();
            } catch (Refusal notInThisCurrency) {
                return "";
            }
        }
        return minor == 0
                ? ""
                : amount(Objects.requireNonNull(
                        new Money(minor, around.currency()).major().toPlainString()));
    }
}
