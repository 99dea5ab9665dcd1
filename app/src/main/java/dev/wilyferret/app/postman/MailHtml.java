package dev.wilyferret.app.postman;

import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.mail.Written;
import dev.wilyferret.app.people.MailList;
import dev.wilyferret.app.people.Passes;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.core.link.SiteRoute;
import dev.wilyferret.core.mail.MailText;
import dev.wilyferret.core.mail.SpamLook;
import dev.wilyferret.core.page.RichText;
import dev.wilyferret.core.text.TokenText;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.springframework.stereotype.Component;
import org.springframework.web.util.HtmlUtils;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;

/** Draws a mail for one person, as text and as HTML. */
@Component
public class MailHtml {

    private static final String BUTTON =
            "display:inline-block;background:#8f3d00;color:#ffffff;padding:12px 22px;border-radius:4px;text-decoration:none;font-weight:bold";

    /**
     * A mail as it is sent.
     *
     * @param leave where the person gets off the list; empty in mails that are no list mail
     */
    public record Drawn(String subject, String text, String html, String leave) {

        int bytes() {
            return text.getBytes(StandardCharsets.UTF_8).length + html.getBytes(StandardCharsets.UTF_8).length;
        }
    }

    private final ITemplateEngine templates;
    private final Passes passes;
    private final SiteAddress site;

    MailHtml(ITemplateEngine templates, Passes passes, SiteAddress site) {
        this.templates = templates;
        this.passes = passes;
        this.site = site;
    }

    /** @param address what becomes of the address a link leads to */
    Drawn drawn(Written mail, MailList list, Subscriber one, Workspace workspace, UnaryOperator<String> address) {
        Map<String, String> values = values(mail, list, one);
        Optional<PassLink> link = link(mail, list, one);
        String leave = mail.kind() == Written.Kind.CONFIRM
                ? ""
                : site.of(list.host(), SiteRoute.LEAVE.path(passes.pass(one, Passes.Purpose.LEAVE)));
        MailText text = mail.text();
        String subject =
                filled(text.subject(), values).replaceAll("\\p{C}", " ").strip();
        Context context = new Context(Locale.ENGLISH);
        context.setVariable("subject", subject);
        context.setVariable("preview", filled(text.preview(), values));
        context.setVariable("body", html(text.body(), values, address));
        context.setVariable("link", link.orElse(null));
        context.setVariable("buttonStyle", BUTTON);
        context.setVariable("legal", workspace.legal());
        context.setVariable("postal", workspace.legal().postalAddress().lines().toList());
        context.setVariable("list", list);
        context.setVariable("email", one.email());
        context.setVariable("leave", leave);
        return new Drawn(
                subject,
                plain(text.body(), values, address)
                        + link.map(found -> "\n\n" + found.words + ":\n" + found.address)
                                .orElse("")
                        + footer(workspace.legal(), list, leave),
                templates.process("mail/letter", context),
                leave);
    }

    /** Where a mail leads that the program itself is about. */
    public record PassLink(String words, String address) {}

    private Optional<PassLink> link(Written mail, MailList list, Subscriber one) {
        return switch (mail.kind()) {
            case CONFIRM ->
                Optional.of(new PassLink(
                        "Yes, that is me",
                        site.of(list.host(), SiteRoute.CONFIRM.path(passes.pass(one, Passes.Purpose.CONFIRM)))));
            case DELIVERY ->
                Optional.of(new PassLink(
                        "Fetch it",
                        site.of(list.host(), SiteRoute.GIFT.path(mail.name())) + "?d="
                                + passes.pass(one, Passes.Purpose.FETCH)));
            case SEQUENCE, BROADCAST -> Optional.empty();
        };
    }

    /** A mail that asks for a confirmation goes to somebody who may never have been here: it carries no words a stranger typed. */
    private static Map<String, String> values(Written mail, MailList list, Subscriber one) {
        Map<String, String> values = new HashMap<>();
        if (mail.kind() != Written.Kind.CONFIRM) {
            one.answers()
                    .forEach((label, answer) ->
                            values.put(label.toLowerCase(Locale.ROOT).replace(' ', '_'), answer));
            values.put("first_name", one.firstName());
            values.put("last_name", one.lastName());
        }
        values.put("email", one.email());
        values.put("list", list.name());
        values.put("source", one.source());
        values.put("campaign", one.campaign());
        values.put("country", one.country());
        return values;
    }

    private static String filled(String words, Map<String, String> values) {
        return TokenText.of(words).filled(values);
    }

    private static String html(RichText body, Map<String, String> values, UnaryOperator<String> address) {
        StringBuilder html = new StringBuilder();
        for (RichText.Part part : body.parts()) {
            switch (part) {
                case RichText.Part.Paragraph(List<RichText.Span> spans) ->
                    html.append("<p style=\"margin:0 0 16px\">")
                            .append(spans(spans, values, address, spans.size() == 1))
                            .append("</p>");
                case RichText.Part.Bullets(List<List<RichText.Span>> items) -> {
                    html.append("<ul style=\"margin:0 0 16px;padding-left:22px\">");
                    items.forEach(spans -> html.append("<li>")
                            .append(spans(spans, values, address, false))
                            .append("</li>"));
                    html.append("</ul>");
                }
            }
        }
        return html.toString();
    }

    private static String spans(
            List<RichText.Span> spans, Map<String, String> values, UnaryOperator<String> address, boolean alone) {
        StringBuilder html = new StringBuilder();
        for (RichText.Span span : spans) {
            html.append(
                    switch (span) {
                        case RichText.Span.Plain(String words) ->
                            escaped(words, values).replace("\n", "<br>");
                        case RichText.Span.Bold(List<RichText.Span> inside) ->
                            "<strong>" + spans(inside, values, address, alone && inside.size() == 1) + "</strong>";
                        case RichText.Span.Italic(List<RichText.Span> inside) ->
                            "<em>" + spans(inside, values, address, alone && inside.size() == 1) + "</em>";
                        case RichText.Span.Link(String words, var to) ->
                            "<a href=\"%s\" style=\"%s\">%s</a>"
                                    .formatted(
                                            HtmlUtils.htmlEscape(address.apply(to.text())),
                                            alone ? BUTTON : "color:#8f3d00",
                                            escaped(words, values));
                    });
        }
        return html.toString();
    }

    private static String escaped(String words, Map<String, String> values) {
        return HtmlUtils.htmlEscape(filled(words, values));
    }

    private static String plain(RichText body, Map<String, String> values, UnaryOperator<String> address) {
        StringBuilder text = new StringBuilder();
        for (RichText.Part part : body.parts()) {
            switch (part) {
                case RichText.Part.Paragraph(List<RichText.Span> spans) ->
                    text.append(plain(spans, values, address)).append("\n\n");
                case RichText.Part.Bullets(List<List<RichText.Span>> items) -> {
                    items.forEach(spans -> text.append("- ")
                            .append(plain(spans, values, address))
                            .append("\n"));
                    text.append("\n");
                }
            }
        }
        return text.toString().strip();
    }

    private static String plain(List<RichText.Span> spans, Map<String, String> values, UnaryOperator<String> address) {
        StringBuilder text = new StringBuilder();
        for (RichText.Span span : spans) {
            text.append(
                    switch (span) {
                        case RichText.Span.Plain(String words) -> filled(words, values);
                        case RichText.Span.Bold(List<RichText.Span> inside) -> plain(inside, values, address);
                        case RichText.Span.Italic(List<RichText.Span> inside) -> plain(inside, values, address);
                        case RichText.Span.Link(String words, var to) ->
                            filled(words, values) + ": " + address.apply(to.text());
                    });
        }
        return text.toString();
    }

    private static String footer(Workspace.Legal legal, MailList list, String leave) {
        StringBuilder footer = new StringBuilder("\n\n-- \n");
        footer.append(legal.name().isEmpty() ? list.senderName() : legal.name()).append("\n");
        footer.append(legal.postalAddress());
        if (!leave.isEmpty()) {
            footer.append("\n\nNo more of this: ").append(leave);
        }
        return footer.append("\n").toString();
    }

    /** How the mail reads to a filter. */
    SpamLook look(Written mail, Drawn drawn, Workspace workspace) {
        return SpamLook.at(
                mail.text(),
                new SpamLook.Sent(
                        !drawn.text.isBlank(),
                        !workspace.legal().postalAddress().isEmpty(),
                        mail.kind() == Written.Kind.CONFIRM || !drawn.leave.isEmpty(),
                        0,
                        drawn.bytes()));
    }
}
